import { transferInstance } from '../transfer/index.js';
import {
  plainKind,
  componentAt,
  kitAt,
  contentValue,
  listItems,
  shownComponent,
  shownKit,
  childrenOf,
  PROP_KINDS,
  quoted,
  type ContentSet,
  type Json,
  type Kit,
  type Node,
  type NodeId,
  type Nodes,
  type Prop,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { readPlaceLine, type PlaceContext, type PlaceItem, type PlacePlan } from './placeline.js';
import { firstSlot, mainProp, secondProp } from './values.js';
import type { Thing } from './vocabulary.js';

/** More lines than this are not read. */
export const MOST_LINES = 1000;

/** A plan for several lines, and what was understood otherwise than it was written. */
export interface OutlinePlan extends PlacePlan {
  readonly notes: readonly string[];
}

interface Open {
  readonly indent: number;
  readonly list: Growing[];
  /** What stands before holds nothing: say so when something comes below it. */
  readonly refuses: string | null;
  /** The role of what is open. */
  readonly holder?: string;
}
interface Growing {
  readonly item: PlaceItem;
  readonly children: Growing[];
}

/**
 * Reads indented lines, each a place line; what is indented below a line goes into it. Bullets and numbers in front are
 * passed over. A line that names nothing becomes a text, and what is indented below something that holds nothing stands
 * behind it; both are told in `notes`.
 */
export function readOutline(
  text: string,
  things: readonly Thing[],
  kit: Kit | undefined,
  sets: readonly ContentSet[] = [],
  context: PlaceContext = {},
): OutlinePlan {
  const lines = text
    .replace(/\r\n?/gu, '\n')
    .split('\n')
    .filter((l) => l.trim() !== '');
  if (lines.length > MOST_LINES)
    return {
      items: [],
      says: '',
      offers: [],
      problem: `This outline has ${lines.length} lines; at most ${MOST_LINES} are read at once. Nothing was placed.`,
      notes: [],
    };
  const top: Growing[] = [];
  let stack: Open[] = [{ indent: -1, list: top, refuses: null }];
  const asText = things.find((t) => t.role === 'text');
  const notes: string[] = [];
  let unnamed = 0;
  for (const raw of lines) {
    const indent = indentOf(raw);
    const line = raw.trim().replace(/^(?:[-*•–]\s+|\d{1,3}[.)]\s+)/u, '');
    while (stack.length > 1 && (stack.at(-1)?.indent ?? -1) >= indent) stack = stack.slice(0, -1);
    const holder = stack.at(-1)?.holder;
    const plan = readPlaceLine(line, things, kit, sets, { ...context, ...(holder ? { inside: holder } : {}) });
    let { items } = plan;
    if (plan.problem !== null || items.length === 0) {
      if (!asText || line.length > 4000)
        return {
          items: [],
          says: '',
          offers: [],
          problem: plan.problem ?? 'There is nothing to place in this text.',
          notes,
        };
      unnamed++;
      items = [textItem(asText, line)];
    }
    const { list, refuses } = stack.at(-1) ?? { list: top, refuses: null };
    if (refuses !== null && !notes.includes(refuses)) notes.push(refuses);
    const made = items.map((item): Growing => ({ item, children: [] }));
    list.push(...made);
    const last = made.at(-1);
    if (!last) continue;
    if (holds(last.item.thing))
      stack = [...stack, { indent, list: last.children, refuses: null, holder: last.item.thing.role }];
    else
      stack = [
        ...stack,
        { indent, list, refuses: `${last.item.thing.name} holds nothing; what is indented below it stands behind it.` },
      ];
  }
  if (unnamed > 0)
    notes.push(
      unnamed === lines.length
        ? `None of these lines names a thing in ${kit?.name ?? 'this project'}; ${unnamed === 1 ? 'it was' : 'they were'} placed as text.`
        : `${unnamed} ${unnamed === 1 ? 'line names' : 'lines name'} nothing in ${kit?.name ?? 'this project'} and became text.`,
    );
  const items = top.map(close);
  return {
    items,
    says: `places ${lines.length} lines`,
    offers: [],
    problem: items.length === 0 ? 'There is nothing to place in this text.' : null,
    notes,
  };
}

const holds = (thing: Thing): boolean =>
  thing.kind === 'component'
    ? firstSlot(thing.component) !== undefined
    : thing.kind === 'primitive' && ['row', 'column', 'grid', 'box', 'series'].includes(thing.primitive);
const close = (g: Growing): PlaceItem =>
  g.children.length === 0 ? g.item : { ...g.item, children: [...g.item.children, ...g.children.map(close)] };

/** Tabs count as four. */
function indentOf(line: string): number {
  let n = 0;
  for (const c of line) {
    if (c === ' ' || c === '\u00a0') n++;
    else if (c === '\t') n += 4;
    else break;
  }
  return n;
}

