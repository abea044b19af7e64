import { describe, expect, it } from 'vitest';
import {
  blankScreen,
  emptyProject,
  type IssueGroup,
  type MatchSheet,
  type Project,
  type Screen,
} from '../../core/index.js';
import type { RemoteWorker } from '../workers/startWorker.js';
import { Numbers, CoreWorker } from './coreWorker.js';

const screens = (n: number): Screen[] =>
  Array.from({ length: n }, (_, i) => blankScreen(`s${i}`, `Screen ${i}`, 'flow-1', 'phone', 390, 844));
const project = (all: readonly Screen[]): Project => ({
  ...emptyProject('p', 'P', 'plywood@1.0.0'),
  screens: [...all],
});
/** A worker that only notes what it is told. */
function pretend(): { worker: RemoteWorker; told: [what: string, ...rest: unknown[]][] } {
  const told: [string, ...unknown[]][] = [];
  const worker = new Proxy(
    {},
    {
      get:
        (_, what: string) =>
        (...rest: unknown[]) => {
          told.push([what, ...rest]);
          return Promise.resolve([]);
        },
    },
  ) as unknown as RemoteWorker;
  return { worker, told };
}
const AS = { widths: [], situations: [] };

describe('what a worker is told', () => {
  it('is what is new to it alone: of the project, of screens, of what is worn', async () => {
    const { worker, told } = pretend();
    const by = new CoreWorker(worker, new Numbers());
    const [one, two] = screens(2) as [Screen, Screen];
    const p = project([one, two]);
    await by.review(p, one, p.appliedKits, AS);
    expect(told.map(([what]) => what)).toEqual(['shell', 'screen', 'wear', 'review']);
    told.length = 0;
    await by.review(p, one, p.appliedKits, AS);
    expect(told.map(([what]) => what)).toEqual(['review']);
    told.length = 0;
    // Somebody else had it draw another state of the project meanwhile: it is told before anything is asked.
    const other = { ...p, name: 'Q' };
    by.sync(other);
    await by.review(p, two, p.appliedKits, AS);
    expect(told.map(([what]) => what)).toEqual(['shell', 'shell', 'screen', 'review']);
    expect(told[0]?.[1]).toEqual({ name: 'Q' });
    expect(told[1]?.[1]).toEqual({ name: 'P' });
    told.length = 0;
    // An older version is shown again: the worker has only one of each.
    const later = { ...one, name: 'Later' };
    by.screen(later);
    by.screen(one);
    expect(told.map(([what, n]) => `${what} ${String(n)}`)).toHaveLength(2);
  });
  it('names the same by the same number to each of several', () => {
    const numbers = new Numbers();
    const [a, b] = [pretend(), pretend()];
    const [one] = screens(1) as [Screen];
    const [first, second] = [new CoreWorker(a.worker, numbers), new CoreWorker(b.worker, numbers)];
    expect(first.screen(one)).toBe(second.screen(one));
    expect([a.told.length, b.told.length]).toEqual([1, 1]);
    expect(numbers.knownOf({ ...one })).toBe(0);
  });
  it('is let go of when there are too many, those used last kept; not while all of them are asked about', async () => {
    const { worker, told } = pretend();
    const by = new CoreWorker(worker, new Numbers());
    const all = screens(450);
    for (const s of all) by.screen(s);
    const gone = told.filter(([what]) => what === 'forget').map(([, id]) => id);
    expect(gone).toEqual(all.slice(0, 50).map((s) => s.id));
    told.length = 0;
    const p = project(all);
    const on = all.map((screen) => ({ screen, after: p.appliedKits }));
    await by.fixes(p, {} as IssueGroup, {} as MatchSheet, on, AS);
    expect(told.filter(([what]) => what === 'forget')).toEqual([]);
    expect(told.filter(([what]) => what === 'screen')).toHaveLength(50);
    const asked = told.at(-1) as [string, unknown, unknown, { version: number }[]];
    expect(asked[0]).toBe('fixes');
    expect(new Set(asked[3].map((o) => o.version)).size).toBe(450);
  });
  it('is sent a few at a time, with room for the page in between', async () => {
    const { worker, told } = pretend();
    const by = new CoreWorker(worker, new Numbers());
    const p = project(screens(30));
    const on = p.screens.map((screen) => ({ screen, after: p.appliedKits }));
    let turns = 0;
    const clock = setInterval(() => turns++, 0);
    const most: number[] = [];
    const watch = setInterval(() => most.push(told.filter(([what]) => what === 'screen').length), 0);
    await by.fixes(p, {} as IssueGroup, {} as MatchSheet, on, AS);
    clearInterval(clock);
    clearInterval(watch);
    expect(turns).toBeGreaterThan(1);
    expect(most.some((n) => n > 0 && n < 30)).toBe(true);
  });
});
