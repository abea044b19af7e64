import { describe, expect, it } from 'vitest';
import type { Json } from '../../base/index.js';
import type { Prop, PropKind } from '../component.js';
import { PROP_KIND_NAMES, PROP_KINDS } from './index.js';

const options = [
  { id: 's', name: 'Small', means: 'small' },
  { id: 'l', name: 'Large' },
];
function prop(kind: PropKind, value: Json): Prop {
  const any = { id: 'p', name: 'P', default: value, description: '' };
  if (kind === 'choice') return { ...any, kind, options };
  return kind === 'list' ? { ...any, kind, item: [] } : { ...any, kind };
}
/** For each kind, something it takes and something it must not take. */
const CASES: Readonly<Record<PropKind, readonly [good: Json, bad: Json]>> = {
  text: ['Go', 4],
  flag: [true, 'true'],
  choice: ['l', 'xl'],
  number: [3.5, '3.5'],
  icon: ['anchor', null],
  image: ['p1', []],
  colour: ['{brand.ink}', 0],
  component: ['kit@1.0.0/card', {}],
  list: [
    [
      { key: 'a', values: {} },
      { key: 'b', values: {} },
    ],
    [
      { key: 'a', values: {} },
      { key: 'a', values: {} },
    ],
  ],
};

describe('kinds of props', () => {
  it.each(PROP_KIND_NAMES)('%s takes its own values, its fallback among them, and no others', (kind) => {
    const [good, bad] = CASES[kind];
    const facts = PROP_KINDS[kind];
    expect(facts.takes(good, options)).toBe(true);
    expect(facts.takes(bad, options)).toBe(false);
    expect(facts.takes(facts.fallback(options), options)).toBe(true);
  });
  it('knows what a default means', () => {
    const meant = (kind: PropKind, value: Json): string | undefined => PROP_KINDS[kind].meaning(prop(kind, value));
    expect([meant('choice', 's'), meant('choice', 'l'), meant('flag', true), meant('flag', false)]).toEqual([
      'small',
      undefined,
      'on',
      'off',
    ]);
    expect([meant('text', ''), meant('text', 'Cell'), meant('icon', 'none'), meant('icon', 'bus')]).toEqual([
      'empty',
      'filled',
      'empty',
      'filled',
    ]);
    expect(meant('number', 0)).toBeUndefined();
  });
  it('says values as people do', () => {
    expect(PROP_KINDS.choice.words?.(prop('choice', 's'), 'l')).toBe('Large');
    expect(PROP_KINDS.flag.words?.(prop('flag', false), true)).toBe('on');
    expect(PROP_KINDS.list.words?.(prop('list', []), CASES.list[0])).toBe('2 items');
  });
});
