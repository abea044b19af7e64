import { describe, expect, it } from 'vitest';
import { upgradeEdit, upgradeNode, upgradeProject, upgradeSheet, upgradeStep } from './upgrade.js';

const OLDER_NODE = {
  id: 'a',
  type: 'instance',
  component: 'plywood@1.0.0/button',
  settings: [
    { home: 'plywood@1.0.0/button', at: ['x'], kind: 'attr', name: 'over', value: 'middle' },
    { home: 'plywood@1.0.0/list', at: [], kind: 'prop', name: 'items', value: [{ key: 'k', waits: ['note'] }] },
  ],
  attrs: { leastColumn: 120, edges: { left: 'keep', right: 'share', top: 'free' } },
  does: [{ then: [{ do: 'lay', over: 'dialog' }, { do: 'away' }] }],
};
const NODE = {
  id: 'a',
  type: 'instance',
  component: 'plywood@1.0.0/button',
  overrides: [
    { home: 'plywood@1.0.0/button', at: ['x'], kind: 'attr', name: 'overlay', value: 'middle' },
    { home: 'plywood@1.0.0/list', at: [], kind: 'prop', name: 'items', value: [{ key: 'k', parked: ['note'] }] },
  ],
  attrs: { minColumn: 120, edges: { left: 'pin', right: 'scale', top: 'float' } },
  interactions: [{ then: [{ do: 'openOverlay', overlay: 'dialog' }, { do: 'closeOverlay' }] }],
};

describe('what was stored under older names', () => {
  it('is read under those of today: nodes with their overrides, attributes, edges and interactions', () => {
    expect(upgradeNode(OLDER_NODE)).toEqual(NODE);
  });
  it.each([
    [
      { do: 'setting', tree: 'screen:s', node: 'a', key: 'h||attr.over|', value: OLDER_NODE.settings[0] },
      { do: 'override', tree: 'screen:s', node: 'a', key: 'h||attr.overlay|', value: NODE.overrides[0] },
    ],
    [
      { do: 'set', tree: 'screen:s', node: 'a', field: 'attrs.edges', value: { left: 'keep' } },
      { do: 'set', tree: 'screen:s', node: 'a', field: 'attrs.edges', value: { left: 'pin' } },
    ],
    [
      { do: 'set', tree: 'screen:s', node: 'a', field: 'does', value: OLDER_NODE.does },
      { do: 'set', tree: 'screen:s', node: 'a', field: 'interactions', value: NODE.interactions },
    ],
    [
      { do: 'wears', value: [{ kit: 'a@1.0.0', shows: 'b@1.0.0', sheet: { accepted: ['k'] } }] },
      { do: 'appliedKits', value: [{ kit: 'a@1.0.0', shows: 'b@1.0.0', sheet: { dismissed: ['k'] } }] },
    ],
    [
      { do: 'edition', edition: 'k/c', id: 'setting|a|attr.over|', value: { do: 'rule', name: 'leastColumn' } },
      { do: 'edition', edition: 'k/c', id: 'override|a|attr.overlay|', value: { do: 'rule', name: 'minColumn' } },
    ],
  ])('steps: %j', (older, newer) => {
    expect(upgradeStep(older)).toEqual(newer);
    expect(upgradeEdit({ id: 'e', steps: [older] })).toEqual({ id: 'e', steps: [newer] });
  });
  it('a project: kits, sheets, screens, originals and editions', () => {
    const sheet = { accepted: ['x'] };
    expect(
      upgradeProject({
        wears: [{ sheet }],
        sheets: { 'a→b': sheet },
        screens: [{ wears: [{ sheet }], nodes: { a: OLDER_NODE } }],
        originals: {
          card: { does: OLDER_NODE.does, nodes: { a: OLDER_NODE }, rules: [{ set: { a: { over: 'left' } } }] },
        },
      }),
    ).toEqual({
      appliedKits: [{ sheet: { dismissed: ['x'] } }],
      matchSheets: { 'a→b': { dismissed: ['x'] } },
      screens: [{ appliedKits: [{ sheet: { dismissed: ['x'] } }], nodes: { a: NODE } }],
      originals: {
        card: { interactions: NODE.interactions, nodes: { a: NODE }, rules: [{ set: { a: { overlay: 'left' } } }] },
      },
    });
  });
  it('stays the very same object where nothing in it is older, and once it was upgraded', () => {
    for (const value of [NODE, { do: 'move', node: 'a' }, { appliedKits: [], screens: [{ nodes: { a: NODE } }] }]) {
      expect(upgradeNode(value)).toBe(value);
      expect(upgradeStep(value)).toBe(value);
      expect(upgradeProject(value)).toBe(value);
    }
    const once = upgradeNode(OLDER_NODE);
    expect(upgradeNode(once)).toBe(once);
  });
  it('keeps what says today’s name where a record has both', () => {
    expect(upgradeSheet({ accepted: ['old'], dismissed: ['new'] })).toEqual({ dismissed: ['new'] });
  });
  it('says nothing of what has another shape: the checks that follow name it', () => {
    for (const odd of [null, 7, 'text', [], [1, null], { settings: 4, attrs: [], does: 'x' }, { do: 4, field: 9 }])
      for (const upgrade of [upgradeNode, upgradeStep, upgradeProject]) expect(() => upgrade(odd)).not.toThrow();
  });
});
