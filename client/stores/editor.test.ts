// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openDesktop, type Desktop } from '../../testing/desktop.js';
import { instance, PLY, screenWith } from '../../testing/fakeServer.js';

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
    on.stage.select(['a']);
    expect(on.stage.selectedNode).toMatchObject({ id: 'a', type: 'instance' });
    expect(on.stage.selectedPlace).toMatchObject({ node: 'a', at: [] });
    expect(on.stage.findBox('a')?.w).toBeGreaterThan(300);
    expect(on.stage.nameOf(on.screen().nodes['a'] as never)).toBe('Button');
  });
  it('goes with the screen', () => {
    on.stage.select(['a']);
    on.stage.goTo('two');
    expect(on.stage.selection).toEqual([]);
    on.stage.goTo('one', ['b']);
    expect(on.stage.selectedIds).toEqual(['b']);
  });
  it('counts what is selected on other screens too, and lists it screen by screen', () => {
    on.stage.select(
      ['a'],
      [
        { screen: 'two', node: 'c' },
        { screen: 'two', node: 'gone' },
      ],
    );
    expect(on.stage.countSelected).toBe(2);
    expect(on.stage.targets.map((t) => [t.screen.id, t.ids])).toEqual([
      ['one', ['a']],
      ['two', ['c']],
    ]);
  });
  it('climbs out of a part to its instance, then to nothing', () => {
    const part = [...on.stage.boxMap.keys()].find((k) => k.startsWith('a/'));
    expect(part).toBeDefined();
    on.stage.select([part as string]);
    let steps = 0;
    while (on.stage.selected !== null && steps++ < 9) {
      const before = on.stage.selected;
      on.stage.climb();
      expect(on.stage.selected).not.toBe(before);
      if (steps === 1 && part?.split('/').length === 2) expect(on.stage.selected).toBe('a');
    }
    expect(on.stage.selection).toEqual([]);
  });
  it('loses what somebody takes away, and nothing else', async () => {
    on.stage.select(['b', 'a']);
    on.doc.act('Delete it', [{ do: 'remove', tree: 'screen:one', node: 'b' }]);
    await vi.waitFor(() => expect(on.stage.selection).toEqual(['a']));
  });
  it('comes back with an undo', async () => {
    on.stage.select(['b']);
    on.doc.act('Delete it', [{ do: 'remove', tree: 'screen:one', node: 'b' }]);
    on.stage.goTo('two');
    await on.doc.undo();
    expect(on.stage.screenId).toBe('one');
    expect(on.stage.selection).toEqual(['b']);
  });
});

describe('screens', () => {
  it('are picked one by one; with several, things are placed on each', () => {
    on.stage.pickScreen('two');
    expect(on.stage.picked).toEqual(['one', 'two']);
    expect(on.stage.placing.map((s) => s.id)).toEqual(['one', 'two']);
    on.stage.pickScreen('one');
    expect(on.stage.picked).toEqual([]);
    expect(on.stage.screenId).toBe('two');
  });
  it('say how tall they are', () => {
    expect(on.stage.heights(on.screen('one'))).toBe(844);
  });
});

describe('the lens', () => {
  it('shows another kit without changing the project, and knows what stands behind it', () => {
    const before = on.doc.shown;
    const height = on.stage.findBox('a')?.h;
    on.stage.lens = 'skerry-line@2.1.0';
    expect(on.stage.mainKit?.id).toBe('skerry-line');
    expect(on.stage.findBox('a')?.h).not.toBe(height);
    expect(on.stage.behind('skerry-line@2.1.0/action')).toBe(`${PLY}/button`);
    expect(on.doc.shown).toBe(before);
    on.stage.lens = '';
    expect(on.stage.findBox('a')?.h).toBe(height);
  });
});

describe('what is about to be', () => {
  it('is shown on the screen and in what the Outline lists, and is no part of the project', () => {
    on.stage.ghost = {
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
    expect(on.stage.outlined?.nodes['x']).toBeDefined();
    expect(on.stage.findBox('x')).not.toBeNull();
    expect(on.screen().nodes['x']).toBeUndefined();
  });
  it('tries an alternative on, while what is known of the thing stays true', () => {
    const name = on.stage.findBox('a')?.node.instance?.name;
    on.stage.trial = { node: 'a', ref: `${PLY}/link` };
    expect(on.stage.box?.children.some((b) => b.node.instance?.shown === `${PLY}/link`)).toBe(true);
    expect(on.stage.findBox('a')?.node.instance?.name).toBe(name);
    on.stage.select(['a']);
    expect(on.stage.trial).toBeNull();
  });
});
