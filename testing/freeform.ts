import { readTracks, type Edge, type Kit, type KitRef, type Node, type TextStyle } from '../core/index.js';
import { lettersOf, px, resolved, WIDE, WORDS, type Drawn, type Plain } from './boxes.js';
import type { Chance } from './random.js';

type Attrs = Node['attrs'];
const SIDES = ['start', 'center', 'end', 'stretch'] as const;
const EDGES = ['pin', 'scale', 'float'] as const;

/** A child: something of a given size, a text, or another grid or free box. */
function child(chance: Chance, depth: number, next: () => string, inFree: boolean): Plain {
  if (depth < 3 && chance.is(0.3)) return held(chance, depth, next, inFree);
  const id = next();
  if (!inFree && chance.is(0.35)) {
    const text = Array.from({ length: 1 + chance.below(4) }, () => chance.of(WORDS)).join(' ');
    return { id, attrs: { width: chance.is(0.3) ? 'stretch' : 'fit' }, text, children: [] };
  }
  const width = !inFree && chance.is(0.4) ? 'stretch' : 20 + chance.below(120);
  const height = !inFree && chance.is(0.25) ? 'stretch' : 12 + chance.below(60);
  return { id, attrs: { width, height, ...(chance.is(0.1) ? { minWidth: chance.below(80) } : {}) }, children: [] };
}
/** A grid or a free box with what stands in it. */
function held(chance: Chance, depth: number, next: () => string, inFree: boolean): Plain {
  const id = next();
  const grid = chance.is(0.55);
  const count = 1 + chance.below(6);
  const room: Attrs =
    depth === 0 ? { width: 'stretch' } : { width: inFree || chance.is(0.2) ? 120 + chance.below(300) : 'stretch' };
  if (!grid) {
    const children = Array.from({ length: count }, () => child(chance, depth + 1, next, true)).map((c) =>
      placed(chance, c),
    );
    return { id, attrs: { ...room, flow: 'free', height: 80 + chance.below(200) }, children };
  }
  const columns = 1 + chance.below(5);
  const tracks = Array.from({ length: columns }, () =>
    chance.of(['1fr', '1fr', '2fr', 'auto', String(30 + chance.below(90))]),
  ).join(' ');
  const sort = chance.below(4);
  const attrs: Attrs = {
    ...room,
    flow: 'grid',
    gap: chance.below(14),
    rowGap: chance.below(14),
    padding: chance.below(10),
    align: chance.of(SIDES),
    ...(inFree ? { height: 60 + chance.below(160) } : {}),
    ...(sort === 0 ? { minColumn: 60 + chance.below(150) } : sort === 1 ? { columns } : { tracks }),
  };
  const children = Array.from({ length: count }, () => child(chance, depth + 1, next, false)).map((c, i): Plain => {
    const cell: Record<string, number> = {};
    if (sort !== 0 && chance.is(0.25)) cell['span'] = 1 + chance.below(columns);
    if (chance.is(0.15)) cell['rowSpan'] = 2 + chance.below(2);
    const span = cell['span'] ?? 1;
    if (sort !== 0 && chance.is(0.15)) cell['column'] = 1 + chance.below(columns - span + 1);
    // A row that is full has no more columns here; CSS would make one.
    if (sort !== 0 && i === 0 && chance.is(0.3)) cell['row'] = 1 + chance.below(4);
    // As wide as its content, a free box is as wide as what is placed in it; in CSS that takes no room.
    const wide = c.attrs.flow === 'free' && sort > 1 ? { width: 60 + chance.below(200) } : {};
    return { ...c, attrs: { ...c.attrs, ...cell, ...wide } };
  });
  return { id, attrs, children };
}
/** Somewhere in a free box, its edges doing anything: placed in a room that need not be the one there is. */
function placed(chance: Chance, c: Plain): Plain {
  const edge = (): Edge => chance.of(EDGES);
  const far = chance.is(0.75);
  const place: Attrs = {
    x: chance.below(200),
    y: chance.below(120),
    ...(far
      ? {
          right: chance.below(200),
          bottom: chance.below(120),
          edges: { left: edge(), right: edge(), top: edge(), bottom: edge() },
        }
      : {}),
  };
  return { ...c, attrs: { ...c.attrs, ...place } };
}

