import { composite, contrast } from '../colour/index.js';
import { kitAt, splitRef, tokenValue, type Kit, type World } from '../model/index.js';
import type { Colours, Look, RNode } from '../resolve/index.js';
import { quoteText, type ColourContext, type Tell } from './context.js';
import { GRAPHIC_CONTRAST, isEnough, textContrast } from './wcag.js';

/** Every text and icon that shows, with what stands behind it. */
interface Seen {
  readonly node: RNode;
  readonly color: string;
  readonly ground: string;
  /** The innermost instance that it is a part of. */
  readonly inside: RNode | null;
}
function eachColoured(root: RNode, coloursOf: (look: Look) => Colours, tell: (seen: Seen) => void): void {
  const walk = (node: RNode, behind: string, inside: RNode | null): void => {
    const { look } = node;
    if (!look.visible || look.opacity === 0) return;
    const { fill, color } = coloursOf(look);
    const ground = fill && node.type !== 'image' ? composite(fill, behind, look.opacity) : behind;
    const within = node.instance ? node : inside;
    if ((node.type === 'text' && node.text !== '') || (node.type === 'icon' && look.icon))
      tell({ node, color, ground, inside: within });
    for (const c of node.children) walk(c, ground, within);
  };
  walk(root, coloursOf(root.look).fill ?? '#ffffff', null);
}

const keyOf = ({ node }: Seen): string => `${node.owner}|${node.look.icon?.means ?? node.look.icon?.id ?? ''}`;
export const asTheyAre = (look: Look): Colours => look;

/** Too little contrast: of texts by themselves (WCAG AA), of icons that had enough before. */
export function contrastCheck({ world, screen, was, now, mode, coloursOf }: ColourContext, tell: Tell): void {
  let icons: ReadonlyMap<string, number> | null = null;
  eachColoured(now, coloursOf, (s) => {
    const { node, color, ground, inside } = s;
    const { look } = node;
    const graphic = node.type === 'icon';
    if (look.bars || (!graphic && !look.textStyle)) return;
    const style = look.textStyle;
    const needs = graphic || !style ? GRAPHIC_CONTRAST : textContrast(style);
    const ratio = contrastOf(color, ground);
    if (ratio === null || isEnough(ratio, needs)) return;
    if (graphic && ((icons ??= was ? iconsOn(was) : NO_ICONS).get(keyOf(s)) ?? 0) < GRAPHIC_CONTRAST) return;
    const within = inside?.instance?.name ?? '';
    const what = graphic ? `Icon ${look.icon?.name.toLowerCase() ?? ''}` : quoteText(node.text);
    tell({
      type: 'contrast',
      screen: screen.id,
      node: node.owner,
      title: `Contrast ${ratio.toFixed(1)} to 1${mode === '' ? '' : ` in ${mode}`}`,
      detail: `${what}${within ? ` in ${within}` : ''} on ${screen.name}. AA asks ${needs}`,
      measure: needs - ratio,
      group: `contrast|${color}|${ground}|${needs}${mode === '' ? '' : `|${mode}`}`,
      about: pairName(world, inside, color, ground, mode),
      key: node.key,
      colours: { text: color, ground, needs },
      ...(mode === '' ? {} : { mode }),
    });
  });
}

const NO_ICONS: ReadonlyMap<string, number> = new Map();
/** The least contrast of the icons there are, by what they belong to and what they mean. */
function iconsOn(root: RNode): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  eachColoured(root, asTheyAre, (s) => {
    if (s.node.type !== 'icon') return;
    const key = keyOf(s);
    found.set(key, Math.min(found.get(key) ?? 21, contrastOf(s.color, s.ground) ?? 0));
  });
  return found;
}

const ratios = new Map<string, Map<string, number | null>>();
/** `contrast`, worked out once for two colours: a project has few of them. */
function contrastOf(color: string, ground: string): number | null {
  let on = ratios.get(color);
  if (!on) {
    if (ratios.size > 2000) ratios.clear();
    ratios.set(color, (on = new Map()));
  }
  let ratio = on.get(ground);
  if (ratio === undefined) {
    if (on.size > 2000) on.clear();
    on.set(ground, (ratio = contrast(color, ground)));
  }
  return ratio;
}

/** A colour on another, by the names of the kit that shows them where it has some. */
function pairName(world: World, inside: RNode | null, text: string, ground: string, mode: string): string {
  const kit = inside?.instance ? kitAt(world, splitRef(inside.instance.shown).kit) : undefined;
  const name = (colour: string): string => (kit && colourNames(kit, mode).get(colour.toLowerCase())) ?? colour;
  return `${name(text)} on ${name(ground)}`;
}
const named = new WeakMap<Kit, Map<string, ReadonlyMap<string, string>>>();
function colourNames(kit: Kit, mode: string): ReadonlyMap<string, string> {
  let modes = named.get(kit);
  if (!modes) named.set(kit, (modes = new Map()));
  let names = modes.get(mode);
  if (!names) {
    const made = new Map<string, string>();
    for (const [path, token] of Object.entries(kit.tokens)) {
      const value = token.type === 'color' ? tokenValue(kit, path, mode) : undefined;
      if (typeof value === 'string' && !made.has(value.toLowerCase()))
        made.set(value.toLowerCase(), path.replace(/^[^.]*\./u, ''));
    }
    modes.set(mode, (names = made));
  }
  return names;
}
