import { isGroup, type Group } from './checker.js';

/**
 * Documents, edits and sheets written before form 2, in today's words. Every function takes plain JSON of any shape, returns it in
 * form 2, and returns the same object where nothing in it is older: what is wrong with it is found by the checks that follow.
 */

const ATTR_NAMES: Readonly<Record<string, string>> = { over: 'overlay', leastColumn: 'minColumn' };
const EDGES: Readonly<Record<string, string>> = { keep: 'pin', share: 'scale', free: 'float' };
const STEPS: Readonly<Record<string, string>> = {
  setting: 'override',
  wears: 'appliedKits',
  screenWears: 'screenAppliedKits',
};

const newer = (names: Readonly<Record<string, string>>, name: string): string =>
  Object.hasOwn(names, name) ? (names[name] ?? name) : name;

/** The record with members under other names and with other values; the same where none changes. */
function mapped(
  group: Group,
  names: Readonly<Record<string, string>>,
  values: Readonly<Record<string, (v: unknown) => unknown>> = {},
): Group {
  let changed = false;
  const next: [string, unknown][] = [];
  for (const [key, value] of Object.entries(group)) {
    const name = newer(names, key);
    const made = Object.hasOwn(values, name) ? (values[name]?.(value) ?? value) : value;
    if (name !== key || made !== value) changed = true;
    // Today's name, where a record has both, is the one that was meant.
    if (name === key || !Object.hasOwn(group, name)) next.push([name, made]);
  }
  return changed ? Object.fromEntries(next) : group;
}

/** A list or record whose entries are each upgraded; anything else as it is. */
function each(upgrade: (v: unknown) => unknown): (v: unknown) => unknown {
  return (v) => {
    if (Array.isArray(v)) {
      let changed = false;
      const next = v.map((x: unknown) => {
        const made = upgrade(x);
        if (made !== x) changed = true;
        return made;
      });
      return changed ? next : v;
    }
    if (!isGroup(v)) return v;
    let changed = false;
    const next = Object.entries(v).map(([key, x]) => {
      const made = upgrade(x);
      if (made !== x) changed = true;
      return [key, made] as const;
    });
    return changed ? Object.fromEntries(next) : v;
  };
}

const group =
  (names: Readonly<Record<string, string>>, values: Readonly<Record<string, (v: unknown) => unknown>> = {}) =>
  (v: unknown): unknown =>
    isGroup(v) ? mapped(v, names, values) : v;

const edge = (v: unknown): unknown => (typeof v === 'string' ? newer(EDGES, v) : v);
const edges = each(edge);
/** The name of an attribute as it is called today. */
export const upgradeAttrName = (name: string): string => newer(ATTR_NAMES, name);
export const upgradeAttrs = group(ATTR_NAMES, { edges });

/** A list prop's items: fields that wait for a component that has a place for them are `parked`. */
const item = group({ waits: 'parked' });
const items = (v: unknown): unknown =>
  Array.isArray(v) ? each((x) => (isGroup(x) && Array.isArray(x['waits']) ? item(x) : x))(v) : v;

function upgradeOverride(v: unknown): unknown {
  if (!isGroup(v)) return v;
  if (v['kind'] !== 'attr') return mapped(v, {}, { value: items });
  const { name } = v;
  if (typeof name !== 'string') return v;
  return mapped(v, {}, { name: (n) => upgradeAttrName(String(n)), ...(name === 'edges' ? { value: edges } : {}) });
}
const overrides = each(upgradeOverride);
/** The identity of an override names its attribute. */
const overrideKey = (v: unknown): unknown =>
  typeof v === 'string'
    ? v.replace(/\|attr\.(over|leastColumn)\|/u, (_, n: string) => `|attr.${upgradeAttrName(n)}|`)
    : v;

function upgradeAction(v: unknown): unknown {
  if (!isGroup(v)) return v;
  if (v['do'] === 'lay') return mapped(v, { over: 'overlay' }, { do: () => 'openOverlay' });
  return v['do'] === 'away' ? { ...v, do: 'closeOverlay' } : v;
}
const interactions = each(group({}, { then: each(upgradeAction) }));

const width = group({}, { attrs: upgradeAttrs });
const entry = group({ settings: 'overrides' }, { overrides: each(overrides) });
/** A node of a tree, or anything that stands in its place. */
export function upgradeNode(v: unknown): unknown {
  if (!isGroup(v)) return v;
  return mapped(
    v,
    { does: 'interactions', ...(v['type'] === 'instance' ? { settings: 'overrides' } : {}) },
    {
      attrs: upgradeAttrs,
      widths: each(width),
      bind: group(ATTR_NAMES),
      overrides,
      entries: each(entry),
      interactions,
      was: group({}, { instance: upgradeNode }),
    },
  );
}
export const upgradeNodes = each(upgradeNode);

