import { describe, expect, it } from 'vitest';
import { Memo, recordReads, track, type LookUp } from './index.js';

/** A small world of names, and how often something was made in it. */
function world(names: Record<string, unknown>): {
  look: LookUp;
  get: (name: string) => unknown;
  set: (name: string, value: unknown) => void;
} {
  return {
    look: (kind, name) => (kind === 'name' ? names[name] : undefined),
    get: (name) => track('name', name, names[name]),
    set: (name, value) => void (names[name] = value),
  };
}

describe('what is remembered', () => {
  it('is made once for the same thing and the same given', () => {
    const memory = new Memo<number>();
    const thing = {};
    let made = 0;
    const ask = (on: unknown): number => memory.of(thing, [on], () => ++made);
    expect([ask('a'), ask('a'), ask('b'), ask('a')]).toEqual([1, 1, 2, 3]);
  });
  it('is made again when something it looked up is another now, and not when anything else is', () => {
    const w = world({ a: 1, b: 2 });
    const memory = new Memo<string>(2);
    const thing = {};
    let made = 0;
    const ask = (): string => memory.of(thing, [], () => `${String(w.get('a'))}, made ${++made}`, w.look);
    expect(ask()).toBe('1, made 1');
    w.set('b', 3);
    expect(ask()).toBe('1, made 1');
    w.set('a', 5);
    expect(ask()).toBe('5, made 2');
  });
  it('notices that a name which stood for nothing stands for something now', () => {
    const w = world({});
    const memory = new Memo<string>();
    const thing = {};
    const ask = (): string => memory.of(thing, [], () => (w.get('late') === undefined ? 'gone' : 'there'), w.look);
    expect(ask()).toBe('gone');
    w.set('late', 1);
    expect(ask()).toBe('there');
  });
  it('tells what encloses it, also when it is not made again', () => {
    const w = world({ deep: 1 });
    const inner = new Memo<unknown>();
    const outer = new Memo<unknown>();
    const thing = {};
    const ask = (): unknown => outer.of(thing, [], () => [inner.of(thing, [], () => w.get('deep'), w.look)], w.look);
    inner.of(thing, [], () => w.get('deep'), w.look);
    expect(ask()).toEqual([1]);
    w.set('deep', 2);
    expect(ask()).toEqual([2]);
  });
  it('keeps several ways for one thing, the oldest going first', () => {
    const memory = new Memo<number>(2);
    const thing = {};
    let made = 0;
    const ask = (on: string): number => memory.of(thing, [on], () => ++made);
    expect([ask('a'), ask('b'), ask('a'), ask('c'), ask('b'), ask('a')]).toEqual([1, 2, 1, 3, 2, 4]);
  });
  it('leaves nothing recorded behind when making throws', () => {
    const memory = new Memo<number>();
    expect(() =>
      memory.of({}, [], () => {
        throw new Error('no');
      }),
    ).toThrow('no');
    expect(recordReads(() => 1).reads.size).toBe(0);
  });
});
