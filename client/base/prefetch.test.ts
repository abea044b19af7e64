// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, it, vi } from 'vitest';

let asked: string[];
beforeEach(() => {
  vi.resetModules();
  asked = [];
  vi.stubGlobal('fetch', (url: string) => {
    asked.push(url);
    if (url !== '/api/kits') return Promise.resolve(new Response(url));
    const kit = (ref: string, ...fonts: string[]) => ({ ref, stamp: `of-${ref}`, fonts });
    return Promise.resolve(
      Response.json({ kits: [kit('a@1.0.0', 'fonts/One.ttf', 'fonts/Two.ttf'), kit('b@1.0.0', 'fonts/Two.ttf')] }),
    );
  });
});
afterEach(() => vi.unstubAllGlobals());
const opened = async (pathname: string) => {
  const ahead = await import('./prefetch.js');
  ahead.prefetch(pathname);
  await new Promise((r) => setTimeout(r, 20));
  return ahead;
};

it('asks for all that a project needs, each once', async () => {
  await opened('/p/har%20bour/compose/find');
  expect(asked).toEqual([
    '/api/projects/har%20bour?first=find',
    '/api/fonts/NotoSans-400.ttf',
    '/api/fonts/NotoSans-700.ttf',
    '/api/kits',
    '/api/kits/a%401.0.0/read.json?stamp=of-a@1.0.0',
    '/api/kits/a%401.0.0/files/fonts/One.ttf?stamp=of-a@1.0.0',
    '/api/kits/a%401.0.0/files/fonts/Two.ttf?stamp=of-a@1.0.0',
    '/api/kits/b%401.0.0/read.json?stamp=of-b@1.0.0',
  ]);
});
it.each(['/', '/kits/a@1.0.0', '/r/token/find'])('asks for nothing at %s', async (pathname) => {
  await opened(pathname);
  expect(asked).toEqual([]);
});
it('gives each answer to the first who takes it, whole, though it was looked into', async () => {
  const { got } = await opened('/p/harbour/compose');
  const before = asked.length;
  expect(((await (await got('/api/kits')).json()) as { kits: unknown[] }).kits.length).toBe(2);
  expect(await (await got('/api/projects/harbour?first=')).text()).toBe('/api/projects/harbour?first=');
  expect(asked.length).toBe(before);
  await got('/api/kits');
  expect(asked.length).toBe(before + 1);
});
