import { copyPiece, newInstance, type NewId, type Piece } from '../edit/index.js';
import {
  defaultRoom,
  kitRef,
  qualify,
  type ContentSet,
  type Component,
  type Json,
  type Node,
  type NodeId,
  type SeriesEntry,
  type Override,
} from '../model/index.js';
import { bindColumns } from './bind.js';
import { MOST_COPIES, type PlaceItem, type PlacePlan } from './placeline.js';
import { firstSlot, mainProp } from './values.js';
import type { PlainPart, Thing } from './vocabulary.js';

/** Which component to place for a reference: itself, or what stands behind a lens. */
export type Behind = (ref: string) => string;

/** Makes the nodes a place line asks for. */
export function buildPieces(plan: PlacePlan, newId: NewId, behind: Behind = (r) => r): Piece[] {
  return plan.items.flatMap((item) => buildItem(item, newId, behind));
}

function buildItem(item: PlaceItem, newId: NewId, behind: Behind): Piece[] {
  const { span } = item;
  const made = buildAll(item, newId, behind);
  if (span === undefined) return made;
  return made.map((p) => {
    const root = p.nodes[p.root];
    return root
      ? { ...p, nodes: { ...p.nodes, [p.root]: { ...root, attrs: { ...root.attrs, width: 'stretch', span } } } }
      : p;
  });
}

function buildAll(item: PlaceItem, newId: NewId, behind: Behind): Piece[] {
  const pieces: Piece[] = [];
  if (item.rows && !(item.thing.kind === 'primitive')) return [buildRows(item, item.rows, newId, behind)];
  // `2 columns` of layout stand side by side.
  if (item.thing.kind === 'primitive' && item.thing.primitive === 'column' && item.count > 1)
    return [sideBySide(item, newId, behind)];
  for (let i = 0; i < item.count; i++) {
    const values = item.values[Math.min(i, item.values.length - 1)] ?? {};
    pieces.push(buildOne(item, values, newId, behind));
  }
  return pieces;
}

function sideBySide(item: PlaceItem, newId: NewId, behind: Behind): Piece {
  const columns = Array.from({ length: item.count }, (_, i) =>
    buildOne(item, item.values[Math.min(i, item.values.length - 1)] ?? {}, newId, behind),
  );
  const id = newId();
  const nodes: Record<NodeId, Node> = Object.assign({}, ...columns.map((c) => c.nodes));
  nodes[id] = {
    id,
    type: 'box',
    attrs: { flow: 'row', gap: '{means:gap}', align: 'start', width: 'stretch' },
    children: columns.map((c) => c.root),
  };
  return { root: id, nodes };
}

function overridesOf(ref: string, values: Readonly<Record<string, Json>>): Override[] {
  return Object.entries(values).map(([name, value]) => ({ home: ref, at: [], kind: 'prop', name, value }));
}

function buildOne(item: PlaceItem, values: Readonly<Record<string, Json>>, newId: NewId, behind: Behind): Piece {
  const { thing } = item;
  const inside = item.children.flatMap((c) => buildItem(c, newId, behind));
  const nodes: Record<NodeId, Node> = {};
  for (const p of inside) Object.assign(nodes, p.nodes);
  const children = inside.map((p) => p.root);
  const id = newId();
  switch (thing.kind) {
    case 'component': {
      const component = behind(thing.ref);
      // What was typed is in the terms of the component that was named; behind a lens it is carried like any choice.
      const node = newInstance(id, component, defaultRoom(thing.component.role), overridesOf(thing.ref, values));
      const slot = firstSlot(thing.component);
      nodes[id] =
        children.length > 0 && slot ? { ...node, fills: [{ home: thing.ref, slot: slot.id, children }] } : node;
      return { root: id, nodes };
    }
    case 'template':
      return buildTemplate(item, newId);
    case 'primitive':
      if (thing.primitive === 'series') return seriesNode(id, values, item.rows, children, nodes, newId);
      nodes[id] = primitiveNode(id, thing.primitive, values, children);
      return { root: id, nodes };
  }
}

/** One for each row of a content set: a table gets a column for each of the set's, a list its items, anything else becomes a series. */
function buildRows(item: PlaceItem, set: ContentSet, newId: NewId, behind: Behind): Piece {
  const { thing } = item;
  const one = buildOne(item, item.values[0] ?? {}, newId, behind);
  const root = one.nodes[one.root];
  if (thing.kind !== 'component' || root?.type !== 'instance') return one;
  const { component, ref } = thing;
  if (component.role === 'table') return tableOf(one, thing, set, newId, behind, item.typed === true);
  const list = component.contract.props.find((p) => p.kind === 'list');
  if (list) {
    const fields = bindColumns(
      list.item ?? [],
      item.column === undefined ? set.columns : set.columns.filter((c) => c.id === item.column),
    );
    return {
      root: one.root,
      nodes: {
        ...one.nodes,
        [one.root]: {
          ...root,
          overrides: [
            ...root.overrides,
            { home: ref, at: [], kind: 'prop', name: list.id, value: { rows: set.id, fields } },
          ],
        },
      },
    };
  }
  return seriesOf(one, component, set, newId);
}