const rule = group({}, { set: each(upgradeAttrs) });
const upgradeComponent = group({ does: 'interactions' }, { nodes: upgradeNodes, rules: each(rule), interactions });

/** A match sheet between two kits. */
export const upgradeSheet = group({ accepted: 'dismissed' });
const appliedKits = each(group({}, { sheet: upgradeSheet }));
const upgradeScreen = group({ wears: 'appliedKits' }, { nodes: upgradeNodes, appliedKits });

/** Fields that a `set` step names: a member of the node, `attrs.…`, `bind.…`. */
function fieldName(field: string): string {
  if (field === 'does') return 'interactions';
  const [member, name, ...rest] = field.split('.');
  return (member === 'attrs' || member === 'bind') && name !== undefined && rest.length === 0
    ? `${member}.${upgradeAttrName(name)}`
    : field;
}
const FIELD_VALUES: Readonly<Record<string, (v: unknown) => unknown>> = {
  interactions,
  'attrs.edges': edges,
  widths: each(width),
  entries: each(entry),
  was: group({}, { instance: upgradeNode }),
  bind: group(ATTR_NAMES),
};

/** A change of an edition is named by what it sets. */
function changeId(v: unknown): unknown {
  if (typeof v !== 'string') return v;
  return v
    .replace(/^setting\|/u, 'override|')
    .replace(
      /\|(attrs?)\.(over|leastColumn)(?=\||$)/gu,
      (_, kind: string, n: string) => `|${kind}.${upgradeAttrName(n)}`,
    )
    .replace(/\|does$/u, '|interactions');
}

/** One step of an edit, of whatever kind. */
export function upgradeStep(v: unknown): unknown {
  if (!isGroup(v)) return v;
  const kind = typeof v['do'] === 'string' ? newer(STEPS, v['do']) : v['do'];
  const step = kind === v['do'] ? v : { ...v, do: kind };
  switch (kind) {
    case 'insert':
      return mapped(step, {}, { nodes: upgradeNodes });
    case 'set': {
      const field = typeof step['field'] === 'string' ? fieldName(step['field']) : '';
      return mapped(step, {}, { field: () => field, ...(FIELD_VALUES[field] ? { value: FIELD_VALUES[field] } : {}) });
    }
    case 'override':
      return mapped(step, {}, { key: overrideKey, after: overrideKey, value: upgradeOverride });
    case 'insertScreen':
      return mapped(step, {}, { screen: upgradeScreen });
    case 'appliedKits':
    case 'screenAppliedKits':
      return mapped(step, {}, { value: appliedKits });
    case 'sheet':
      return mapped(step, {}, { value: upgradeSheet });
    case 'original':
      return mapped(step, {}, { value: upgradeComponent });
    case 'about':
      return step['field'] === 'does'
        ? mapped(step, {}, { field: () => 'interactions', value: interactions })
        : mapped(step, {}, step['field'] === 'interactions' ? { value: interactions } : {});
    case 'entry':
      return step['list'] === 'rules' ? mapped(step, {}, { value: rule }) : step;
    case 'rule':
      return mapped(
        step,
        {},
        {
          name: (n) => (typeof n === 'string' ? upgradeAttrName(n) : n),
          ...(step['name'] === 'edges' ? { value: edges } : {}),
        },
      );
    case 'edition':
      return mapped(step, {}, { id: changeId, after: changeId, value: upgradeStep });
    // eslint-disable-next-line no-restricted-syntax -- what is stored may hold anything
    default:
      return step;
  }
}

const edit = group({}, { steps: each(upgradeStep) });
/** An edit as it was stored, sent or kept in a browser. Its steps are not checked here. */
export const upgradeEdit = <E extends object>(stored: E): E => edit(stored) as E;

const edition = group({}, { steps: each(group({}, { id: changeId, step: upgradeStep })) });
/** A whole project. */
export const upgradeProject = group(
  { wears: 'appliedKits', sheets: 'matchSheets' },
  {
    appliedKits,
    matchSheets: each(upgradeSheet),
    screens: each(upgradeScreen),
    originals: each(upgradeComponent),
    editions: each(edition),
  },
);
