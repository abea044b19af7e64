import {
  blankScreen,
  emptyProject,
  resolve,
  type Kit,
  type KitRef,
  type Node,
  type RNode,
  type Screen,
  type TextStyle,
  type World,
} from '../core/index.js';
import type { Chance } from './random.js';

/** A random tree of rows, columns and texts, with everything that sizes depend on; ours, and as HTML for the browser's own. */
export interface Drawn {
  readonly root: RNode;
  readonly html: string;
  /** Of each part, outermost first. */
  readonly ids: readonly string[];
}

export const WORDS = [
  'Port Ellery',
  'to',
  'Gull Holm',
  'sailing',
  'at quarter past nine',
  'a',
  'quayside',
  '14 June',
  'Skerrow',
];

type Attrs = Node['attrs'];

export interface Plain {
  readonly id: string;
  readonly attrs: Attrs;
  readonly text?: string;
  readonly children: readonly Plain[];
}

export const px = (v: unknown): string => `${typeof v === 'number' ? v : 0}px`;
/** The whole: px. */
export const WIDE = 1200;
const num = (v: unknown): number => (typeof v === 'number' ? v : 0);
const SIDES = ['start', 'center', 'end', 'stretch'] as const;
const SPREADS = ['start', 'center', 'end', 'between'] as const;
const CSS: Readonly<Record<string, string>> = {
  start: 'flex-start',
  center: 'center',
  end: 'flex-end',
  stretch: 'stretch',
  between: 'space-between',
};

function grown(chance: Chance, depth: number, next: () => string, row: boolean): Plain {
  const leaf = depth > 2 || (depth > 0 && chance.is(0.4));
  const id = next();
  const size = (): Attrs['width'] =>
    chance.of<Attrs['width']>(['fit', 'fit', 'fit', 'stretch', 'stretch', 40 + chance.below(120)]);
  const attrs: Record<string, unknown> = depth === 0 ? { width: 'stretch' } : { width: size(), height: size() };
  if (depth > 0) {
    // What stretches across a row as far as it may is placed as the row aligns: there CSS leaves it at the start.
    const across = row ? attrs['height'] : attrs['width'];
    const free = (side: 'width' | 'height'): boolean => (side === 'width') === row || !row || across !== 'stretch';
    if (free('width') && chance.is(0.12)) attrs['minWidth'] = chance.below(120);
    if (free('width') && chance.is(0.12)) attrs['maxWidth'] = 30 + chance.below(160);
    if (free('height') && chance.is(0.08)) attrs['minHeight'] = chance.below(60);
    if (free('height') && chance.is(0.08)) attrs['maxHeight'] = 20 + chance.below(80);
    if (row && chance.is(0.1)) Object.assign(attrs, { share: 10 + chance.below(60), width: 'fit' });
    if (chance.is(0.08)) attrs['grow'] = 1 + chance.below(2);
  }
  if (leaf && chance.is(0.5)) {
    const text = Array.from({ length: 1 + chance.below(4) }, () => chance.of(WORDS)).join(' ');
    return { id, attrs: attrs as Attrs, text, children: [] };
  }
  const flows = chance.is(0.5);
  Object.assign(attrs, {
    flow: flows ? 'row' : 'column',
    gap: chance.below(10),
    // What stretches shares alike, whatever its padding: in CSS padding comes on top.
    padding: (row ? attrs['width'] : attrs['height']) === 'stretch' && depth > 0 ? 0 : chance.below(8),
    justify: chance.of(SPREADS),
    align: chance.of(SIDES),
    ...(flows && chance.is(0.2) ? { wrap: true } : {}),
  });
  const children = leaf ? [] : Array.from({ length: 1 + chance.below(4) }, () => grown(chance, depth + 1, next, flows));
  return { id, attrs: attrs as Attrs, children };
}

/** Is the height of a part given, rather than found from what is in it? `tall`: that of what it stands in is. */
function isTall(p: Plain, around: Plain | null, tall: boolean): boolean {
  if (typeof p.attrs.height === 'number') return true;
  if (!around || !tall) return false;
  if (around.attrs.flow !== 'row') return true;
  const fills = p.attrs.height === 'stretch' || (p.attrs.height === 'fit' && around.attrs.align === 'stretch');
  return fills && !around.attrs.wrap;
}

/** How a text is written in CSS. */
export const lettersOf = (s: TextStyle): readonly string[] => [
  `font:${s.weight} ${s.size}px/${s.lineHeight}px '${s.family}'`,
  `letter-spacing:${px(s.letterSpacing)}`,
  'white-space:pre-wrap',
  'overflow-wrap:anywhere',
];

