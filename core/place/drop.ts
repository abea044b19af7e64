import { SCRIM, type Box, type GridLines } from '../layout/index.js';
import { slotPlace, type Spot } from '../edit/index.js';
import {
  BOX_FLOWS,
  plainKind,
  componentAt,
  listAt,
  placesOf,
  shownComponent,
  type ParentRef,
  type NodeId,
  type Screen,
  type AppliedKit,
  type World,
} from '../model/index.js';

/** A place something would land in: the spot, the bar that shows it, and the container, all in px of the screen. */
export interface Drop {
  readonly spot: Spot;
  readonly bar: Rect;
  readonly around: Rect;
  /** What takes it, in words. */
  readonly says: string;
}
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const rect = (b: Box): Rect => ({ x: b.x, y: b.y, w: b.w, h: b.h });
const inside = (b: Box, x: number, y: number): boolean => x >= b.x && y >= b.y && x <= b.x + b.w && y <= b.y + b.h;

/** The way from the outermost box down to the deepest one under a point. */
export function pathAt(root: Box, x: number, y: number): Box[] {
  const path: Box[] = [];
  const walk = (b: Box): void => {
    path.push(b);
    for (let i = b.children.length - 1; i >= 0; i--) {
      const c = b.children[i];
      if (c && inside(c, x, y)) {
        walk(c);
        return;
      }
    }
  };
  if (inside(root, x, y)) walk(root);
  return path;
}

/** Every box by its key. */
export function boxesByKey(root: Box): ReadonlyMap<string, Box> {
  const all = new Map<string, Box>();
  const walk = (b: Box): void => {
    all.set(b.node.key, b);
    b.children.forEach(walk);
  };
  walk(root);
  return all;
}

/**
 * Where something held at a point of a screen would land: in the deepest row, column or slot there that takes it,
 * between the children that the point lies between.
 * @param roles of what is held; a slot that names roles takes only those
 * @param without nodes that are held themselves: nothing lands in or beside its own inside
 */
export function dropAt(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  root: Box,
  x: number,
  y: number,
  roles: readonly string[],
  without: readonly NodeId[] = [],
): Drop | null {
  const path = pathAt(root, x, y);
  const held = new Set(without);
  const own = path.findIndex((b) => held.has(b.node.key));
  const open = own < 0 ? path : path.slice(0, own);
  const boxes = boxesByKey(root);
  for (let i = open.length - 1; i >= 0; i--) {
    const box = open[i];
    // Nothing is put behind what lies over a screen.
    if (box?.node.key === SCRIM) return null;
    const node = box ? screen.nodes[box.node.key] : undefined;
    if (!box || !node) continue;
    if (node.type === 'box')
      return between(
        screen,
        { parent: node.id },
        box,
        boxes,
        x,
        y,
        held,
        node.id === screen.root ? screen.name : (node.name ?? `the ${plainKind(node).toLowerCase()}`),
      );
    if (node.type !== 'instance') continue;
    const component = componentAt(world, shownComponent(appliedKits, node.component));
    const slot = component?.contract.slots.find(
      (s) => s.accepts.length === 0 || roles.every((r) => s.accepts.includes(r)),
    );
    // Near its upper and lower edge a thing means what is around it, in the middle what it holds.
    const edge = Math.min(14, box.h / 4);
    if (!component || !slot || y < box.y + edge || y > box.y + box.h - edge) continue;
    const into = slotPlace(world, appliedKits, node, slot.id);
    return between(
      screen,
      into,
      slotBox(screen, into, box, boxes),
      boxes,
      x,
      y,
      held,
      `${slot.name} of ${component.name}`,
    );
  }
  return null;
}

/** The box around what stands in a slot; the whole thing while nothing does. */
function slotBox(screen: Screen, into: ParentRef, owner: Box, boxes: ReadonlyMap<string, Box>): Box {
  const first = boxes.get(listAt(screen.nodes, into)[0] ?? '');
  if (!first) return owner;
  const find = (b: Box): Box | null => {
    if (b.children.includes(first)) return b;
    for (const c of b.children) {
      const f = find(c);
      if (f) return f;
    }
    return null;
  };
  return find(owner) ?? owner;
}

