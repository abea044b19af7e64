import { describe, expect, it } from 'vitest';
import { blankScreen, emptyProject, type Box, type Step } from '../../../core/index.js';
import { StepFilters } from '../document/hooks.js';
import { boxesUnder, itemBoxes, pathTo } from './hitTest.js';
import { createPreviews } from './previews.js';

const box = (key: string, x: number, y: number, w: number, h: number, children: readonly Box[] = []): Box =>
  ({ node: { key }, x, y, w, h, children }) as unknown as Box;
const keys = (list: readonly Box[]): string[] => list.map((b) => b.node.key);
const whole = box('root', 0, 0, 100, 100, [
  box('a', 0, 0, 60, 60, [box('a/in', 10, 10, 20, 20)]),
  box('b', 40, 40, 60, 60),
]);

describe('boxes under a point', () => {
  it('lead from the outermost to the innermost', () =>
    expect(keys(boxesUnder(whole, 15, 15))).toEqual(['root', 'a', 'a/in']));
  it('are those in front where boxes overlap', () => expect(keys(boxesUnder(whole, 50, 50))).toEqual(['root', 'b']));
  it('include those whose edge it is on', () => expect(keys(boxesUnder(whole, 100, 100))).toEqual(['root', 'b']));
  it('are none outside', () => expect(boxesUnder(whole, 101, 5)).toEqual([]));
});
describe('the way to a box', () => {
  it('has everything around it', () => expect(keys(pathTo(whole, 'a/in'))).toEqual(['root', 'a', 'a/in']));
  it('is empty when it is not there', () => expect(pathTo(whole, 'c')).toEqual([]));
});
it('the first item of a series stands for the item', () => {
  const boxes = new Map([
    ['n/#k1/item', box('n/#k1/item', 0, 0, 1, 1)],
    ['n/#k2/item', box('n/#k2/item', 5, 0, 1, 1)],
    ['n', box('n', 0, 0, 9, 9)],
  ]);
  expect([...itemBoxes(boxes)].map(([key, b]) => [key, b.x])).toEqual([['item', 0]]);
});

describe('filters of steps', () => {
  const step = (id: string): Step => ({ do: 'name', value: id }) as Step;
  const adds = (id: string) => (steps: readonly Step[]) => ({ ok: true as const, steps: [...steps, step(id)] });
  it('run in the declared order, whichever was installed first', () => {
    const filters = new StepFilters();
    filters.install('edition', adds('second'));
    filters.install('widths', adds('first'));
    expect(filters.run([step('own')])).toEqual({ ok: true, steps: [step('own'), step('first'), step('second')] });
  });
  it('stop at the first refusal, and give it', () => {
    const filters = new StepFilters();
    const refusal = { code: 'original.gone', about: 'x', message: 'Gone.' };
    filters.install('widths', () => ({ ok: false, refusal }));
    filters.install('edition', () => expect.fail('it was asked all the same'));
    expect(filters.run([step('own')])).toEqual({ ok: false, refusal });
  });
  it('change nothing while none is installed', () => {
    expect(new StepFilters().run([step('own')])).toEqual({ ok: true, steps: [step('own')] });
  });
});

describe('previews', () => {
  const screen = blankScreen('s', 'Screen', 'flow-1', 'phone', 390, 844);
  const project = { ...emptyProject('p', 'P', 'plywood@1.0.0'), screens: [screen] };
  const rename: Step = { do: 'setScreen', screen: 's', field: 'name', value: 'Other' };
  const plain = (steps: readonly Step[]) => ({ ok: true as const, steps });
  it('show steps as done on the screen that they are for, and change no project', () => {
    const previews = createPreviews();
    previews.dropPreview.value = { screen: 's', steps: [rename], made: [] };
    expect(previews.projectWithDrop(project, screen, plain)?.screens[0]?.name).toBe('Other');
    expect(previews.projectWithDrop(project, { ...screen, id: 't' }, plain)).toBeNull();
    expect(project.screens[0]?.name).toBe('Screen');
  });
  it('show nothing of what would be refused', () => {
    const previews = createPreviews();
    previews.dropPreview.value = { screen: 's', steps: [{ ...rename, screen: 'gone' }], made: [] };
    expect(previews.projectWithDrop(project, screen, plain)).toBeNull();
  });
  it('swap an instance where it stands: it knows what it was placed as', () => {
    const previews = createPreviews();
    const node = { id: 'i', type: 'instance', component: 'a@1.0.0/x', attrs: {}, overrides: [], fills: [] } as const;
    const on = { ...screen, nodes: { ...screen.nodes, i: node } };
    previews.swapPreview.value = { node: 'i', ref: 'a@1.0.0/y' };
    expect(previews.withSwap(on)?.nodes['i']).toMatchObject({ component: 'a@1.0.0/y', placed: 'a@1.0.0/x' });
    previews.clear();
    expect(previews.withSwap(on)).toBe(on);
  });
});
