import { describe, expect, it } from 'vitest';
import type { UsabilitySession } from '../../core/index.js';
import { HESITATION, summarizeSessions } from './sessions.js';

const press = (ms: number, screen: string, hit = true): UsabilitySession['events'][number] => ({
  ms,
  kind: 'press',
  screen,
  x: 1,
  y: 2,
  hit,
});
const walk = (
  outcome: UsabilitySession['outcome'],
  took: number,
  events: UsabilitySession['events'],
): UsabilitySession => ({ outcome, took, events });

describe('sessions summed up', () => {
  it('of nobody are nothing', () => {
    expect(summarizeSessions([])).toEqual({
      done: 0,
      givenUp: 0,
      median: 0,
      presses: 0,
      misses: 0,
      ways: [],
      gaveUpOn: [],
      screens: [],
    });
  });
  it('tell the median of those who got there, of an even and an odd number', () => {
    const at = (...took: number[]) => summarizeSessions(took.map((t) => walk('done', t, []))).median;
    expect([at(9, 1, 5), at(1, 5, 9, 7)]).toEqual([5, 6]);
    // How long it took to give up says nothing of how long it takes.
    expect(summarizeSessions([walk('done', 4, []), walk('given up', 900, [])]).median).toBe(4);
  });
  it('tell misses, long looks, ways and where was given up', () => {
    const sum = summarizeSessions([
      walk('done', 9, [press(10, 'a'), press(20 + HESITATION + 1, 'b', false), press(30 + HESITATION, 'b')]),
      walk('given up', 9, [press(10, 'a'), press(20, 'b', false)]),
      walk('left', 9, [press(10, 'a')]),
    ]);
    expect([sum.presses, sum.misses, sum.givenUp]).toEqual([6, 2, 1]);
    expect(sum.gaveUpOn).toEqual([
      { id: 'b', count: 1 },
      { id: 'a', count: 1 },
    ]);
    expect(sum.ways.map((w) => [w.screens.join('>'), w.outcome, w.count])).toContainEqual(['a>b', 'done', 1]);
    expect(sum.screens.find((s) => s.id === 'b')?.presses.map((p) => [p.hit, p.slow])).toEqual([
      [false, true],
      [true, false],
      [false, false],
    ]);
  });
});
