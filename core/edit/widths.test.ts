import { describe, expect, it } from 'vitest';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import {
  applyEdit,
  blankScreen,
  boxesByKey,
  emptyProject,
  layout,
  lensKits,
  misfits,
  newInstance,
  onlyThere,
  rangeWords,
  resolve,
  screenOf,
  settledAt,
  widthSteps,
  type Box,
  type InstanceNode,
  type Node,
  type Project,
  type Screen,
  type Override,
  type Step,
  type WidthRange,
} from '../index.js';

const { fonts, kits } = shippedKits();
const PLY = 'plywood@1.0.0';
const SEA = 'skerry-line@2.1.0';
const box = (id: string, attrs: Node['attrs'], children: readonly string[]): Node => ({
  id,
  type: 'box',
  attrs,
  children,
});
const label = (value: string): Override => ({ home: `${PLY}/button`, at: [], kind: 'prop', name: 'label', value });
const overrideStep = (node: string, value: Override): Step => ({
  do: 'override',
  tree: 'screen:s',
  node,
  key: `${value.home}||prop.${value.name}|`,
  value,
});
const begin = (): Project => {
  const nodes = {
    root: box('root', { flow: 'column', width: 'stretch', gap: 8 }, ['pair', 'go', 'bar']),
    pair: box('pair', { flow: 'column', width: 'stretch', gap: 4 }, ['a', 'b']),
    a: box('a', { width: 'stretch', height: 20 }, []),
    b: box('b', { width: 'stretch', height: 20 }, []),
    go: newInstance('go', `${PLY}/button`, {}, [label('Go')]),
    bar: newInstance('bar', `${PLY}/tab-bar`, { width: 'stretch' }),
  };
  const screen = { ...blankScreen('s', 'S', 'flow-1', 'phone', 390, null), root: 'root', nodes };
  return { ...emptyProject('p', 'P', PLY), screens: [screen] };
};
const screen = (p: Project): Screen => screenOf(p, 's') ?? expect.fail('The screen is gone');
const boxes = (p: Project, width: number, lens?: string): ReadonlyMap<string, Box> => {
  const s = { ...screen(p), width };
  const appliedKits = lens === undefined ? {} : { appliedKits: lensKits({ project: p, kits }, s, lens) };
  return boxesByKey(layout(resolve({ project: p, kits }, s, appliedKits), fonts));
};
function done(p: Project, steps: readonly Step[], width: number, only: WidthRange | null): Project {
  const made = widthSteps('screen:s', screen(p).nodes, steps, width, only);
  const got = applyEdit(p, { id: 'e', label: 'e', steps: made });
  return got.ok ? got.project : expect.fail(got.refusal.message);
}
const set = (node: string, name: string, value: Step extends { value: infer V } ? V : never): Step =>
  ({ do: 'set', tree: 'screen:s', node, field: `attrs.${name}`, value }) as Step;
const flowOf = (p: Project, width: number): string | undefined => boxes(p, width).get('pair')?.node.look.flow;
const says = (p: Project, width: number, lens?: string): unknown =>
  [...boxes(p, width, lens).values()].find((b) => b.node.key === 'go')?.node.instance?.props['label'];

