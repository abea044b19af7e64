// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { placesOf, readPlaceLine, vocabulary, type InstanceNode, type Node } from '../../core/index.js';
import { openDesktop, type Desktop } from '../../testing/desktop.js';
import { instance, PLY, screenWith } from '../../testing/fakeServer.js';
import { useNotices } from './notices.js';

let on: Desktop;
beforeEach(async () => {
  on = await openDesktop([
    screenWith('one', 'One', [
      instance('a', 'button', { label: 'Go' }),
      instance('b', 'card'),
      instance('c', 'button', { label: 'Stay' }),
    ]),
    screenWith('two', 'Two', [instance('d', 'button', { label: 'Far' })]),
  ]);
});
afterEach(() => {
  on.doc.close();
  vi.unstubAllGlobals();
});
const node = (id: string, screen?: string): Node | undefined => on.screen(screen).nodes[id];
const shows = (ids: readonly string[], screen?: string): readonly string[] =>
  ids.map((id) => {
    const n = node(id, screen);
    return n?.type === 'instance' ? n.component.replace(`${PLY}/`, '') : (n?.type ?? 'gone');
  });
const said = (id: string): unknown => (node(id) as InstanceNode).overrides.find((s) => s.name === 'label')?.value;
/** Undo brings back exactly what was. */
async function undone(act: () => void): Promise<void> {
  const before = on.doc.shown;
  act();
  expect(on.doc.shown).not.toBe(before);
  await on.doc.undo();
  expect(on.doc.shown).toEqual(before);
  await on.doc.redo();
}
const plan = (line: string) =>
  readPlaceLine(
    line,
    vocabulary(on.editor.mainKit, on.doc.shown ?? undefined),
    on.editor.mainKit,
    Object.values(on.doc.shown?.contentSets ?? {}),
  );

describe('placing', () => {
  it('puts what a line says behind what is selected, selects it, and is one step', async () => {
    on.editor.select(['a']);
    await undone(() => on.commands.placePlan(plan('2 field')));
    expect(shows(on.top()).slice(0, 2)).toEqual(['button', 'field']);
    expect(on.top()).toHaveLength(5);
  });
  it('puts bars to their end of the screen', () => {
    on.commands.placePlan(plan('top bar Harbour'));
    expect(shows(on.top())[0]).toBe('top-bar');
  });
  it('puts the same on every selected screen, each with ids of its own', () => {
    on.editor.pickScreens(['one', 'two']);
    on.commands.placeComponent(`${PLY}/button`);
    expect(on.top('one')).toHaveLength(4);
    expect(on.top('two')).toHaveLength(2);
    expect(on.doc.undoName).toBe('Place Button on 2 screens');
    expect(new Set([...on.top('one'), ...on.top('two')]).size).toBe(6);
    expect(on.editor.countSelected).toBe(2);
  });
  it('fills an empty slot of what is selected with what belongs there', () => {
    on.editor.select(['b']);
    on.commands.placeComponent(`${PLY}/button`);
    expect(on.top()).toEqual(['a', 'b', 'c']);
    expect((node('b') as InstanceNode).fills.flatMap((f) => f.children)).toHaveLength(1);
  });
  it('makes a phone screen where there is none', async () => {
    on.doc.close();
    on = await openDesktop([]);
    on.commands.placePlan(plan('button Go'));
    expect(on.doc.shown?.screens).toHaveLength(1);
    expect(shows(on.top())).toEqual(['button']);
  });
  it('shows before what it would do, and changes nothing by it', () => {
    const before = on.doc.shown;
    on.commands.preview(plan('3 card'));
    expect(on.editor.dropPreview?.made).toHaveLength(3);
    expect(on.doc.shown).toBe(before);
    on.commands.preview(null);
    expect(on.editor.dropPreview).toBeNull();
  });
});

