import { cssName } from '../formats/index.js';
import {
  tokenValue,
  toPx,
  type Attrs,
  type Json,
  type Kit,
  type World,
  type AppliedKit,
  type BoxFlow,
} from '../model/index.js';
import type { Box } from '../layout/index.js';
import { tokenAt, type Look } from '../resolve/index.js';

/** In whose words things are said: what a screen wears, the kit it takes its page from, and its mode. */
export interface CssScope {
  readonly world: World;
  readonly appliedKits: readonly AppliedKit[];
  readonly main: Kit | undefined;
  readonly mode: string;
}
/** The tokens that were used, as custom properties: name to value. Two kits that call one alike are told apart by the kit. */
export class Tokens {
  private readonly used = new Map<string, { readonly kit: Kit; readonly path: string; readonly value: string }>();
  constructor(private readonly said: CssScope) {}

  /** A value as CSS says it: the custom property of its token, where it is one; else the literal. */
  of(look: Look, name: keyof Attrs, literal: string): string {
    return this.value(look.kit, look.said[name] as Json | undefined, literal);
  }
  private value(kit: Kit | undefined, value: Json | undefined, literal: string): string {
    const at = value === undefined ? null : tokenAt(this.said, kit, value);
    if (!at) return literal;
    // A token that shows what is painted, and nothing else.
    const now = tokenValue(at.kit, at.path, this.said.mode);
    if (now === undefined || !says(now, literal)) return literal;
    return `var(${this.name(at.kit, at.path, literal)})`;
  }
  private name(kit: Kit, path: string, value: string): string {
    for (const name of [cssName(path), cssName(`${kit.id}.${path}`)]) {
      const known = this.used.get(name);
      if (known && known.kit !== kit) continue;
      this.used.set(name, { kit, path, value });
      return name;
    }
    return cssName(`${kit.id}.${kit.version}.${path}`);
  }
  /** Which tokens were used: path, name and value. */
  list(): readonly { readonly name: string; readonly path: string; readonly value: string; readonly kit: Kit }[] {
    return [...this.used].map(([name, u]) => ({ name, ...u }));
  }
  /** As a rule for the whole page. */
  css(): string {
    const lines = this.list().map(({ name, value }) => `  ${name}: ${value};\n`);
    return lines.length === 0 ? '' : `:root {\n${lines.join('')}}\n`;
  }
}
const same = (a: string, b: string): boolean =>
  a.toLowerCase().replace(/\s/gu, '') === b.toLowerCase().replace(/\s/gu, '');
function says(token: Json, literal: string): boolean {
  if (typeof token === 'string' && same(token, literal)) return true;
  const px = toPx(token);
  return px !== undefined && same(`${round(px)}px`, literal);
}

/** A length for CSS: px with at most three digits behind the point. */
export const round = (v: number): number => Math.round(v * 1000) / 1000;
export const px = (v: number): string => (v === 0 ? '0' : `${round(v)}px`);

const SIDES: Readonly<Record<string, string>> = {
  start: 'flex-start',
  end: 'flex-end',
  between: 'space-between',
  around: 'space-around',
  evenly: 'space-evenly',
};
const side = (v: string): string => SIDES[v] ?? v;

/** CSS declarations in their order; empty ones are left out. */
export type Rules = Map<string, string>;

