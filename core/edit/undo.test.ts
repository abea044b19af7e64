import { describe, expect, it } from 'vitest';
import {
  applyEdit,
  blankScreen,
  emptyProject,
  invertEdit,
  newInstance,
  rebaseEdit,
  revertEdit,
  type ContentSet,
  type Edit,
  type Node,
  type Project,
  type Step,
} from '../index.js';

const text = (id: string, says = id): Node => ({ id, type: 'text', attrs: { text: says } });
const put = (id: string, after: string | null, parent = 'root'): Step => ({
  do: 'insert',
  tree: 'screen:s',
  root: id,
  nodes: { [id]: text(id) },
  into: { parent },
  after,
});
const boats: ContentSet = {
  id: 'boats',
  name: 'Boats',
  columns: [{ id: 'name', name: 'Name', kind: 'text' }],
  rows: [
    { key: 'r1', values: { name: 'MV Petrel' } },
    { key: 'r2', values: { name: 'MV Fulmar' } },
  ],
};

/** A project that two people change. */
class Desk {
  project: Project = {
    ...emptyProject('p', 'P', 'plywood@1.0.0'),
    screens: [blankScreen('s', 'Sailings', 'flow-1', 'phone', 390, 844)],
  };
  private n = 0;
  act(...steps: readonly Step[]): { edit: Edit; inverse: readonly Step[]; after: Project } {
    const edit: Edit = { id: `e${++this.n}`, label: `Edit ${this.n}`, steps };
    const got = applyEdit(this.project, edit);
    if (!got.ok) throw new Error(got.refusal.message);
    this.project = got.project;
    return { edit, inverse: got.inverse, after: got.project };
  }
  undo(done: { edit: Edit; inverse: readonly Step[]; after: Project }): readonly string[] {
    const back = revertEdit(this.project, done.edit, done.inverse, done.after, `u${++this.n}`);
    if (back.edit.steps.length > 0) {
      const got = applyEdit(this.project, back.edit);
      if (!got.ok) throw new Error(got.refusal.message);
      this.project = got.project;
    }
    return back.left;
  }
  get order(): readonly string[] {
    const root = this.project.screens[0]?.nodes['root'];
    return root?.type === 'box' ? root.children : [];
  }
}

describe('undo leaves alone what others did since, and names it', () => {
  it('keeps an added screen on which something was placed', () => {
    const state = new Desk();
    const added = state.act({
      do: 'insertScreen',
      screen: blankScreen('t', 'Trips', 'flow-1', 'phone', 390, 844),
      after: 's',
    });
    state.act({
      do: 'insert',
      tree: 'screen:t',
      root: 'x',
      nodes: { x: text('x') },
      into: { parent: 'root' },
      after: null,
    });
    expect(state.undo(added)).toEqual(['Trips was changed since and stays as it is.']);
    expect(state.project.screens.map((s) => s.id)).toEqual(['s', 't']);
  });
  it('keeps a placed thing that was changed or filled', () => {
    const state = new Desk();
    const placed = state.act(put('a', null));
    state.act({ do: 'set', tree: 'screen:s', node: 'a', field: 'attrs.text', value: 'Theirs' });
    expect(state.undo(placed)).toHaveLength(1);
    expect(state.order).toEqual(['a']);
  });
  it('keeps the cells of a content set that others filled, and takes back one’s own cell', () => {
    const state = new Desk();
    const brought = state.act({ do: 'contentSet', set: 'boats', value: boats });
    const mine = state.act({ do: 'cell', set: 'boats', row: 'r1', column: 'name', value: 'MV Auk' });
    state.act({ do: 'cell', set: 'boats', row: 'r2', column: 'name', value: 'MV Tern' });
    expect(state.undo(brought)).toEqual(['Boats was changed since and stays as it is.']);
    expect(state.undo(mine)).toEqual([]);
    expect(state.project.contentSets['boats']?.rows.map((r) => r.values['name'])).toEqual(['MV Petrel', 'MV Tern']);
  });
  it('keeps a later move', () => {
    const state = new Desk();
    state.act(put('a', null), put('b', 'a'), put('c', 'b'), {
      do: 'insert',
      tree: 'screen:s',
      root: 'box',
      nodes: { box: { id: 'box', type: 'box', attrs: {}, children: [] } },
      into: { parent: 'root' },
      after: 'c',
    });
    const moved = state.act({ do: 'move', tree: 'screen:s', node: 'a', into: { parent: 'root' }, after: 'c' });
    state.act({ do: 'move', tree: 'screen:s', node: 'a', into: { parent: 'box' }, after: null });
    expect(state.undo(moved)).toHaveLength(1);
    expect(state.order).toEqual(['b', 'c', 'box']);
    const again = new Desk();
    again.act(put('a', null), put('b', 'a'), put('c', 'b'));
    const first = again.act({ do: 'move', tree: 'screen:s', node: 'a', into: { parent: 'root' }, after: 'c' });
    again.act(put('d', 'b'));
    expect(again.undo(first)).toEqual([]);
    expect(again.order).toEqual(['a', 'b', 'd', 'c']);
  });
  it('keeps what somebody else renamed, wore or coloured since', () => {
    const state = new Desk();
    const named = state.act({ do: 'name', value: 'Crossings' });
    const screen = state.act({ do: 'setScreen', screen: 's', field: 'name', value: 'Boats' });
    const worn = state.act({ do: 'screenAppliedKits', screen: 's', value: [] });
    state.act(
      { do: 'name', value: 'Theirs' },
      { do: 'setScreen', screen: 's', field: 'name', value: 'Also theirs' },
      { do: 'screenAppliedKits', screen: 's', value: null },
    );
    expect([...state.undo(worn), ...state.undo(screen), ...state.undo(named)]).toHaveLength(3);
    expect([state.project.name, state.project.screens[0]?.name]).toEqual(['Theirs', 'Also theirs']);
  });
});

