import { makeTemplate } from './testServer.js';

/** Before the first test that needs a server: the database that theirs are copied from. */
export default async function setup(): Promise<void> {
  await makeTemplate();
  process.env['DEKKOR_TEST_TEMPLATE'] = 'template_started';
}