/** What a part looks like by itself: ground, edges, corners, letters. */
export function lookRules(box: Box, tokens: Tokens): Rules {
  const { look, type } = box.node;
  const css: Rules = new Map();
  if (look.opacity < 1) css.set('opacity', String(look.opacity));
  const frame = type === 'box' || type === 'text';
  if (frame && look.fill) css.set('background', tokens.of(look, 'fill', look.fill));
  if (look.radius > 0 && (frame || type === 'image' || type === 'slot'))
    css.set('border-radius', tokens.of(look, 'radius', px(look.radius)));
  const shadows: string[] = [];
  if (frame && look.shadow) {
    const { x, y, blur, color } = look.shadow;
    shadows.push([px(x), px(y), px(blur), color].join(' '));
  }
  // Edges are drawn inside a box and take no room of it.
  if (frame && look.stroke && look.strokeWidth > 0) {
    const colour = tokens.of(look, 'stroke', look.stroke);
    const wide = tokens.of(look, 'strokeWidth', px(look.strokeWidth));
    const w = px(look.strokeWidth);
    if (look.dash || look.strokeSides === 'all') {
      css.set('outline', `${wide} ${look.dash ? 'dashed' : 'solid'} ${colour}`);
      css.set('outline-offset', `-${w}`);
    } else {
      const at: Readonly<Record<string, readonly string[]>> = {
        top: [`inset 0 ${w} 0 ${colour}`],
        bottom: [`inset 0 -${w} 0 ${colour}`],
        left: [`inset ${w} 0 0 ${colour}`],
        right: [`inset -${w} 0 0 ${colour}`],
        y: [`inset 0 ${w} 0 ${colour}`, `inset 0 -${w} 0 ${colour}`],
      };
      shadows.push(...(at[look.strokeSides] ?? []));
    }
  }
  if (shadows.length > 0) css.set('box-shadow', shadows.join(', '));
  if (look.clip && type === 'box') css.set('overflow', 'hidden');
  const style = look.textStyle;
  if (type === 'text' && style) {
    const slant = style.italic ? 'italic ' : '';
    css.set(
      'font',
      `${slant}${style.weight} ${px(style.size)}/${px(style.lineHeight)} '${style.family}', 'Noto Sans', sans-serif`,
    );
    if (style.letterSpacing !== 0) css.set('letter-spacing', px(style.letterSpacing));
    css.set('color', tokens.of(look, 'color', look.color));
    if (look.textAlign !== 'start') css.set('text-align', look.textAlign);
    if (look.underline) css.set('text-decoration', 'underline');
  }
  if (type === 'icon') css.set('color', tokens.of(look, 'color', look.color));
  return css;
}

const paddings = (look: Look, tokens: Tokens): string | null => {
  const [t, r, b, l] = [look.paddingTop, look.paddingRight, look.paddingBottom, look.paddingLeft];
  if (t + r + b + l === 0) return null;
  const said = (
    own: 'paddingTop' | 'paddingRight' | 'paddingBottom' | 'paddingLeft',
    axis: 'paddingX' | 'paddingY',
    v: number,
  ): string => {
    const name = look.said[own] !== undefined ? own : look.said[axis] !== undefined ? axis : 'padding';
    return tokens.of(look, name, px(v));
  };
  const all = [
    said('paddingTop', 'paddingY', t),
    said('paddingRight', 'paddingX', r),
    said('paddingBottom', 'paddingY', b),
    said('paddingLeft', 'paddingX', l),
  ];
  const [top, right, bottom, left] = all;
  if (right !== left) return all.join(' ');
  if (top !== bottom) return [top, right, bottom].join(' ');
  return top === right ? (top ?? null) : [top, right].join(' ');
};

/** How a box lays out what is in it: flexbox, grid, or places of its own. */
export function flowRules(box: Box, tokens: Tokens): Rules {
  const { node } = box;
  const { look } = node;
  const css: Rules = new Map();
  const padding = paddings(look, tokens);
  if (padding) css.set('padding', padding);
  if (node.type !== 'box' || box.children.length === 0) return css;
  FLOW_RULES[look.flow](look, tokens, css);
  return css;
}

type FlowRules = (look: Look, tokens: Tokens, css: Rules) => void;
function gaps(look: Look, tokens: Tokens, css: Rules): void {
  const gap = tokens.of(look, 'gap', px(look.gap));
  const rowGap = look.said.rowGap === undefined ? gap : tokens.of(look, 'rowGap', px(look.rowGap));
  if (look.gap > 0 || look.rowGap > 0) css.set('gap', gap === rowGap ? gap : `${rowGap} ${gap}`);
}
const flexbox =
  (direction: 'row' | 'column'): FlowRules =>
  (look, tokens, css) => {
    gaps(look, tokens, css);
    css.set('display', 'flex');
    if (direction === 'column') css.set('flex-direction', 'column');
    if (look.wrap) css.set('flex-wrap', 'wrap');
    if (look.justify !== 'start') css.set('justify-content', side(look.justify));
    css.set('align-items', look.align === 'stretch' ? 'stretch' : side(look.align));
  };