const numeric = (v: unknown): number => (typeof v === 'number' ? v : 0);

/** The same along one axis of an absolutely placed box. */
function insets(a: Attrs, across: boolean): readonly string[] {
  const [start, end] = across ? ['left', 'right'] : ['top', 'bottom'];
  const size = Math.max(numeric(across ? a.width : a.height), across ? numeric(a.minWidth) : 0);
  const near = numeric(across ? a.x : a.y);
  const far = across ? a.right : a.bottom;
  const name = across ? 'width' : 'height';
  const own = `${name}:${px(size)}`;
  if (far === undefined) return [`${start}:${px(near)}`, own];
  const was = near + size + far;
  const at = (distance: number, edge: Edge): string | null =>
    edge === 'pin' ? px(distance) : edge === 'scale' ? `${was > 0 ? (distance / was) * 100 : 0}%` : null;
  const first = at(near, (across ? a.edges?.left : a.edges?.top) ?? 'pin');
  const last = at(far, (across ? a.edges?.right : a.edges?.bottom) ?? 'float');
  if (first !== null && last !== null) return [`${start}:${first}`, `${end}:${last}`, `${name}:auto`];
  if (first !== null) return [`${start}:${first}`, own];
  if (last !== null) return [`${end}:${last}`, own];
  return [`${start}:calc(50% + ${(near - size - far) / 2}px)`, own];
}

function cssOf(p: Plain, around: Plain | null, letters: TextStyle | undefined): string {
  const a = p.attrs;
  const css = ['box-sizing:border-box', ...(a.minWidth === undefined ? [] : [`min-width:${px(a.minWidth)}`])];
  if (p.text !== undefined && letters) css.push(...lettersOf(letters));
  if (a.flow === 'grid') {
    const columns = a.minColumn
      ? `repeat(auto-fit,minmax(min(100%,${px(a.minColumn)}),1fr))`
      : (readTracks(a.tracks ?? '') ?? Array.from({ length: a.columns ?? 2 }, () => ({ kind: 'fr' as const, size: 1 })))
          .map((t) => (t.kind === 'auto' ? 'auto' : t.kind === 'fr' ? `minmax(0,${t.size}fr)` : `${t.size}px`))
          .join(' ');
    css.push(
      'display:grid',
      `grid-template-columns:${columns}`,
      `gap:${px(a.rowGap)} ${px(a.gap)}`,
      `padding:${px(a.padding)}`,
      'align-content:start',
      `align-items:${a.align ?? 'start'}`,
      `justify-items:${a.align === 'stretch' ? 'stretch' : 'start'}`,
    );
  } else if (a.flow === 'free') css.push(around?.attrs.flow === 'free' ? '' : 'position:relative');
  if (!around)
    return [...css, `width:${px(WIDE)}`, ...(typeof a.height === 'number' ? [`height:${px(a.height)}`] : [])].join(';');
  if (around.attrs.flow === 'free')
    return [...css, 'position:absolute', ...insets(a, true), ...insets(a, false)].join(';');
  if (typeof a.width === 'number') css.push(`width:${px(a.width)}`);
  if (a.width === 'stretch') css.push('justify-self:stretch');
  if (typeof a.height === 'number') css.push(`height:${px(a.height)}`);
  if (a.height === 'stretch') css.push('align-self:stretch');
  const lines = (from: number | undefined, n: number | undefined): string =>
    `${from ?? 'auto'} / ${n === undefined ? 'span 1' : `span ${n}`}`;
  css.push(`grid-column:${lines(a.column, a.span)}`, `grid-row:${lines(a.row, a.rowSpan)}`);
  return css.join(';');
}

/** Makes a random tree of grids and free boxes, for ours and for the browser’s own layout. */
export function exactTree(chance: Chance, kits: ReadonlyMap<KitRef, Kit>, textStyle: string): Drawn {
  let serial = 0;
  const tree = held(chance, 0, () => `g${serial++}`, false);
  return resolved(tree, kits, textStyle, (looks) => {
    const html = (p: Plain, around: Plain | null): string =>
      `<div data-id="${p.id}" style="${cssOf(p, around, looks.get(p.id))}">${p.text ?? p.children.map((c) => html(c, p)).join('')}</div>`;
    return html(tree, null);
  });
}