describe('what holds at some widths only', () => {
  it('shows there and nowhere else: attributes of loose parts', () => {
    const p = done(begin(), [set('pair', 'flow', 'row' as never), set('pair', 'gap', 24 as never)], 800, {
      minWidth: 800,
    });
    expect([390, 799, 800, 1600].map((w) => flowOf(p, w))).toEqual(['column', 'column', 'row', 'row']);
    expect(screen(p).nodes['pair']?.attrs).toEqual(begin().screens[0]?.nodes['pair']?.attrs);
    expect(screen(p).nodes['pair']?.widths).toEqual([{ minWidth: 800, attrs: { flow: 'row', gap: 24 } }]);
  });
  it('shows there and nowhere else: settings, through another brand too', () => {
    const p = done(begin(), [overrideStep('go', label('Continue'))], 800, { minWidth: 600, maxWidth: 899 });
    expect([390, 600, 899, 900].map((w) => says(p, w))).toEqual(['Go', 'Continue', 'Continue', 'Go']);
    const worn = [...boxes(p, 700, SEA).values()].find((b) => b.node.key === 'go');
    expect(worn?.node.instance?.shown.startsWith(SEA)).toBe(true);
    expect(Object.values(worn?.node.instance?.props ?? {})).toContain('Continue');
    expect(
      Object.values([...boxes(p, 390, SEA).values()].find((b) => b.node.key === 'go')?.node.instance?.props ?? {}),
    ).toContain('Go');
  });
  it('wins over what is said for all widths, whichever came later', () => {
    let p = done(begin(), [overrideStep('go', label('Continue'))], 800, { minWidth: 800 });
    p = done(p, [overrideStep('go', label('Onwards'))], 390, null);
    expect([says(p, 390), says(p, 800)]).toEqual(['Onwards', 'Continue']);
  });
  it('is what an edit changes where it is seen, and what is put back there', () => {
    let p = done(begin(), [set('pair', 'gap', 24 as never), overrideStep('go', label('Continue'))], 800, {
      minWidth: 800,
    });
    p = done(p, [set('pair', 'gap', 30 as never), overrideStep('go', label('Now'))], 900, null);
    expect([boxes(p, 390).get('pair')?.node.look.gap, boxes(p, 900).get('pair')?.node.look.gap]).toEqual([4, 30]);
    expect([says(p, 390), says(p, 900)]).toEqual(['Go', 'Now']);
    const go = screen(p).nodes['go'] as InstanceNode;
    p = done(
      p,
      [set('pair', 'gap', null as never), { ...overrideStep('go', label('x')), value: null } as Step],
      900,
      null,
    );
    expect([boxes(p, 900).get('pair')?.node.look.gap, says(p, 900)]).toEqual([4, 'Go']);
    expect(screen(p).nodes['pair']?.widths).toBeUndefined();
    expect(settledAt(go, 900).overrides).toEqual([label('Now')]);
    expect(settledAt(go, 390).overrides).toEqual([label('Go')]);
  });
  it('swaps a component at some widths, with its settings carried, and back', () => {
    const swap: Step[] = [
      { do: 'set', tree: 'screen:s', node: 'go', field: 'component', value: `${PLY}/link` },
      { do: 'set', tree: 'screen:s', node: 'go', field: 'placed', value: `${PLY}/button` },
    ];
    let p = done(begin(), swap, 800, { minWidth: 800 });
    const shown = (w: number): string | undefined => boxes(p, w).get('go')?.node.instance?.shown;
    expect([shown(390), shown(800)]).toEqual([`${PLY}/button`, `${PLY}/link`]);
    expect(Object.values(boxes(p, 800).get('go')?.node.instance?.props ?? {})).toContain('Go');
    p = done(p, [{ do: 'set', tree: 'screen:s', node: 'go', field: 'component', value: `${PLY}/button` }], 800, null);
    expect([shown(800), screen(p).nodes['go']?.widths]).toEqual([`${PLY}/button`, undefined]);
  });
  it('hides what is deleted for some widths, and leaves it everywhere else', () => {
    const p = done(begin(), [{ do: 'remove', tree: 'screen:s', node: 'go' }], 390, { maxWidth: 599 });
    expect([boxes(p, 390).has('go'), boxes(p, 800).has('go')]).toEqual([false, true]);
  });
  it('is listed with its range in words, each put back by itself', () => {
    let p = done(begin(), [set('pair', 'gap', 24 as never), set('pair', 'flow', 'row' as never)], 800, {
      minWidth: 800,
    });
    p = done(p, [overrideStep('go', label('Now'))], 390, { maxWidth: 599 });
    const pair = onlyThere('screen:s', screen(p).nodes['pair']!);
    expect(pair.map((o) => [o.name, o.value, rangeWords(o.range)])).toEqual([
      ['gap', 24, 'from 800 px up'],
      ['flow', 'row', 'from 800 px up'],
    ]);
    const got = applyEdit(p, { id: 'b', label: 'b', steps: pair[0]?.back ?? [] });
    expect(got.ok && screenOf(got.project, 's')?.nodes['pair']?.widths).toEqual([
      { minWidth: 800, attrs: { flow: 'row' } },
    ]);
    expect(onlyThere('screen:s', screen(p).nodes['go']!).map((o) => rangeWords(o.range))).toEqual(['up to 599 px']);
  });
  it('is undone as one, and refused when its range is none', () => {
    const p = begin();
    const steps = widthSteps('screen:s', screen(p).nodes, [set('pair', 'gap', 24 as never)], 800, { minWidth: 800 });
    const got = applyEdit(p, { id: 'e', label: 'e', steps });
    if (!got.ok) return expect.fail(got.refusal.message);
    const back = applyEdit(got.project, { id: 'u', label: 'u', steps: got.inverse });
    expect(back.ok && screenOf(back.project, 's')?.nodes['pair']).toEqual(screen(p).nodes['pair']);
    const wrong = applyEdit(p, {
      id: 'w',
      label: 'w',
      steps: [
        {
          do: 'set',
          tree: 'screen:s',
          node: 'pair',
          field: 'widths',
          value: [{ minWidth: 900, maxWidth: 100, attrs: {} }],
        },
      ],
    });
    expect(wrong.ok ? '' : wrong.refusal.message).toContain('cannot hold from 900 px up to 100 px');
  });
});

describe('what does not fit at a width', () => {
  it('is named where it is: out of the screen, over its neighbour, cut off', () => {
    const nodes: Record<string, Node> = {
      root: box('root', { flow: 'column', width: 'stretch' }, ['wide', 'clip', 'text']),
      wide: box('wide', { width: 500, height: 20 }, []),
      clip: box('clip', { width: 100, height: 30, clip: true, flow: 'column' }, ['tall']),
      tall: box('tall', { width: 40, height: 90, shrink: 0 }, []),
      text: {
        id: 'text',
        type: 'text',
        attrs: { text: 'A long line that is cut off somewhere', maxLines: 1, width: 80, textStyle: 'means:body' },
      },
    };
    const s = { ...blankScreen('s', 'S', 'flow-1', 'phone', 390, null), root: 'root', nodes };
    const p = { ...emptyProject('p', 'P', PLY), screens: [s] };
    const found = (width: number): string[] =>
      misfits(layout(resolve({ project: p, kits }, { ...s, width }), fonts)).map((f) => `${f.key} ${f.what}`);
    expect(found(390)).toEqual(['wide outside', 'tall clipped', 'text text-cut']);
    expect(found(600)).toEqual(['tall clipped', 'text text-cut']);
  });
});