function textItem(thing: Thing, text: string): PlaceItem {
  const main = thing.kind === 'component' ? mainProp(thing.component.contract.props)?.id : 'text';
  return { thing, count: 1, values: main === undefined ? [] : [{ [main]: text }], children: [], from: 0, to: 0 };
}

/**
 * Writes things of a screen as indented lines that `readOutline` makes the same structure of: names, contents, chosen
 * props and what stands inside. Overrides of inner parts and line breaks are not written; own data keeps those.
 */
export function writeOutline(
  world: World,
  appliedKits: readonly AppliedKit[],
  nodes: Nodes,
  ids: readonly NodeId[],
): string {
  const lines: string[] = [];
  const visit = (id: NodeId, depth: number): void => {
    const node = nodes[id];
    if (!node) return;
    lines.push(`${'  '.repeat(depth)}${lineOf(world, appliedKits, node)}`);
    for (const c of childrenOf(node)) visit(c, depth + 1);
  };
  for (const id of ids) visit(id, 0);
  return lines.join('\n');
}

/** One thing as the place line that would make it. */
export function lineOf(world: World, appliedKits: readonly AppliedKit[], node: Node): string {
  switch (node.type) {
    case 'instance': {
      const component = componentAt(world, shownComponent(appliedKits, node.component));
      if (!component) return quoted(node.name ?? 'Gone');
      const chosen = new Map(
        transferInstance(world, appliedKits, node).overrides.flatMap((c) =>
          c.kind === 'prop' && c.at.length === 0 && c.from >= 0 ? [[c.name, c.value] as const] : [],
        ),
      );
      return instanceLine(world, component.name, component.contract.props, chosen);
    }
    case 'box': {
      const plain = plainKind(node);
      const kit = kitAt(world, shownKit(appliedKits, world.project.kits[0] ?? ''));
      // A kit may call one of its own components so.
      const kind = Object.values(kit?.components ?? {}).some((c) => c.name === plain)
        ? `Plain ${plain.toLowerCase()}`
        : plain;
      return node.name === undefined ? kind : `${kind} ${quoted(node.name)}`;
    }
    case 'text':
      return `Plain text ${quoted(node.attrs.text ?? '')}`;
    case 'icon':
      return `Plain icon ${quoted(node.attrs.icon ?? '')}`;
    case 'image':
      return 'Plain picture';
    case 'series':
      return node.rows === undefined
        ? `Series ${node.entries.length}`
        : `Series from ${world.project.contentSets[node.rows]?.name ?? ''}`;
    case 'shape':
    case 'slot':
      return 'Space';
  }
}

function instanceLine(world: World, name: string, props: readonly Prop[], chosen: ReadonlyMap<string, Json>): string {
  const main = mainProp(props);
  const list = props.find((p) => p.kind === 'list');
  const from = list ? contentValue(chosen.get(list.id)) : null;
  const contents: string[] = [];
  const rest: string[] = [];
  const done = new Set<string>();
  const items = list && !from && chosen.has(list.id) ? listItems(chosen.get(list.id)) : [];
  if (list && from && 'rows' in from) {
    const set = world.project.contentSets[from.rows];
    const columns = Object.values(from.fields);
    const one = columns.length === 1 ? set?.columns.find((c) => c.id === columns[0]) : undefined;
    if (set) contents.push(`from ${one ? `${one.name} of ` : ''}${set.name}`);
    done.add(list.id);
  } else if (list && items.length > 0) {
    if (main) {
      contents.push(quoted(String(chosen.get(main.id) ?? main.default ?? '')));
      done.add(main.id);
    }
    contents.push(...items.map((i) => itemText(list.item ?? [], i.values)));
    done.add(list.id);
  } else if (main && typeof chosen.get(main.id) === 'string') {
    contents.push(quoted(String(chosen.get(main.id))));
    done.add(main.id);
  }
  for (const p of props) {
    if (done.has(p.id) || !chosen.has(p.id)) continue;
    const value = valueText(p, chosen.get(p.id));
    if (value !== null) rest.push(`${p.name} ${value}`);
  }
  return `${name}${contents.length > 0 ? ` ${contents.join(', ')}` : ''}${rest.length > 0 ? ` with ${rest.join(', ')}` : ''}`;
}

function itemText(props: readonly Prop[], values: Readonly<Record<string, Json>>): string {
  const main = mainProp(props);
  const second = secondProp(props);
  const icon = props.find((p) => p.kind === 'icon');
  const label = main ? String(values[main.id] ?? main.default ?? '') : '';
  const value = second ? values[second.id] : undefined;
  const glyph = icon ? values[icon.id] : undefined;
  const plain = /[:"“”]/u.test(label);
  const text =
    value !== undefined && value !== '' && value !== null && !plain
      ? `${label}: ${quoted(String(value))}`
      : quoted(label);
  return typeof glyph === 'string' && glyph !== '' && glyph !== 'none' ? `${text} (${glyph})` : text;
}

const valueText = (prop: Prop, value: Json | undefined): string | null => PROP_KINDS[prop.kind].line(prop, value);