/** A piece repeated over the rows of a content set, its props bound to the columns that fit. */
export function seriesOf(one: Piece, component: Component, set: ContentSet, newId: NewId): Piece {
  const root = one.nodes[one.root];
  if (!root) return one;
  const id = newId();
  const bound = bindColumns(component.contract.props, set.columns);
  const bind = Object.fromEntries(Object.entries(bound).map(([prop, column]) => [`props.${prop}`, `row.${column}`]));
  const gap = component.role === 'listitem' ? 0 : '{means:gap}';
  const series: Node = {
    id,
    type: 'series',
    attrs: { flow: 'column', gap, width: 'stretch' },
    item: one.root,
    rows: set.id,
    entries: [],
  };
  return { root: id, nodes: { ...one.nodes, [one.root]: { ...root, bind }, [id]: series } };
}

/** Which guise a column of a content set is shown in: by its kind, its name and what stands in it. */
function guiseOf(column: ContentSet['columns'][number], set: ContentSet): string {
  if (column.kind === 'number') return 'number';
  if (column.kind === 'flag') return 'checkbox';
  if (column.kind === 'image') return 'avatar';
  if (column.kind === 'icon') return 'badge';
  const values = set.rows.map((r) => String(r.values[column.id] ?? ''));
  if (
    /portrait|avatar|initials|face/iu.test(column.name) ||
    (values.length > 2 && values.every((v) => /^\p{Lu}{2,3}$/u.test(v)))
  )
    return 'avatar';
  // Few short words that come again and again say what state something is in.
  const different = new Set(values);
  const money = values.every((v) => /\d/u.test(v));
  if (
    values.length >= 6 &&
    different.size <= 6 &&
    different.size * 2 <= values.length &&
    !money &&
    values.every((v) => v.length <= 14)
  )
    return 'badge';
  return money && values.every((v) => /^[^\p{L}]*[\d.,]+[^\p{L}]*$/u.test(v)) ? 'number' : 'text';
}

/**
 * Columns for a table from a content set, one for each of its own, bound to it so that new rows show by themselves.
 * @param siblings the components of the table's kit, among them its column
 * @param typed the rows are written into the columns instead
 * @returns null when the kit has no column to make them with
 */
export function tableColumns(
  ref: string,
  table: Component,
  siblings: readonly Component[],
  set: ContentSet,
  newId: NewId,
  behind: Behind = (r) => r,
  typed = false,
): { readonly slot: string; readonly pieces: readonly Piece[] } | null {
  const slot = firstSlot(table);
  const found = siblings.find((c) => c.role === 'column');
  if (!slot || !found) return null;
  const home = `${ref.slice(0, ref.lastIndexOf('/'))}/${found.id}`;
  const heading = mainProp(found.contract.props);
  const kind = found.contract.props.find((p) => p.means === 'guise');
  const cells = found.contract.props.find((p) => p.kind === 'list');
  const text = cells?.item ? mainProp(cells.item) : undefined;
  const flag = cells?.item?.find((p) => p.kind === 'flag' && p.means === 'checked');
  const pieces = set.columns.map((column): Piece => {
    const id = newId();
    const guise = guiseOf(column, set);
    const field = column.kind === 'flag' ? flag : text;
    const overrides: Override[] = [];
    const choose = (name: string | undefined, value: Json | undefined): void =>
      void (name !== undefined && value !== undefined && overrides.push({ home, at: [], kind: 'prop', name, value }));
    choose(heading?.id, column.name);
    choose(kind?.id, kind?.options?.find((o) => o.means === guise)?.id);
    const written = (): Json =>
      set.rows.map((r) => ({ key: r.key, values: field ? { [field.id]: r.values[column.id] ?? '' } : {} }));
    choose(cells?.id, !field ? undefined : typed ? written() : { rows: set.id, fields: { [field.id]: column.id } });
    return { root: id, nodes: { [id]: newInstance(id, behind(home), { width: 'stretch' }, overrides) } };
  });
  return { slot: slot.id, pieces };
}

