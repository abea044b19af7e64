import {
  PROP_KIND_NAMES,
  PROP_KINDS,
  STATES,
  type Component,
  type ContentSet,
  type Json,
  type Option,
  type PropKind,
  type Screen,
} from '../model/index.js';
import {
  both,
  fault,
  flag,
  group,
  id,
  isGroup,
  json,
  list,
  name,
  number,
  oneOf,
  orNull,
  record,
  ref,
  text,
  type Check,
} from './checker.js';
import { ownInteraction, tree, when } from './node.js';

/** The shapes of what documents are made of. Each goes to the bottom: what passes can be opened, drawn and undone. */

const wear: Check = group({
  kit: ref,
  shows: ref,
  sheet: (v, w) => sheet(v, w),
});
export const appliedKits: Check = list(wear, 100);

const mapping: Check = record(orNull(text(240)), 20_000);
const propPair: Check = (v, w) =>
  group(
    { to: orNull(text(120)), why: text(400) },
    { options: mapping, item: record(propPair, 500), into: piece, out: piece, also: list(propPair, 50) },
  )(v, w);
const piece: Check = group({ of: oneOf('line', 'item'), at: number(0, 50) }, { field: text(120), rest: flag });
const pair: Check = group(
  {
    from: ref,
    to: orNull(ref),
    confidence: number(-1, 2),
    why: text(400),
    props: record(propPair, 500),
    slots: mapping,
    parts: mapping,
  },
  { chosen: flag, by: text(80), at: text(40) },
);
export const sheet: Check = group(
  {
    from: ref,
    to: ref,
    pairs: record(pair, 2000),
    tokens: mapping,
    textStyles: mapping,
    icons: mapping,
  },
  { dismissed: list(text(600), 2000), tokensChosen: list(text(200), 2000) },
);

export const flow: Check = group({ id, name: name(200) });
/** A situation: texts in it are longer by up to three times, %. */
export const situation: Check = group({ id, name: name(200) }, { longer: number(0, 300), empty: list(id, 2000) });

/** Width and height of a screen, px. */
export const screenWidth = number(40, 10_000);
export const screenHeight = orNull(number(40, 50_000));
export const device = oneOf('phone', 'tablet', 'desktop', 'custom');

const COLUMNS = { count: number(1, 100), gutter: number(0, 1000), margin: number(0, 5000) };
/** What is drawn over a screen to lay it out by. */
export const screenGrid: Check = group(COLUMNS, {
  width: number(1, 10_000),
  from: list(group({ at: number(1, 10_000), ...COLUMNS }, { width: number(1, 10_000) }), 12),
});
export const screenBase = number(1, 500);
export const screenMode = name(60);
export const screenOrder: Check = list(id, 2000);
export const guides: Check = list(group({ id, axis: oneOf('x', 'y'), at: number(-50_000, 50_000) }), 200);

export const screen: Check = both(
  group(
    { id, name: name(200), flow: id, device, width: screenWidth, height: screenHeight, root: id, nodes: () => null },
    { appliedKits, mode: screenMode, order: screenOrder, grid: screenGrid, base: screenBase, guides },
  ),
  (v, w) => tree(v as unknown as Readonly<Record<string, unknown>>, w),
  (v, w) => {
    const s = v as Screen;
    return s.nodes[s.root]?.type === 'box' ? null : fault(w, 'does not begin with a box');
  },
);

const cell: Check = (v, w) =>
  v === null ||
  typeof v === 'boolean' ||
  (typeof v === 'number' && Number.isFinite(v)) ||
  (typeof v === 'string' && v.length <= 20_000)
    ? null
    : fault(w, 'must be a text, a number, yes or no');
export const column: Check = group({ id, name: name(200), kind: oneOf('text', 'number', 'flag', 'image', 'icon') });
export const rowValues: Check = record(cell, 200, id);
export const row: Check = group({ key: id, values: rowValues });
const MOST_ROWS = 10_000;

export const contentSet: Check = both(
  group({ id, name: name(200), columns: list(column, 200), rows: list(row, MOST_ROWS) }),
  (v, w) =>
    twice(
      (v as ContentSet).columns.map((c) => c.id),
      `${w}.columns`,
    ) ??
    twice(
      (v as ContentSet).rows.map((r) => r.key),
      `${w}.rows`,
    ),
);

function twice(keys: readonly string[], where: string): ReturnType<Check> {
  const known = new Set<string>();
  for (const k of keys) {
    if (known.has(k)) return fault(where, `has ${k} twice`);
    known.add(k);
  }
  return null;
}

const option: Check = group({ id, name: text(200) }, { means: text(120) });
export const prop: Check = (v, w) =>
  group(
    { id, name: text(200), kind: oneOf(...PROP_KIND_NAMES), default: json(), description: text(2000) },
    {
      means: text(120),
      options: list(option, 500),
      item: list(prop, 100),
      min: number(-1e9, 1e9),
      max: number(-1e9, 1e9),
      inherits: flag,
      renamedFrom: text(120),
    },
  )(v, w) ?? defaultFits(v as { kind: PropKind; options?: readonly Option[]; default: Json }, w);

function defaultFits(
  p: { readonly kind: PropKind; readonly options?: readonly Option[]; readonly default: Json },
  where: string,
): ReturnType<Check> {
  if (p.kind === 'choice' && !p.options?.length) return fault(where, 'has nothing to choose from');
  return PROP_KINDS[p.kind].takes(p.default, p.options)
    ? null
    : fault(`${where}.default`, `is no value of a ${p.kind}`);
}

export const slot: Check = group(
  { id, name: text(200), description: text(2000), accepts: list(text(80), 200) },
  { means: text(120), min: number(0, 1000), max: number(0, 1000), placeholder: text(200) },
);
export const states = list(oneOf(...STATES), 10);
export const contract: Check = both(
  group({ props: list(prop, 500), slots: list(slot, 100), states, events: list(text(120), 100) }),
  (v, w) => {
    const c = v as Component['contract'];
    return (
      twice(
        c.props.map((p) => p.id),
        `${w}.props`,
      ) ??
      twice(
        c.slots.map((s) => s.id),
        `${w}.slots`,
      )
    );
  },
);

export const ruleWhen: Check = (v, w) => {
  if (!isGroup(v)) return fault(w, 'must be a record');
  const { props, ...rest } = v;
  return when(rest, w) ?? (props === undefined ? null : record(json(4), 50)(props, `${w}.props`));
};
/** Where a rule puts a part. */
export const rulePlace: Check = group({ parent: id, after: orNull(id) });
export const rule: Check = group({ when: ruleWhen, set: record(record(json(6), 100), 500) }, { id: text(200) });

export const ownInteractions: Check = list(ownInteraction, 100);
export const component: Check = both(
  group(
    {
      id,
      name: name(200),
      role: text(80),
      family: text(120),
      summary: text(2000),
      words: list(text(120), 200),
      contract,
      root: id,
      nodes: () => null,
      rules: list(rule, 1000),
    },
    { docs: text(200_000), splitFrom: text(120), interactions: ownInteractions },
  ),
  (v, w) => tree(v as unknown as Readonly<Record<string, unknown>>, w),
);
export const edition: Check = group({ from: ref, steps: list(group({ id: text(600), step: json() }), 2000) });
export const kits: Check = both(list(ref, 100), (v, w) =>
  (v as unknown[]).length > 0 ? null : fault(w, 'must name at least one kit'),
);