/** How each flow is said in CSS. */
const FLOW_RULES: Readonly<Record<BoxFlow, FlowRules>> = {
  row: flexbox('row'),
  column: flexbox('column'),
  grid(look, tokens, css) {
    gaps(look, tokens, css);
    css.set('display', 'grid');
    const tracks = look.tracks.map((t) =>
      t.kind === 'px' ? px(t.size) : t.kind === 'fr' ? `minmax(0, ${t.size}fr)` : 'auto',
    );
    const equal = tracks.length > 1 && tracks.every((t) => t === tracks[0]);
    css.set(
      'grid-template-columns',
      look.minColumn > 0
        ? `repeat(auto-fill, minmax(min(${tokens.of(look, 'minColumn', px(look.minColumn))}, 100%), 1fr))`
        : equal
          ? `repeat(${tracks.length}, ${tracks[0] ?? ''})`
          : tracks.join(' '),
    );
    if (look.align !== 'stretch') css.set('align-items', side(look.align).replace('flex-', ''));
  },
  free: (_look, _tokens, css) => void css.set('position', 'relative'),
};

/** So much room more than they need have texts that stand in one line, px: letters are not measured alike everywhere to the last digit. */
const SLACK = 0.5;

/** How a part takes its room in what it stands in. `rows`: what it stands in shares rows with what is beside that. */
export function placeRules(box: Box, around: Box | null, rows: boolean, tokens: Tokens): Rules {
  const { node } = box;
  const { look, type } = node;
  const css: Rules = new Map();
  const limits = (): void => {
    if (look.minWidth > 0) css.set('min-width', tokens.of(look, 'minWidth', px(look.minWidth)));
    if (look.maxWidth < Infinity)
      css.set('max-width', tokens.of(look, 'maxWidth', px(Math.max(look.maxWidth, look.minWidth))));
    if (look.minHeight > 0) css.set('min-height', tokens.of(look, 'minHeight', px(look.minHeight)));
    if (look.maxHeight < Infinity)
      css.set('max-height', tokens.of(look, 'maxHeight', px(Math.max(look.maxHeight, look.minHeight))));
  };
  const own = type === 'icon' || type === 'image' || type === 'shape' || type === 'slot' || type === 'broken';
  const empty = type === 'box' && box.children.length === 0;
  if (look.aspect > 0 && type === 'box' && around) css.set('aspect-ratio', String(round(look.aspect)));
  if (!around) {
    css.set('width', '100%');
    css.set('min-height', px(box.h));
    return css;
  }
  limits();
  const flow = around.node.type === 'box' ? around.node.look.flow : 'column';
  PLACE_RULES[flow]({ box, around, rows, tokens, own, empty }, css);
  return css;
}

/** A part within a box, and what is known of it. */
interface Placed {
  readonly box: Box;
  readonly around: Box;
  readonly rows: boolean;
  readonly tokens: Tokens;
  /** It has a size of its own: an icon, a picture, a shape. */
  readonly own: boolean;
  readonly empty: boolean;
}
type PlaceRules = (placed: Placed, css: Rules) => void;

/** How a part takes its place in a box of each flow. */
const PLACE_RULES: Readonly<Record<BoxFlow, PlaceRules>> = {
  row: (placed, css) => inLine(placed, true, css),
  column: (placed, css) => inLine(placed, false, css),
  grid: inCell,
  free: inPlace,
};

function inPlace({ box, around }: Placed, css: Rules): void {
  const e = box.node.look.edges ?? {};
  const wide = around.w;
  css.set('position', 'absolute');
  const right = wide - (box.x - around.x) - box.w;
  if (e.left !== 'float' || e.right === undefined)
    css.set('left', e.left === 'scale' ? `${round(((box.x - around.x) / wide) * 100)}%` : px(box.x - around.x));
  if (e.right === 'pin') css.set('right', px(right));
  else if (e.right === 'scale') css.set('right', `${round((right / wide) * 100)}%`);
  if (!(css.has('left') && css.has('right'))) css.set('width', px(box.w));
  css.set('top', px(box.y - around.y));
  css.set('height', px(box.h));
}