function tableOf(
  one: Piece,
  thing: Extract<Thing, { kind: 'component' }>,
  set: ContentSet,
  newId: NewId,
  behind: Behind,
  typed: boolean,
): Piece {
  const root = one.nodes[one.root];
  const made = tableColumns(thing.ref, thing.component, thing.siblings, set, newId, behind, typed);
  if (root?.type !== 'instance' || !made) return one;
  const nodes: Record<NodeId, Node> = { ...one.nodes };
  for (const p of made.pieces) Object.assign(nodes, p.nodes);
  nodes[root.id] = { ...root, fills: [{ home: thing.ref, slot: made.slot, children: made.pieces.map((p) => p.root) }] };
  return { root: one.root, nodes };
}

function buildTemplate(item: PlaceItem, newId: NewId): Piece {
  if (item.thing.kind !== 'template') throw new TypeError('Only templates are copied whole');
  const { template, kit } = item.thing;
  return copyPiece(qualify(template.nodes, kitRef(kit)), template.root, newId);
}

/** What is inside, repeated: `Series 4`, or once a row of a content set. */
function seriesNode(
  id: NodeId,
  values: Readonly<Record<string, Json>>,
  rows: ContentSet | undefined,
  children: readonly NodeId[],
  nodes: Record<NodeId, Node>,
  newId: NewId,
): Piece {
  let item = children[0];
  if (item === undefined || children.length > 1) {
    item = newId();
    nodes[item] = primitiveNode(item, 'column', {}, children);
  }
  const count = Math.max(1, Math.min(MOST_COPIES, Math.trunc(Number(values['text'])) || 3));
  nodes[id] = {
    id,
    type: 'series',
    attrs: { flow: 'column', gap: '{means:gap}', width: 'stretch' },
    item,
    ...(rows ? { rows: rows.id } : {}),
    entries: rows ? [] : countEntries(count),
  };
  return { root: id, nodes };
}

/** Entries of a series of so many. */
export function countEntries(count: number): SeriesEntry[] {
  return Array.from({ length: count }, (_, i) => ({ key: `k${i + 1}`, overrides: {} }));
}

function primitiveNode(
  id: NodeId,
  primitive: Exclude<PlainPart, 'series'>,
  values: Readonly<Record<string, Json>>,
  children: readonly NodeId[],
): Node {
  const name = typeof values['text'] === 'string' ? { name: values['text'] } : {};
  switch (primitive) {
    case 'row':
      return {
        id,
        type: 'box',
        ...name,
        attrs: { flow: 'row', gap: '{means:gap}', align: 'center', width: 'stretch' },
        children,
      };
    case 'grid':
      return {
        id,
        type: 'box',
        ...name,
        attrs: {
          flow: 'grid',
          ...(typeof values['tracks'] === 'string'
            ? { tracks: values['tracks'] }
            : { columns: typeof values['columns'] === 'number' ? values['columns'] : 2 }),
          gap: '{means:gap}',
          align: 'stretch',
          width: 'stretch',
        },
        children,
      };
    case 'column':
    case 'box':
      return {
        id,
        type: 'box',
        ...name,
        attrs: {
          flow: 'column',
          gap: '{means:gap}',
          width: 'stretch',
          ...(primitive === 'box'
            ? { padding: '{means:gap}', fill: '{means:surface}', stroke: '{means:line}', radius: '{means:corner}' }
            : {}),
        },
        children,
      };
    case 'text':
      return {
        id,
        type: 'text',
        attrs: {
          text: String(values['text'] ?? 'Text'),
          textStyle: 'means:body',
          color: '{means:ink}',
          width: 'stretch',
        },
      };
    case 'picture':
      return { id, type: 'image', name: 'Picture', attrs: { width: 'stretch', aspect: 1.6, fit: 'cover' } };
    case 'line':
      return {
        id,
        type: 'shape',
        name: 'Line',
        attrs: { shape: 'line', width: 'stretch', height: 1, stroke: '{means:line}', strokeWidth: 1 },
      };
    case 'ellipse':
      return {
        id,
        type: 'shape',
        name: 'Ellipse',
        attrs: { shape: 'ellipse', width: 48, height: 48, fill: '{means:primary-soft}' },
      };
    case 'path':
      return {
        id,
        type: 'shape',
        name: 'Path',
        attrs: {
          shape: 'path',
          width: 48,
          height: 48,
          path: 'M4 44 L24 6 L44 44 Z',
          fill: '{means:primary-soft}',
        },
      };
    case 'space':
      return { id, type: 'box', name: 'Space', attrs: { height: 16, width: 'stretch' }, children: [] };
    case 'icon':
      return {
        id,
        type: 'icon',
        name: 'Icon',
        attrs: {
          icon: String(values['text'] ?? 'circle')
            .toLowerCase()
            .replace(/\s+/gu, '-'),
          color: '{means:ink}',
          size: 24,
        },
      };
  }
}
