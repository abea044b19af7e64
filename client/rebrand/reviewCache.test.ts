// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { NO_SITUATION, type Project, type Screen } from '../../core/index.js';
import { useLibrary } from '../stores/library.js';
import type { RemoteWorker } from '../workers/startWorker.js';
import { openDesktop, type Desktop } from '../../testing/desktop.js';
import { instance, PLY, screenWith } from '../../testing/fakeServer.js';
import { useReviewCache } from './reviewCache.js';

const SKERRY = 'skerry-line@2.1.0';
let on: Desktop;
let told: string[];
let fails = false;
beforeEach(async () => {
  on = await openDesktop([
    screenWith('one', 'One', [instance('a', 'button', { label: 'Go' })]),
    screenWith('two', 'Two', [instance('b', 'button', { label: 'Stay' })]),
  ]);
  told = [];
  fails = false;
  const answers: Readonly<Record<string, (...args: never[]) => unknown>> = {
    plan: (from: string, to: string, now: readonly unknown[]) => ({
      sheet: { from, to, pairs: {} },
      after: now.map(() => [{ kit: from, shows: to }]),
    }),
    review: (screen: string) => ({ screen, findings: [], counts: {}, instances: 1 }),
  };
  // A worker that notes what it is asked, and answers as one would.
  useLibrary().worker = new Proxy(
    {},
    {
      get:
        (_, what: string) =>
        (...args: never[]) => {
          told.push(what === 'review' ? `review ${String(args[0])}` : what);
          return fails && what === 'plan'
            ? Promise.reject(new Error('It is gone.'))
            : Promise.resolve(answers[what]?.(...args));
        },
    },
  ) as unknown as RemoteWorker;
  vi.stubGlobal('requestIdleCallback', (go: () => void) => setTimeout(go));
});
afterEach(() => {
  on.doc.close();
  vi.unstubAllGlobals();
});
const project = (): Project => on.doc.shown as Project;
const asked = (what: string): number => told.filter((t) => t.startsWith(what)).length;

describe('what is known of a rebrand that may come', () => {
  it('is planned once for as long as nothing it depends on is another', async () => {
    const known = useReviewCache();
    const first = await known.plan(project(), PLY, SKERRY);
    expect(await known.plan({ ...project() }, PLY, SKERRY)).toBe(first);
    expect(asked('plan')).toBe(1);
    expect([...first.after.keys()]).toEqual([project().appliedKits]);
    await known.plan({ ...project(), originals: { ...project().originals } }, PLY, SKERRY);
    expect(asked('plan')).toBe(2);
  });
  it('is planned again when it could not be', async () => {
    const known = useReviewCache();
    fails = true;
    await expect(known.plan(project(), PLY, SKERRY)).rejects.toThrow('It is gone.');
    fails = false;
    expect((await known.plan(project(), PLY, SKERRY)).sheet.to).toBe(SKERRY);
  });
  it('is looked through ahead, screen by screen, and not again', async () => {
    const known = useReviewCache();
    await known.lookAhead(project(), PLY, SKERRY);
    await known.lookAhead(project(), PLY, SKERRY);
    expect(asked('review')).toBe(2);
    const { after } = await known.plan(project(), PLY, SKERRY);
    const found = known.foundIn(project(), NO_SITUATION);
    expect(project().screens.map((s) => found.get(s, after.get(project().appliedKits))?.screen)).toEqual([
      'one',
      'two',
    ]);
  });
  it('gives way to whoever wants to know, and to an edit', async () => {
    const known = useReviewCache();
    const running = known.lookAhead(project(), PLY, SKERRY);
    const done = known.giveWay();
    await running;
    await known.lookAhead(project(), PLY, SKERRY);
    expect(asked('review')).toBe(0);
    done();
    const [old, edited] = [project(), { ...project(), name: 'Another' }];
    expect(old).not.toBe(edited);
    await known.lookAhead(edited, PLY, SKERRY);
    expect(asked('review')).toBe(0);
  });
  it('says nothing of a screen that was edited, nor on another ground, in another way or with other fonts', async () => {
    const known = useReviewCache();
    await known.lookAhead(project(), PLY, SKERRY);
    const worn = (await known.plan(project(), PLY, SKERRY)).after.get(project().appliedKits);
    const [one] = project().screens as [Screen];
    const at = (p: Project, s: Screen, how = NO_SITUATION): unknown => known.foundIn(p, how).get(s, worn);
    expect(at(project(), one)).toBeDefined();
    expect(at({ ...project(), name: 'Another' }, one)).toBeDefined();
    expect(at(project(), { ...one })).toBeUndefined();
    expect(at(project(), one, { widths: [600], situations: [] })).toBeUndefined();
    await known.lookAhead(project(), PLY, SKERRY);
    expect(at({ ...project(), contentSets: {} }, one)).toBeUndefined();
    await known.lookAhead(project(), PLY, SKERRY);
    useLibrary().fontsKnown++;
    expect(at(project(), one)).toBeUndefined();
  });
});