describe('what is brought back', () => {
  it('stands behind what is left of what stood before it', () => {
    const state = new Desk();
    state.act(put('a', null), put('b', 'a'), put('c', 'b'), put('d', 'c'));
    const gone = state.act({ do: 'remove', tree: 'screen:s', node: 'c' });
    state.act({ do: 'remove', tree: 'screen:s', node: 'b' });
    expect(state.undo(gone)).toEqual([]);
    expect(state.order).toEqual(['a', 'c', 'd']);
  });
  it('keeps the order of a series’ items when a choice on one of them is undone', () => {
    const state = new Desk();
    const series: Node = {
      id: 'list',
      type: 'series',
      attrs: {},
      item: 'one',
      rows: 'boats',
      entries: [{ key: 'r2', overrides: {} }],
    };
    state.act(
      { do: 'contentSet', set: 'boats', value: boats },
      {
        do: 'insert',
        tree: 'screen:s',
        root: 'list',
        nodes: { list: series, one: newInstance('one', 'plywood@1.0.0/button') },
        into: { parent: 'root' },
        after: null,
      },
    );
    const before = state.project;
    const override = { home: 'plywood@1.0.0/button', at: [], kind: 'prop' as const, name: 'label', value: 'Go' };
    const chosen = state.act({
      do: 'override',
      tree: 'screen:s',
      node: 'one',
      key: 'plywood@1.0.0/button||prop.label|',
      value: override,
      entry: { series: 'list', key: 'r1' },
    });
    state.undo(chosen);
    expect(state.project).toEqual(before);
  });
  it('fills one slot beside others that stand out of order without losing what is in them', () => {
    const state = new Desk();
    const card: Node = {
      ...newInstance('card', 'plywood@1.0.0/card'),
      fills: [
        { home: 'z', slot: 's', children: ['x'] },
        { home: 'a', slot: 's', children: ['y'] },
      ],
    };
    state.act({
      do: 'insert',
      tree: 'screen:s',
      root: 'card',
      nodes: { card, x: text('x'), y: text('y') },
      into: { parent: 'root' },
      after: null,
    });
    const before = state.project;
    const into = { parent: 'card', slot: { home: 'm', slot: 's' } };
    const filled = state.act({ do: 'insert', tree: 'screen:s', root: 'n', nodes: { n: text('n') }, into, after: null });
    const node = state.project.screens[0]?.nodes['card'];
    expect(node?.type === 'instance' && node.fills.flatMap((f) => f.children)).toEqual(['y', 'n', 'x']);
    state.undo(filled);
    expect(state.project).toEqual(before);
  });
});

describe('an edit that meets others', () => {
  it('keeps a choice whose older form somebody replaced meanwhile', () => {
    const state = new Desk();
    const old = { home: 'k@1.0.0/a', at: [], kind: 'prop' as const, name: 'label', value: 'Old' };
    state.act({
      do: 'insert',
      tree: 'screen:s',
      root: 'i',
      nodes: { i: newInstance('i', 'k@1.0.0/a', {}, [old]) },
      into: { parent: 'root' },
      after: null,
    });
    const before = state.project;
    const oldKey = 'k@1.0.0/a||prop.label|';
    const choosing = (home: string, value: string): Edit => ({
      id: home,
      label: value,
      steps: [
        { do: 'override', tree: 'screen:s', node: 'i', key: oldKey, value: null },
        {
          do: 'override',
          tree: 'screen:s',
          node: 'i',
          key: `${home}||prop.text|`,
          value: { ...old, home, name: 'text', value },
        },
      ],
    });
    const theirs = choosing('k@1.0.0/b', 'Theirs');
    const moved = rebaseEdit(choosing('k@1.0.0/c', 'Mine'), before, [theirs]);
    const now = applyEdit(before, theirs);
    const got = moved.ok && now.ok ? applyEdit(now.project, moved.edit) : null;
    const node = got?.ok ? got.project.screens[0]?.nodes['i'] : undefined;
    expect(node?.type === 'instance' && node.overrides.map((s) => s.value)).toEqual(['Theirs', 'Mine']);
  });
  it('has as good as deleted what somebody else deleted', () => {
    const state = new Desk();
    state.act(put('a', null), put('b', 'a'));
    const before = state.project;
    const theirs: Edit = { id: 't', label: 't', steps: [{ do: 'remove', tree: 'screen:s', node: 'a' }] };
    const mine: Edit = {
      id: 'm',
      label: 'm',
      steps: [
        { do: 'remove', tree: 'screen:s', node: 'a' },
        { do: 'remove', tree: 'screen:s', node: 'b' },
      ],
    };
    const moved = rebaseEdit(mine, before, [theirs]);
    const now = applyEdit(before, theirs);
    const got = moved.ok && now.ok ? applyEdit(now.project, moved.edit) : null;
    expect(got?.ok && Object.keys(got.project.screens[0]?.nodes ?? {})).toEqual(['root']);
  });
  it('says which edit an inverse takes back', () => {
    const state = new Desk();
    expect(
      invertEdit(state.project, { id: 'x', label: 'Name it', steps: [{ do: 'name', value: 'N' }] }, 'y'),
    ).toMatchObject({ id: 'y', undoes: 'x', label: 'Undo Name it' });
  });
});