/** The same in CSS, in its parent: a row, a column, or nothing. */
function styleOf(p: Plain, around: Plain | null, tall: boolean, letters: TextStyle | undefined): string {
  const a = p.attrs;
  const css: string[] = [
    'box-sizing:border-box',
    `min-width:${px(a.minWidth ?? 0)}`,
    `min-height:${px(a.minHeight ?? 0)}`,
  ];
  if (a.maxWidth !== undefined) css.push(`max-width:${px(Math.max(num(a.maxWidth), num(a.minWidth)))}`);
  if (a.maxHeight !== undefined) css.push(`max-height:${px(Math.max(num(a.maxHeight), num(a.minHeight)))}`);
  if (p.text === undefined)
    css.push(
      'display:flex',
      `flex-direction:${a.flow === 'row' ? 'row' : 'column'}`,
      `gap:${px(a.gap ?? 0)}`,
      `padding:${px(a.padding ?? 0)}`,
      `justify-content:${CSS[a.justify ?? 'start']}`,
      `align-items:${CSS[a.align ?? 'start']}`,
      ...(a.wrap ? ['flex-wrap:wrap'] : []),
    );
  else if (letters) css.push(...lettersOf(letters));
  if (!around) return [...css, `width:${WIDE}px`].join(';');
  const row = around.attrs.flow === 'row';
  const [along, across] = row ? [a.width, a.height] : [a.height, a.width];
  const name = (main: boolean): string => (main === row ? 'width' : 'height');
  const share = row && a.share !== undefined ? `${a.share}%` : undefined;
  const fixed = share ?? (typeof along === 'number' ? px(along) : undefined);
  const grow = share === undefined && along === 'stretch' ? Math.max(1, a.grow ?? 0) : (a.grow ?? 0);
  // Parts of a height that is only as tall as its content begin with that content: nothing squeezes itself.
  const basis = fixed === undefined && along === 'stretch' && (row || tall) ? '0%' : 'auto';
  if (fixed !== undefined) css.push(`${name(true)}:${fixed}`);
  css.push(`flex:${grow} ${fixed === undefined ? 1 : 0} ${basis}`);
  if (typeof across === 'number') css.push(`${name(false)}:${px(across)}`);
  if (across === 'stretch') css.push(row ? 'align-self:stretch' : 'width:100%');
  return css.join(';');
}

/** Resolves a plain tree, its texts in a style of the kit; `html` writes a part of it, given the text styles that were found. */
export function resolved(
  tree: Plain,
  kits: ReadonlyMap<KitRef, Kit>,
  textStyle: string,
  html: (looks: ReadonlyMap<string, TextStyle | undefined>) => string,
): Drawn {
  const ids: string[] = [];
  const nodes: Record<string, Node> = {};
  const put = (p: Plain): void => {
    ids.push(p.id);
    nodes[p.id] =
      p.text === undefined
        ? { id: p.id, type: 'box', attrs: p.attrs, children: p.children.map((c) => c.id) }
        : { id: p.id, type: 'text', attrs: { ...p.attrs, text: p.text, textStyle } };
    p.children.forEach(put);
  };
  put(tree);
  const screen: Screen = { ...blankScreen('s', 'S', 'f', 'desktop', WIDE, null), root: tree.id, nodes };
  const world: World = { project: { ...emptyProject('p', 'P', 'plywood@1.0.0'), screens: [screen] }, kits };
  const { root } = resolve(world, screen);
  const looks = new Map<string, TextStyle | undefined>();
  const look = (r: RNode): void => {
    looks.set(r.key, r.look.textStyle);
    r.children.forEach(look);
  };
  look(root);
  return { root, html: html(looks), ids };
}

/** Makes such a tree; the texts are in a style of the kit. */
export function drawnTree(chance: Chance, kits: ReadonlyMap<KitRef, Kit>, textStyle: string): Drawn {
  let serial = 0;
  const tree = grown(chance, 0, () => `b${serial++}`, false);
  return resolved(tree, kits, textStyle, (looks) => {
    const html = (p: Plain, around: Plain | null, tall: boolean): string => {
      const style = styleOf(p, around, tall, looks.get(p.id));
      const own = isTall(p, around, tall);
      return `<div data-id="${p.id}" style="${style}">${p.text ?? p.children.map((c) => html(c, p, own)).join('')}</div>`;
    };
    return html(tree, null, false);
  });
}
