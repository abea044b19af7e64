import { describe, expect, it } from 'vitest';
import {
  applyEdit,
  blankScreen,
  emptyProject,
  layout,
  mendProject,
  paint,
  rebaseEdit,
  resolve,
  type Json,
  type Project,
  type Step,
} from '../index.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import { attrTakes, check } from './index.js';

const { kits, fonts } = shippedKits();
const project: Project = {
  ...emptyProject('p', 'P', 'plywood@1.0.0'),
  screens: [blankScreen('s', 'S', 'flow-1', 'phone', 390, 844)],
};
const box = (attrs: Readonly<Record<string, Json>>): Step =>
  ({
    do: 'insert',
    tree: 'screen:s',
    root: 'b',
    nodes: { b: { id: 'b', type: 'box', attrs, children: [] } },
    into: { parent: 'root' },
    after: null,
  }) as unknown as Step;
const tried = (...steps: readonly unknown[]) => applyEdit(project, { id: 'e', label: 'E', steps: steps as Step[] });

describe('numbers and lengths', () => {
  it.each([
    'width',
    'height',
    'minWidth',
    'gap',
    'padding',
    'grow',
    'shrink',
    'aspect',
    'x',
    'y',
    'columns',
    'zoom',
    'strokeWidth',
    'maxLines',
    'opacity',
  ])('of %s have bounds, and no number is none', (name) => {
    for (const value of [1e308, -1e308, 1e9, '999999999999px', '9e9px', { value: 1e300, unit: 'rem' }])
      expect(attrTakes(name, value as Json), JSON.stringify(value)).toBe(false);
    expect(tried(box({ [name]: 1e308 })).ok).toBe(false);
    expect(attrTakes(name, 1)).toBe(true);
  });
  it('that are as large as may be are laid out and painted, and end', () => {
    const inside = (id: string, of: number): Step[] =>
      of === 0
        ? []
        : [
            {
              ...box({ width: 100_000, height: 100_000, padding: 100_000, grow: 10_000, gap: 100_000 }),
              root: id,
              nodes: {
                [id]: {
                  id,
                  type: 'box',
                  attrs: { width: 100_000, height: 100_000, padding: 100_000, grow: 10_000 },
                  children: [],
                },
              },
              into: { parent: of === 4 ? 'root' : `n${of + 1}` },
            } as unknown as Step,
            ...inside(`n${of - 1}`, of - 1),
          ];
    const got = tried(...inside('n4', 4));
    expect(got.ok).toBe(true);
    if (!got.ok) return;
    const screen = got.project.screens[0];
    const laid = screen && layout(resolve({ project: got.project, kits }, screen), fonts);
    expect(Number.isFinite(laid?.h)).toBe(true);
    expect(laid && paint(laid).length).toBeGreaterThan(0);
  });
});

describe('what is no step at all', () => {
  it.each([null, 0, 'x', [], {}, { do: 'nothing' }, { do: { id: 'x' } }, { do: '__proto__' }, { do: 'name' }])(
    'is refused by the core, alone and after what others did: %j',
    (step) => {
      expect(tried(step)).toMatchObject({ ok: false, refusal: { code: 'step.shape' } });
      const other = { id: 'o', label: 'O', steps: [{ do: 'name', value: 'Other' } as Step] };
      expect(rebaseEdit({ id: 'e', label: 'E', steps: [step as unknown as Step] }, project, [other])).toMatchObject({
        ok: false,
        refusal: { code: 'step.shape' },
      });
    },
  );
});

describe('names', () => {
  it.each(['', '   ', '\u200b', '\u00ad\u200d', 'a\u0000b', '\ud800', 'x'.repeat(201)])(
    'that say nothing or cannot be kept are none: %j',
    (text) => {
      expect(check.name(200)(text, 'the name')).not.toBeNull();
    },
  );
  it('in any script are', () => {
    for (const text of ['Fähre', '渡し船', 'عبّارة', 'A', '—', '👩‍👩‍👧'])
      expect(check.name(200)(text, 'the name')).toBeNull();
  });
});

describe('a stored project that somebody or something spoilt', () => {
  it('whose screen lost its ground keeps what stood on it', () => {
    const { screens } = project;
    const spoilt = {
      ...project,
      screens: [
        {
          ...screens[0],
          root: '\ud800',
          nodes: {
            a: { id: 'a', type: 'box', attrs: {}, children: ['b'] },
            b: { id: 'b', type: 'text', attrs: { text: 'Kept' } },
          },
        },
      ],
    };
    const { value, problems } = mendProject(spoilt);
    expect(problems.length).toBeGreaterThan(0);
    const made = value?.screens[0];
    expect(Object.keys(made?.nodes ?? {}).sort()).toEqual(['a', 'b', 'root']);
    expect(mendProject(JSON.parse(JSON.stringify(value))).problems).toEqual([]);
  });
});