function between(
  screen: Screen,
  into: ParentRef,
  around: Box,
  boxes: ReadonlyMap<string, Box>,
  x: number,
  y: number,
  held: ReadonlySet<NodeId>,
  says: string,
): Drop {
  const list = listAt(screen.nodes, into);
  const there = list.flatMap((id) => {
    const b = boxes.get(id);
    return b && !held.has(id) && b.node.look.overlay === undefined ? [{ id, b }] : [];
  });
  const box = around.node.type === 'box';
  const { along } = BOX_FLOWS[around.node.look.flow];
  const row = along === 'x' && box;
  const grid = along === 'lines';
  const thick = 4;
  if (along === 'none' && box) {
    // Where it is let go is where it lies, in front of what is there.
    const bar = { x: x - 6, y: y - thick / 2, w: 12, h: thick };
    const at = { x: x - around.x, y: y - around.y };
    return { spot: { into, after: there.at(-1)?.id ?? null, at }, bar, around: rect(around), says };
  }
  const lines = grid && around.node.type === 'box' ? around.lines : undefined;
  const cell =
    lines &&
    cellAt(
      lines,
      around,
      x,
      y,
      there.map(({ b }) => b),
    );
  if (lines && cell) {
    const [c, r] = [lines.columns[cell.column - 1], lines.rows[cell.row - 1]];
    const bar = {
      x: around.x + (c?.at ?? 0),
      y: around.y + (r?.at ?? around.h - thick),
      w: c?.size ?? thick,
      h: r?.size ?? thick,
    };
    const where = `column ${cell.column}, row ${cell.row} of ${says}`;
    return { spot: { into, after: there.at(-1)?.id ?? null, cell }, bar, around: rect(around), says: where };
  }
  let after: NodeId | null = null;
  let at = 0;
  for (const { id, b } of there) {
    const past = grid ? y > b.y + b.h || (y >= b.y && x > b.x + b.w / 2) : row ? x > b.x + b.w / 2 : y > b.y + b.h / 2;
    if (!past) break;
    after = id;
    at++;
  }
  const before = there[at - 1]?.b;
  const next = there[at]?.b;
  const sideways = row || grid;
  let bar: Rect;
  if (sideways) {
    const line = next ?? before ?? around;
    const bx =
      before && next && Math.abs(before.y - next.y) < 1
        ? (before.x + before.w + next.x) / 2
        : next
          ? next.x - 6
          : before
            ? before.x + before.w + 6
            : around.x + 6;
    bar = { x: bx - thick / 2, y: line.y, w: thick, h: line.h };
  } else {
    const by =
      before && next
        ? (before.y + before.h + next.y) / 2
        : next
          ? next.y - 6
          : before
            ? before.y + before.h + 6
            : around.y + around.node.look.paddingTop + 4;
    bar = {
      x: around.x + around.node.look.paddingLeft,
      y: by - thick / 2,
      w: Math.max(20, around.w - around.node.look.paddingLeft - around.node.look.paddingRight),
      h: thick,
    };
  }
  // A held neighbour keeps its place in the list, so what is put down stands behind the last free one.
  return { spot: { into, after: after ?? null, ...(lines ? { cell: null } : {}) }, bar, around: rect(around), says };
}

/** The free cell of a grid at a point, from 1; null where something stands, or outside of all columns. */
function cellAt(
  lines: GridLines,
  around: Box,
  x: number,
  y: number,
  taken: readonly Box[],
): { readonly column: number; readonly row: number } | null {
  if (taken.some((b) => inside(b, x, y))) return null;
  const column = lines.columns.findIndex((c) => x >= around.x + c.at && x <= around.x + c.at + c.size);
  const last = lines.rows.at(-1);
  const below = last === undefined || y > around.y + last.at + last.size;
  const row = below
    ? lines.rows.length
    : lines.rows.findIndex((r) => y >= around.y + r.at && y <= around.y + r.at + r.size);
  if (column < 0 || row < 0) return null;
  // What is held stands in the rows there are: one of them may be its own.
  const free = !taken.some((b) => {
    const [c, r] = [lines.columns[column], lines.rows[row]];
    if (!c || !r) return false;
    const [cx, cy] = [around.x + c.at + c.size / 2, around.y + r.at + r.size / 2];
    return (
      inside(b, cx, cy) ||
      (b.x < around.x + c.at + c.size - 1 &&
        b.x + b.w > around.x + c.at + 1 &&
        b.y < around.y + r.at + r.size - 1 &&
        b.y + b.h > around.y + r.at + 1)
    );
  });
  return free ? { column: column + 1, row: row + 1 } : null;
}

/**
 * Where something held over the line of a node would land: before it, behind it, or inside where it takes that.
 * @param part how far down the line the point is: 0 its upper edge, 1 its lower
 * @param roles of what is held; a slot that names roles takes only those
 */
export function dropBeside(
  world: World,
  appliedKits: readonly AppliedKit[],
  screen: Screen,
  id: NodeId,
  part: number,
  roles: readonly string[],
): { readonly spot: Spot; readonly where: 'before' | 'after' | 'inside' } | null {
  const node = screen.nodes[id];
  const into = placesOf(screen.nodes).get(id);
  if (!node || !into) return null;
  if (part > 0.3 && part < 0.75) {
    const slots =
      node.type === 'instance'
        ? componentAt(world, shownComponent(appliedKits, node.component))?.contract.slots
        : undefined;
    const slot = slots?.find((s) => s.accepts.length === 0 || roles.every((r) => s.accepts.includes(r)));
    const inner =
      node.type === 'box'
        ? { parent: id }
        : node.type === 'instance' && slot
          ? slotPlace(world, appliedKits, node, slot.id)
          : null;
    if (inner) return { spot: { into: inner, after: listAt(screen.nodes, inner).at(-1) ?? null }, where: 'inside' };
  }
  if (part >= 0.5) return { spot: { into, after: id }, where: 'after' };
  const list = listAt(screen.nodes, into);
  return { spot: { into, after: list[list.indexOf(id) - 1] ?? null }, where: 'before' };
}
