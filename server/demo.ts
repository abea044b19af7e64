import { demoProjects } from '../kits/demo/index.js';
import { COMMENTS, earlier, TASK, SESSIONS } from '../kits/demo/handover.js';
import type { App } from './app.js';

/** What a first start opens on: made-up projects, one of them with comments and test sessions, and two versions with names. */
export async function makeDemo({ projects, kits, reviews, versions, usability }: App): Promise<void> {
  const all = demoProjects(kits.kits);
  const [crossings] = all;
  if (!crossings || crossings.id !== 'norrvik-crossings') {
    await projects.createAll(all.reverse());
    return;
  }
  const { first, edit } = earlier(crossings);
  await projects.createAll([...all.slice(1).reverse(), first]);
  const { id } = crossings;
  await versions.name(id, 'Shown to the harbour office');
  const link = await reviews.make(id, {
    name: 'For the harbour office',
    scope: { all: true },
    rights: ['comment', 'try', 'test'],
    revision: null,
    phrase: '',
    endsAt: null,
  });
  for (const { screen, node, author, words, answer, settled } of COMMENTS) {
    const place = { fx: 0.8, fy: 0.5, x: 300, y: 300 };
    const said = await reviews.say(id, { screen, node, place, author, words }, link);
    if (answer !== undefined)
      await reviews.say(id, { parent: said.id, screen, node, place, author: '', words: answer }, null);
    if (settled) await reviews.resolve(id, said.id, true);
  }
  const test = await usability.make(id, TASK);
  for (const session of SESSIONS) await usability.take(id, test.id, session);
  await projects.take(id, 0, [edit]);
  await versions.name(id, 'After the harbour office');
}
