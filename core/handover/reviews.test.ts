import { describe, expect, it } from 'vitest';
import { pinnedAt, threadsOf, type Comment } from '../index.js';

const said = (id: string, screen: string, more: Partial<Comment> = {}): Comment => ({
  id,
  parent: null,
  screen,
  node: null,
  place: { fx: 0.5, fy: 0.25, x: 40, y: 900 },
  author: 'Asta',
  words: id,
  guest: true,
  resolvedAt: null,
  at: '2026-11-27T12:00:00.000Z',
  ...more,
});

describe('threads', () => {
  it('are told by screen, numbered as they came, with their answers in order; what answers nothing that is there is none', () => {
    const all = threadsOf([
      said('a', 'one'),
      said('b', 'two'),
      said('a1', 'one', { parent: 'a' }),
      said('c', 'one', { resolvedAt: '2026-11-27T13:00:00.000Z' }),
      said('a2', 'one', { parent: 'a' }),
      said('x', 'one', { parent: 'gone' }),
    ]);
    expect([...all.keys()]).toEqual(['one', 'two']);
    expect(all.get('one')?.map((t) => [t.n, t.id, t.answers.map((r) => r.id)])).toEqual([
      [1, 'a', ['a1', 'a2']],
      [2, 'c', []],
    ]);
    expect(all.get('two')?.[0]?.n).toBe(1);
  });
  it('lie on their thing wherever that is, and where they were put when it is gone, never below the screen', () => {
    const { place } = said('a', 'one');
    expect(pinnedAt(place, { x: 10, y: 20, w: 100, h: 40 }, 844)).toEqual({ x: 60, y: 30 });
    expect(pinnedAt(place, null, 844)).toEqual({ x: 40, y: 844 });
    expect(pinnedAt(place, null, 1200)).toEqual({ x: 40, y: 900 });
  });
});
