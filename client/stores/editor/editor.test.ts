// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openDesktop, type Desktop } from '../../../testing/desktop.js';
import { instance, PLY, screenWith } from '../../../testing/fakeServer.js';

let on: Desktop;
beforeEach(async () => {
  on = await openDesktop([
    screenWith('one', 'One', [instance('a', 'button', { label: 'Go' }), instance('b', 'card')]),
    screenWith('two', 'Two', [instance('c', 'button', { label: 'Stay' })]),
  ]);
});
afterEach(() => {
  on.doc.close();
  vi.unstubAllGlobals();
});

describe('the selection', () => {
  it('knows what it is of: the thing, its place, its box', () => {
    on.editor.select(['a']);
    expect(on.editor.selectedNode).toMatchObject({ id: 'a', type: 'instance' });
    expect(on.editor.selectedPlace).toMatchObject({ node: 'a', at: [] });
    expect(on.editor.findBox('a')?.w).toBeGreaterThan(300);
    expect(on.editor.nameOf(on.screen().nodes['a'] as never)).toBe('Button');
  });
  it('goes with the screen', () => {
    on.editor.select(['a']);
    on.editor.goTo('two');
    expect(on.editor.selection).toEqual([]);
    on.editor.goTo('one', ['b']);
    expect(on.editor.selectedIds).toEqual(['b']);
  });
  it('counts what is selected on other screens too, and lists it screen by screen', () => {
    on.editor.select(
      ['a'],
      [
        { screen: 'two', node: 'c' },
        { screen: 'two', node: 'gone' },
      ],
    );
    expect(on.editor.countSelected).toBe(2);
    expect(on.editor.targets.map((t) => [t.screen.id, t.ids])).toEqual([
      ['one', ['a']],
      ['two', ['c']],
    ]);
  });
  it('climbs out of a part to its instance, then to nothing', () => {
    const part = [...on.editor.boxMap.keys()].find((k) => k.startsWith('a/'));
    expect(part).toBeDefined();
    on.editor.select([part as string]);
    let steps = 0;
    while (on.editor.selected !== null && steps++ < 9) {
      const before = on.editor.selected;
      on.editor.climb();
      expect(on.editor.selected).not.toBe(before);
      if (steps === 1 && part?.split('/').length === 2) expect(on.editor.selected).toBe('a');
    }
    expect(on.editor.selection).toEqual([]);
  });
  it('loses what somebody takes away, and nothing else', async () => {
    on.editor.select(['b', 'a']);
    on.doc.act('Delete it', [{ do: 'remove', tree: 'screen:one', node: 'b' }]);
    await vi.waitFor(() => expect(on.editor.selection).toEqual(['a']));
  });
  it('comes back with an undo', async () => {
    on.editor.select(['b']);
    on.doc.act('Delete it', [{ do: 'remove', tree: 'screen:one', node: 'b' }]);
    on.editor.goTo('two');
    await on.doc.undo();
    expect(on.editor.screenId).toBe('one');
    expect(on.editor.selection).toEqual(['b']);
  });
});

describe('screens', () => {
  it('are picked one by one; with several, things are placed on each', () => {
    on.editor.pickScreen('two');
    expect(on.editor.picked).toEqual(['one', 'two']);
    expect(on.editor.placing.map((s) => s.id)).toEqual(['one', 'two']);
    on.editor.pickScreen('one');
    expect(on.editor.picked).toEqual([]);
    expect(on.editor.screenId).toBe('two');
  });
  it('say how tall they are', () => {
    expect(on.editor.heights(on.screen('one'))).toBe(844);
  });
});

describe('the lens', () => {
  it('shows another kit without changing the project, and knows what stands behind it', () => {
    const before = on.doc.shown;
    const height = on.editor.findBox('a')?.h;
    on.editor.lens = 'skerry-line@2.1.0';
    expect(on.editor.mainKit?.id).toBe('skerry-line');
    expect(on.editor.findBox('a')?.h).not.toBe(height);
    expect(on.editor.behind('skerry-line@2.1.0/action')).toBe(`${PLY}/button`);
    expect(on.doc.shown).toBe(before);
    on.editor.lens = '';
    expect(on.editor.findBox('a')?.h).toBe(height);
  });
});

describe('what is about to be', () => {
  it('is shown on the screen and in what the Outline lists, and is no part of the project', () => {
    on.editor.dropPreview = {
      screen: 'one',
      steps: [
        {
          do: 'insert',
          tree: 'screen:one',
          root: 'x',
          nodes: { x: instance('x', 'button') },
          into: { parent: on.screen().root },
          after: null,
        },
      ],
      made: ['x'],
    };
    expect(on.editor.outlined?.nodes['x']).toBeDefined();
    expect(on.editor.findBox('x')).not.toBeNull();
    expect(on.screen().nodes['x']).toBeUndefined();
  });
  it('tries an alternative on, while what is known of the thing stays true', () => {
    const name = on.editor.findBox('a')?.node.instance?.name;
    on.editor.swapPreview = { node: 'a', ref: `${PLY}/link` };
    expect(on.editor.box?.children.some((b) => b.node.instance?.shown === `${PLY}/link`)).toBe(true);
    expect(on.editor.findBox('a')?.node.instance?.name).toBe(name);
    on.editor.select(['a']);
    expect(on.editor.swapPreview).toBeNull();
  });
});