function inCell({ box, around, own, empty }: Placed, css: Rules): void {
  const { look } = box.node;
  const cell = around.lines?.cells[around.children.indexOf(box)];
  if (look.column > 0 || look.row > 0) {
    css.set('grid-column', `${(cell?.column ?? 0) + 1}${look.span > 1 ? ` / span ${cell?.span ?? look.span}` : ''}`);
    if (look.row > 0)
      css.set('grid-row', `${(cell?.row ?? 0) + 1}${look.rowSpan > 1 ? ` / span ${look.rowSpan}` : ''}`);
  } else {
    if (look.span > 1) css.set('grid-column', `span ${cell?.span ?? look.span}`);
    if (look.rowSpan > 1) css.set('grid-row', `span ${look.rowSpan}`);
  }
  const track = around.lines?.columns;
  const to = cell && track?.[cell.column + cell.span - 1];
  const from = cell && track?.[cell.column];
  const room = to && from ? to.at + to.size - from.at : around.w;
  if (Math.abs(room - box.w) > 0.5) {
    css.set('width', px(box.w));
    css.set('justify-self', 'start');
  }
  if (own || empty || look.height !== 'fit') css.set('height', px(box.h));
}

function inLine({ box, around, rows, tokens, own, empty }: Placed, row: boolean, css: Rules): void {
  const { look, type } = box.node;
  const along = row ? look.width : look.height;
  const across = row ? look.height : look.width;
  const size = row ? box.w : box.h;
  const side_ = look.alignSelf ?? around.node.look.align;
  // Along: from the room it has here, it grows and shrinks as it does on the Wall.
  const rigid = typeof along === 'number' || (row && look.share > 0) || own || rows;
  const shrink = look.shrink >= 0 ? look.shrink : rigid ? 0 : 1;
  const grow = along === 'stretch' && !rows ? Math.max(1, look.grow) : look.grow;
  const lone = type === 'text' && (box.para?.lines.length ?? 0) === 1;
  const bySelf = !row && along === 'fit' && !own && !empty && !rows && grow === 0;
  if (bySelf) css.set('flex', 'none');
  else if (row && lone && along === 'fit' && grow === 0) css.set('flex', `0 ${shrink} ${px(size + SLACK)}`);
  else if (row && look.share > 0 && typeof along !== 'number') css.set('flex', `0 0 ${round(look.share * 100)}%`);
  else
    css.set(
      'flex',
      `${grow} ${shrink} ${typeof along === 'number' ? tokens.of(look, row ? 'width' : 'height', px(size)) : px(size)}`,
    );
  // Across.
  if (typeof across === 'number')
    css.set(row ? 'height' : 'width', tokens.of(look, row ? 'height' : 'width', px(row ? box.h : box.w)));
  else if (across === 'stretch' || (across === 'fit' && side_ === 'stretch')) {
    const limited = row ? look.maxHeight < Infinity : look.maxWidth < Infinity;
    if (limited && !row) css.set('width', '100%');
    else if (look.bleed && !row) {
      const { paddingLeft: l, paddingRight: r, paddingTop: t, paddingBottom: b } = around.node.look;
      css.set('align-self', 'stretch');
      css.set('margin-inline', `-${px(l)} -${px(r)}`);
      if (around.children[0] === box && t > 0) css.set('margin-top', `-${px(t)}`);
      if (around.children.at(-1) === box && b > 0) css.set('margin-bottom', `-${px(b)}`);
    } else if (around.node.look.align !== 'stretch') css.set('align-self', 'stretch');
  } else if (own || empty) css.set(row ? 'height' : 'width', px(row ? box.h : box.w));
  else if (!row && type === 'box') css.set('width', px(box.w));
  if (across !== 'stretch' && look.alignSelf && look.alignSelf !== around.node.look.align)
    css.set('align-self', look.alignSelf === 'stretch' ? 'stretch' : side(look.alignSelf));
  if (lone) {
    // The room is the text's own again for whatever stands beside it.
    const by = `-${px(SLACK)}`;
    if (look.textAlign === 'start') css.set('margin-inline-end', by);
    else if (look.textAlign === 'end') css.set('margin-inline-start', by);
    else css.set('margin-inline', `-${px(SLACK / 2)}`);
  }
}