describe('what is selected', () => {
  it('is deleted, on other screens too, and brought back', async () => {
    on.editor.select(['a'], [{ screen: 'two', node: 'd' }]);
    await undone(() => on.commands.remove());
    expect(on.top('one')).toEqual(['b', 'c']);
    expect(on.top('two')).toEqual([]);
  });
  it('is duplicated behind itself, and the copy selected', () => {
    on.editor.select(['a']);
    on.commands.duplicate();
    expect(on.top()[0]).toBe('a');
    expect(on.top()).toHaveLength(4);
    expect(on.editor.selectedIds).toEqual([on.top()[1]]);
    expect(said(on.top()[1] ?? '')).toBe('Go');
  });
  it('moves among its neighbours, several as one', () => {
    on.editor.select(['c']);
    on.commands.nudge('up');
    expect(on.top()).toEqual(['a', 'c', 'b']);
    on.editor.select(['a', 'c']);
    on.commands.nudge('down');
    expect(on.top()).toEqual(['b', 'a', 'c']);
    on.commands.nudge('down');
    expect(on.top()).toEqual(['b', 'a', 'c']);
  });
  it('goes to another screen, or a copy of it does', () => {
    on.editor.select(['a']);
    on.commands.moveTo(on.screen('two'), { into: { parent: on.screen('two').root }, after: null }, true);
    expect(on.editor.screenId).toBe('two');
    expect(on.top('one')).toEqual(['a', 'b', 'c']);
    expect(on.top('two')).toHaveLength(2);
    on.editor.goTo('one', ['b']);
    on.commands.moveTo(on.screen('two'), { into: { parent: on.screen('two').root }, after: 'd' }, false);
    expect(on.top('one')).toEqual(['a', 'c']);
    expect(shows(on.top('two'), 'two')).toEqual(['button', 'button', 'card']);
  });
  it('is wrapped and unwrapped without a change of order', async () => {
    on.editor.select(['b', 'c']);
    await undone(() => on.commands.wrap('row'));
    const row = on.top()[1] ?? '';
    expect(on.top()).toHaveLength(2);
    expect(node(row)).toMatchObject({ type: 'box', attrs: { flow: 'row' }, children: ['b', 'c'] });
    on.editor.select([row]);
    on.commands.unwrap();
    expect(on.top()).toEqual(['a', 'b', 'c']);
  });
  it('is wrapped in the card of the kit, inside its slot', () => {
    on.editor.select(['a']);
    on.commands.wrap('card');
    const card = node(on.top()[0] ?? '') as InstanceNode;
    expect(card.component).toBe(`${PLY}/card`);
    expect(placesOf(on.screen().nodes).get('a')?.parent).toBe(card.id);
  });
  it('says so where there is nothing to take out', () => {
    on.editor.select(['a']);
    const before = on.doc.shown;
    on.commands.unwrap();
    expect(on.doc.shown).toBe(before);
    expect(useNotices().list.at(-1)?.text).toBe('There is nothing inside to take out.');
  });
  it('is swapped for something else, and back to the very component it was placed as', () => {
    on.editor.select(['a']);
    on.commands.swap(`${PLY}/link`, 'Link');
    expect(node('a')).toMatchObject({ component: `${PLY}/link`, placed: `${PLY}/button` });
    on.commands.swap(`${PLY}/button`, 'Button');
    expect(node('a')).toMatchObject({ component: `${PLY}/button` });
    expect(said('a')).toBe('Go');
  });
  it('has parts that are hidden by Delete, with no pane open; one that its original locks is named and stays', async () => {
    const card = on.editor.world?.kits.get('plywood@1.0.0')?.components['card'];
    const part = Object.values(card?.nodes ?? {}).find((n) => n.id !== card?.root && n.type !== 'slot')?.id ?? '';
    on.editor.select([`b/${part}`]);
    await undone(() => on.commands.remove());
    expect((node('b') as InstanceNode).overrides).toEqual([
      expect.objectContaining({ at: [part], kind: 'attr', name: 'visible', value: false }),
    ]);
    await on.doc.undo();
    const locked = { ...card, nodes: { ...card?.nodes, [part]: { ...card?.nodes[part], locked: true } } };
    const kit = on.editor.world?.kits.get('plywood@1.0.0');
    (kit?.components as Record<string, unknown>)['card'] = locked;
    try {
      on.editor.select([`b/${part}`]);
      on.commands.remove();
      expect(useNotices().list.at(-1)?.text).toMatch(/is locked in Card.* Nothing was hidden\.$/u);
      expect((node('b') as InstanceNode).overrides).toEqual([]);
    } finally {
      (kit?.components as Record<string, unknown>)['card'] = card;
    }
  });
  it('goes back to the kit as a whole', () => {
    on.editor.select(['a', 'c']);
    on.commands.back();
    expect([said('a'), said('c')]).toEqual([undefined, undefined]);
    expect(on.doc.undoName).toBe('Put 2 things back to kit');
  });
});

describe('a series', () => {
  it('is made of one thing, grows, loses an item, and is broken into things again', async () => {
    on.editor.select(['a']);
    on.commands.makeSeries();
    const id = on.top()[0] ?? '';
    const entries = (): number => {
      const n = node(id);
      return n?.type === 'series' ? n.entries.length : 0;
    };
    expect(entries()).toBe(3);
    on.commands.makeSeries();
    expect(entries()).toBe(4);
    const series = node(id);
    const second = series?.type === 'series' ? series.entries[1]?.key : '';
    on.editor.select([`${id}/#${second}/${series?.type === 'series' ? series.item : ''}`]);
    await undone(() => on.commands.remove());
    expect(entries()).toBe(3);
    on.editor.select([id]);
    on.commands.unwrap();
    expect(shows(on.top())).toEqual(['button', 'button', 'button', 'card', 'button']);
  });
});

describe('all alike', () => {
  it('are found on the screen, in the flow and in the project; what was selected leads', () => {
    on.editor.select(['c']);
    on.commands.selectAlike('screen');
    expect(on.editor.selection).toEqual(['a', 'c']);
    on.commands.selectAlike('project');
    expect(on.editor.countSelected).toBe(3);
    expect(on.editor.selected).toBe('c');
  });
  it('everything on the screen first, then the screens of the flow', () => {
    on.commands.selectAll();
    expect(on.editor.selection).toEqual(['a', 'b', 'c']);
    on.commands.selectAll();
    expect(on.editor.picked).toEqual(['one', 'two']);
  });
});
