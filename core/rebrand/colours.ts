import { composite, contrast } from '../colour/index.js';
import { kitAt, splitRef, tokenValue, type Kit, type Screen, type World } from '../model/index.js';
import type { Colours, Look, RNode } from '../resolve/index.js';
import { plainText } from '../text/index.js';
import type { Finding } from './review.js';

/** WCAG 2.2, 1.4.3: text; large is 24 px, or 18.66 px (14 pt) in bold. 1.4.11: what is told by graphics. */
const TEXT = 4.5;
const LARGE = 3;
const GRAPHIC = 3;

/** Every text and icon that shows, with what stands behind it. */
interface Seen {
  readonly node: RNode;
  readonly color: string;
  readonly ground: string;
  /** The innermost instance that it is a part of. */
  readonly inside: RNode | null;
}
function coloured(root: RNode, coloursOf: (look: Look) => Colours): readonly Seen[] {
  const all: Seen[] = [];
  const walk = (node: RNode, behind: string, inside: RNode | null): void => {
    const { look } = node;
    if (!look.visible || look.opacity === 0) return;
    const { fill, color } = coloursOf(look);
    const ground = fill && node.type !== 'image' ? composite(fill, behind, look.opacity) : behind;
    const within = node.instance ? node : inside;
    if ((node.type === 'text' && node.text !== '') || (node.type === 'icon' && look.icon))
      all.push({ node, color, ground, inside: within });
    for (const c of node.children) walk(c, ground, within);
  };
  walk(root, coloursOf(root.look).fill ?? '#ffffff', null);
  return all;
}

const keyOf = ({ node }: Seen): string => `${node.owner}|${node.look.icon?.means ?? node.look.icon?.id ?? ''}`;
const short = (written: string): string => {
  const text = plainText(written);
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
};

const asTheyAre = (look: Look): Colours => look;

/**
 * Too little contrast: of texts by themselves (WCAG AA), of icons that had enough before. `mode`: which one the tree is seen in where
 * that is not the screen's own.
 * @param was the tree before; absent: icons are not looked at
 * @param coloursOf the colours of a look in that mode
 */
export function reviewColours(
  world: World,
  screen: Screen,
  was: RNode | undefined,
  now: RNode,
  mode: string,
  findings: Finding[],
  coloursOf: (look: Look) => Colours = asTheyAre,
): void {
  const before = new Map<string, number>();
  for (const s of was ? coloured(was, asTheyAre) : [])
    if (s.node.type === 'icon') {
      const ratio = contrast(s.color, s.ground) ?? 0;
      before.set(keyOf(s), Math.min(before.get(keyOf(s)) ?? 21, ratio));
    }
  for (const s of coloured(now, coloursOf)) {
    const { node, color, ground, inside } = s;
    const { look } = node;
    const graphic = node.type === 'icon';
    if (look.bars || (!graphic && !look.textStyle)) continue;
    if (graphic && (before.get(keyOf(s)) ?? 0) < GRAPHIC) continue;
    const style = look.textStyle;
    const large = style !== undefined && (style.size >= 24 || (style.size >= 18.66 && style.weight >= 700));
    const needs = graphic ? GRAPHIC : large ? LARGE : TEXT;
    const ratio = contrast(color, ground);
    if (ratio === null || ratio >= needs - 0.005) continue;
    const within = inside?.instance?.name ?? '';
    const what = graphic ? `Icon ${look.icon?.name.toLowerCase() ?? ''}` : `“${short(node.text)}”`;
    findings.push({
      concern: 'contrast',
      screen: screen.id,
      node: node.owner,
      title: `Contrast ${ratio.toFixed(1)} to 1${mode === '' ? '' : ` in ${mode}`}`,
      detail: `${what}${within ? ` in ${within}` : ''} on ${screen.name}. AA asks ${needs}`,
      measure: needs - ratio,
      cause: `contrast|${color}|${ground}|${needs}${mode === '' ? '' : `|${mode}`}`,
      about: pairName(world, inside, color, ground, mode),
      key: node.key,
      colours: { text: color, ground, needs },
      ...(mode === '' ? {} : { mode }),
    });
  }
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
