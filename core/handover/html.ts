import { spotsOf, type HotSpot } from '../interactions/index.js';
import type { Box } from '../layout/index.js';
import { escapeXml, fitPicture, paint, toSvg } from '../paint/index.js';
import type { StateName } from '../model/index.js';
import type { RNode, ResolvedScreen } from '../resolve/index.js';
import { isAddress, readMarks } from '../text/index.js';
import { flowRules, lookRules, placeRules, px, round, Tokens, type Rules, type CssScope } from './css.js';

/** What a page needs besides the screen itself. */
export interface HtmlOptions {
  /** Things in the order in which the keyboard goes through them, where it is another than they stand in. */
  readonly order?: readonly string[];
  readonly said: CssScope;
  /** A picture: its address, and its own size in px; undefined: it is shown hatched. */
  readonly picture: (
    asset: string,
  ) => { readonly href: string; readonly width: number; readonly height: number } | undefined;
  /** Where pressing a part leads; null: nowhere. */
  readonly leads: (part: RNode) => string | null;
  /** Fonts as `@font-face` rules. */
  readonly faces: string;
  /**
   * The same screen with these parts, by their keys, in a state: how they look under the pointer, with the keyboard’s focus, and
   * while they are pressed. Absent: such looks are left out.
   */
  readonly inState?: (keys: readonly string[], state: StateName) => Pick<ResolvedScreen, 'root' | 'overlay'> | null;
  /** Every element says the key of its part, to be found again. */
  readonly keys?: boolean;
  /** Language of the texts, as BCP 47 says it. */
  readonly lang?: string;
}

/** What may be inside a button or a link: everything there is a `span`. */
type Inside = 'page' | 'control' | 'words';

const BASE = `*, *::before, *::after { box-sizing: border-box; margin: 0; padding: 0; min-width: 0; min-height: 0; }
html { -webkit-text-size-adjust: 100%; text-rendering: geometricPrecision; }
ul { list-style: none; }
a, button { appearance: none; border: 0; background: none; font: inherit; color: inherit; text-align: inherit; text-decoration: none; }
button, a[href] { cursor: pointer; }
:focus-visible { outline: 2px solid currentColor; outline-offset: 2px; }
strong { font-weight: 700; }
svg, img { display: block; flex: none; }
`;
const TEXT = 'white-space: pre-wrap; overflow-wrap: anywhere;';

/** Which element stands for a role that assistive technology knows; others say their role. */
const ELEMENTS: Readonly<Record<string, string>> = { button: 'button', link: 'a', tab: 'button', menuitem: 'a' };
/** And for what Dekkor calls a thing, where nobody presses it. */
const PLACES: Readonly<Record<string, string>> = {
  banner: 'header',
  contentinfo: 'footer',
  navigation: 'nav',
  tabs: 'nav',
  menu: 'nav',
  breadcrumb: 'nav',
  pagination: 'nav',
  section: 'section',
  hero: 'section',
  card: 'article',
};
const SAYS_ROLE = new Set([
  'table',
  'form',
  'group',
  'status',
  'separator',
  'toolbar',
  'tree',
  'tablist',
  'radiogroup',
]);

const slug = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/gu, '-')
    .replace(/^-|-$/gu, '')
    .slice(0, 24) || 'part';

/** How CSS says that somebody points at something, goes to it by keyboard, and presses it: later ones win. */
const MOMENTS: readonly (readonly [StateName, string])[] = [
  ['hover', ':hover'],
  ['focus', ':focus-visible'],
  ['pressed', ':active'],
];
/** What a moment may change, which moves nothing; and what it is where a moment takes it away. */
const MAY_CHANGE: Readonly<Record<string, string>> = {
  background: 'none',
  outline: 'none',
  'outline-offset': '0',
  'box-shadow': 'none',
  'border-radius': '0',
  color: 'inherit',
  opacity: '1',
  'text-decoration': 'none',
};
/** Declarations that turn one look into another. */
function turning(from: Rules, into: Rules): string {
  const body = Object.entries(MAY_CHANGE).flatMap(([name, none]) => {
    const next = into.get(name) ?? (from.has(name) ? none : undefined);
    return next === undefined || next === from.get(name) ? [] : [`  ${name}: ${next};\n`];
  });
  return body.join('');
}

/** Classes for what looks and stands the same, named by what first did. */
class Classes {
  private readonly known = new Map<string, { readonly name: string; readonly body: string }>();
  private readonly names = new Map<string, number>();
  /** Names that are taken: those of the page itself, too. */
  private readonly taken = new Set(['words', 'leads']);
  private readonly moments = new Map<string, string>();
  /** @param becomes what it looks like at moments: what differs there has another class */
  of(what: string, rules: Rules, becomes = ''): string {
    const body = [...rules].map(([k, v]) => `  ${k}: ${v};\n`).join('');
    const key = `${body}${becomes}`;
    const found = this.known.get(key)?.name;
    if (found !== undefined) return found;
    // A name never begins with a digit: CSS would not read it.
    const base = slug(what).replace(/^(?=\d)/u, 'n');
    let n = (this.names.get(base) ?? 0) + 1;
    const name = (): string => (n === 1 ? base : `${base}-${n}`);
    while (this.taken.has(name())) n++;
    const made = name();
    this.names.set(base, n);
    this.taken.add(made);
    this.known.set(key, { name: made, body });
    return made;
  }
  /** What a part of something that is pressed looks like at a moment of that. */
  at(moment: string, body: string): void {
    this.moments.set(moment, body);
  }
  css(): string {
    const order = (selector: string): number => MOMENTS.findIndex(([, says]) => selector.includes(says));
    const moments = [...this.moments].sort(([a], [b]) => order(a) - order(b));
    return [
      ...[...this.known.values()].map(({ name, body }) => `.${name} {\n${body}}\n`),
      ...moments.map(([selector, body]) => `${selector} {\n${body}}\n`),
    ].join('');
  }
}

const attr = (name: string, value: string): string => ` ${name}="${escapeXml(value)}"`;

class Page {
  readonly tokens: Tokens;
  readonly classes = new Classes();
  private readonly spots: ReadonlyMap<string, Spot>;
  private readonly sizes: readonly number[];
  private headed = false;
  private serial = 0;
  /** Parts as they are at moments of what they belong to, by their keys. */
  private readonly then: readonly (readonly [says: string, ReadonlyMap<string, RNode>])[];
  /** What changes in the thing to press that is being written: which parts, at which moments, and how. */
  private stirring: { readonly name: string; readonly says: string; readonly body: string }[] | null = null;

  constructor(
    private readonly root: Box,
    private readonly options: HtmlOptions,
  ) {
    this.tokens = new Tokens(options.said);
    const acts = (n: RNode): boolean => options.leads(n) !== null;
    const { order = [] } = options;
    let tab = 0;
    this.spots = new Map(
      spotsOf(options.said.world, root, acts, order).flatMap((s) =>
        s.role === 'text' ? [] : [[s.key, order.length > 0 && s.acts ? { ...s, tab: ++tab } : s] as const],
      ),
    );
    const keys = [...this.spots.values()].flatMap((s) => (s.acts ? [s.key] : []));
    this.then = MOMENTS.flatMap(([state, says]) => {
      const made = keys.length > 0 ? options.inState?.(keys, state) : null;
      if (!made) return [];
      const by = new Map<string, RNode>();
      const note = (n: RNode): void => {
        by.set(n.key, n);
        n.children.forEach(note);
      };
      note(made.root);
      if (made.overlay) note(made.overlay);
      return [[says, by] as const];
    });
    const sizes = new Set<number>();
    const walk = (b: Box): void => {
      if (isHeading(b.node)) sizes.add(b.node.look.textStyle?.size ?? 0);
      b.children.forEach(walk);
    };
    walk(root);
    this.sizes = [...sizes].sort((a, b) => b - a);
  }

  /** The class of a part, and its key where that is wanted. */
  private mark(box: Box, css: Rules, more = '', stirs = true): string {
    const key = this.options.keys ? attr('data-key', box.node.key) : '';
    const { stirring } = this;
    const changes =
      !stirring || !stirs
        ? []
        : this.then.flatMap(([says, by]) => {
            const node = by.get(box.node.key);
            const body = node ? turning(lookRules(box, this.tokens), lookRules({ ...box, node }, this.tokens)) : '';
            return body === '' ? [] : [{ says, body }];
          });
    const name = this.classes.of(box.node.name, css, changes.map((c) => c.says + c.body).join(''));
    for (const c of changes) stirring?.push({ name, ...c });
    return attr('class', name + more) + key;
  }
  body(): string {
    return this.part(this.root, null, false, 'page', 0);
  }

  /** A part by itself, as it stands in what is around it. */
  alone(box: Box, around: Box | null): string {
    return this.part(box, around, false, 'page', -1);
  }

  private part(box: Box, around: Box | null, rows: boolean, inside: Inside, depth: number): string {
    const { node } = box;
    const { look } = node;
    if (!look.visible || look.opacity === 0) return '';
    const css: Rules = new Map([
      ...flowRules(box, this.tokens),
      ...placeRules(box, around, rows, this.tokens),
      ...lookRules(box, this.tokens),
    ]);
    if (around === this.root && look.pin) {
      css.set('position', 'sticky');
      css.set(look.pin, '0');
      if (look.pin === 'bottom') css.set('margin-top', 'auto');
      css.set('z-index', '1');
    }
    if (around === this.root && look.overlay !== undefined) lain(css, box);
    if (box.node.key === '~scrim') lain(css, box);
    if (around === null && box.children.some((c) => c.node.look.overlay !== undefined || c.node.look.flow === 'free'))
      css.set('position', 'relative');
    const pad = '  '.repeat(depth + 1);
    switch (node.type) {
      case 'text':
        return pad + this.text(box, css, inside);
      case 'icon':
        return pad + this.icon(box, css);
      case 'image':
        return pad + this.image(box, css, inside);
      case 'box':
        break;
      case 'shape':
      case 'slot':
      case 'broken':
        return pad + this.drawn(box, css, '');
    }
    const spot = inside === 'page' ? this.spots.get(node.key) : undefined;
    const leads = inside === 'page' ? this.options.leads(node) : null;
    let element = inside === 'page' ? 'div' : 'span';
    let attrs = '';
    if (!around) element = 'main';
    else if (leads !== null) {
      element = 'a';
      attrs = attr('href', leads) + said(spot, 'a');
    } else if (spot) {
      const role = node.instance?.role ?? '';
      // What holds things to press of its own cannot be pressed itself: it says its role.
      const holds = box.children.some((c) => this.pressable(c));
      element = spot.role === 'heading' ? this.level(box) : holds ? 'div' : (ELEMENTS[spot.role] ?? 'div');
      if (element === 'button') attrs = ' type="button"';
      if (element === 'div') attrs = attr('role', spot.role) + (spot.name ? attr('aria-label', spot.name) : '');
      attrs += said(spot, element);
      if (role === 'dialog' && element === 'div') attrs += ' aria-modal="true"';
    } else if (
      node.series &&
      inside === 'page' &&
      box.children.every((c) => !this.spots.has(c.node.key) && this.options.leads(c.node) === null)
    ) {
      element = 'ul';
    } else if (inside === 'page') {
      const role = node.instance?.role ?? '';
      element = around.node.series && !this.spots.has(node.key) && this.isList(around) ? 'li' : (PLACES[role] ?? 'div');
      if (element === 'div' && SAYS_ROLE.has(role)) attrs = attr('role', role);
    }
    const into: Inside =
      inside !== 'page' || element === 'button' || element === 'a' || /^h\d$/u.test(element) ? 'control' : 'page';
    // What is pressed shows it in all of its parts.
    const presses = this.stirring === null && (element === 'a' || element === 'button');
    if (presses) this.stirring = [];
    const inner = box.children
      .map((c) => this.part(c, box, rowsOf(box, around, rows), into, depth + 1))
      .filter((t) => t !== '');
    if (into === 'control' && !css.has('display')) css.set('display', 'block');
    const cls = this.mark(box, css);
    if (presses) this.stirred(/ class="([^" ]+)/u.exec(cls)?.[1] ?? '');
    return inner.length === 0
      ? `${pad}<${element}${cls}${attrs}></${element}>`
      : `${pad}<${element}${cls}${attrs}>\n${inner.join('\n')}\n${pad}</${element}>`;
  }
  /** Writes what changes at moments of the thing to press with this class. */
  private stirred(own: string): void {
    for (const { name, says, body } of this.stirring ?? [])
      this.classes.at(name === own ? `.${own}${says}` : `.${own}${says} .${name}`, body);
    this.stirring = null;
  }
  private isList(series: Box): boolean {
    return series.children.every((c) => !this.spots.has(c.node.key) && this.options.leads(c.node) === null);
  }
  private pressable(box: Box): boolean {
    const spot = this.spots.get(box.node.key);
    return (
      (spot?.acts ?? false) || this.options.leads(box.node) !== null || box.children.some((c) => this.pressable(c))
    );
  }
  private level(box: Box): string {
    const first = (b: Box): number => b.node.look.textStyle?.size ?? Math.max(0, ...b.children.map(first));
    const at = this.sizes.indexOf(first(box));
    if (!this.headed) {
      this.headed = true;
      return 'h1';
    }
    return `h${Math.min(6, Math.max(2, at + 1))}`;
  }

  private text(box: Box, css: Rules, inside: Inside): string {
    const { node, para } = box;
    const { look } = node;
    if (look.bars) return this.drawn(box, css, node.text);
    const { plain, spans } = readMarks(node.text);
    let at = 0;
    let html = '';
    for (const s of spans) {
      html += escapeXml(plain.slice(at, s.from));
      const words = escapeXml(plain.slice(s.from, s.to));
      const strong = s.strong ? `<strong>${words}</strong>` : words;
      const link = s.link !== null && isAddress(s.link) && /^(?:https?:|mailto:)/iu.test(s.link);
      // A link cannot stand in a link.
      html +=
        link && inside === 'page'
          ? `<a href="${escapeXml(s.link ?? '')}">${strong}</a>`
          : s.link !== null
            ? `<span class="leads">${strong}</span>`
            : strong;
      at = s.to;
    }
    html += escapeXml(plain.slice(at));
    if (look.maxLines === 1 && para?.cut) {
      css.set('overflow', 'hidden');
      css.set('white-space', 'nowrap');
      css.set('text-overflow', 'ellipsis');
    } else if (look.maxLines > 0 && para?.cut) {
      css.set('display', '-webkit-box');
      css.set('-webkit-line-clamp', String(look.maxLines));
      css.set('-webkit-box-orient', 'vertical');
      css.set('overflow', 'hidden');
    }
    const spot = inside === 'page' ? this.spots.get(node.key) : undefined;
    const leads = inside === 'page' ? this.options.leads(node) : null;
    const element =
      leads !== null
        ? 'a'
        : spot
          ? (ELEMENTS[spot.role] ?? 'p')
          : inside === 'page'
            ? isHeading(node)
              ? this.level(box)
              : 'p'
            : 'span';
    if ((element === 'span' || element === 'a') && !css.has('display')) css.set('display', 'block');
    const more = (leads === null ? '' : attr('href', leads)) + (element === 'button' ? ' type="button"' : '');
    return `<${element}${this.mark(box, css, ' words')}${more}>${html}</${element}>`;
  }

  private icon(box: Box, css: Rules): string {
    const { icon } = box.node.look;
    css.set('width', px(box.w));
    css.set('height', px(box.h));
    const cls = this.mark(box, css);
    if (!icon) return `<svg${cls} aria-hidden="true"></svg>`;
    const paths = icon.paths
      .map((p) =>
        p.fill
          ? `<path d="${escapeXml(p.d)}" fill="currentColor"/>`
          : `<path d="${escapeXml(p.d)}" fill="none" stroke="currentColor" stroke-width="${round(p.width ?? 2)}" stroke-linecap="round" stroke-linejoin="round"/>`,
      )
      .join('');
    return `<svg${cls} viewBox="0 0 ${round(icon.box)} ${round(icon.box)}" aria-hidden="true">${paths}</svg>`;
  }

  private image(box: Box, css: Rules, inside: Inside): string {
    const { look, name } = box.node;
    const found = look.asset === undefined ? undefined : this.options.picture(look.asset);
    if (!found) return this.drawn(box, css, name);
    css.set('width', px(box.w));
    css.set('height', px(box.h));
    if (look.width === 'stretch') css.set('width', '100%');
    const alt = attr('alt', name);
    if (look.zoom <= 1) {
      css.set('object-fit', look.fit);
      if (look.focalX !== 0.5 || look.focalY !== 0.5)
        css.set('object-position', `${round(look.focalX * 100)}% ${round(look.focalY * 100)}%`);
      return `<img${this.mark(box, css)} src="${escapeXml(found.href)}"${alt}>`;
    }
    // Looked at closer than its room needs: the whole picture, so large and there, cut by its room.
    const f = fitPicture(found.width, found.height, { ...look, x: 0, y: 0, w: box.w, h: box.h });
    const [kx, ky] = [f.dw / f.sw, f.dh / f.sh];
    css.set('position', css.get('position') ?? 'relative');
    css.set('overflow', 'hidden');
    css.set('display', 'block');
    const part: Rules = new Map([
      ['position', 'absolute'],
      ['left', `${round(((f.dx - f.sx * kx) / box.w) * 100)}%`],
      ['top', `${round(((f.dy - f.sy * ky) / box.h) * 100)}%`],
      ['width', `${round(((found.width * kx) / box.w) * 100)}%`],
      ['height', `${round(((found.height * ky) / box.h) * 100)}%`],
    ]);
    const element = inside === 'page' ? 'div' : 'span';
    return `<${element}${this.mark(box, css)}><img${attr('class', this.classes.of(`${name} picture`, part))} src="${escapeXml(found.href)}"${alt}></${element}>`;
  }

  /** What HTML has no element for, as a drawing. `words`: what it says. */
  private drawn(box: Box, css: Rules, words: string): string {
    const [w, h] = [Math.max(box.w, 0.01), Math.max(box.h, 0.01)];
    css.set('width', px(box.w));
    css.set('height', px(box.h));
    css.set('overflow', 'visible');
    for (const name of [
      'background',
      'outline',
      'outline-offset',
      'box-shadow',
      'border-radius',
      'font',
      'color',
      'letter-spacing',
      'opacity',
    ])
      css.delete(name);
    const cls = this.mark(box, css, '', false);
    const svg = toSvg(paint(moved(box)), { width: w, height: h, title: '', prefix: `d${++this.serial}-` });
    const says = words === '' ? 'aria-hidden="true"' : `role="img"${attr('aria-label', words)}`;
    return svg.replace(
      /^<svg ([^>]*?) role="img"([^>]*?) aria-label="">\s*<title><\/title>/u,
      (_, a: string, b: string) => `<svg${cls} ${a}${b} ${says}>`,
    );
  }
}

const moved = (b: Box): Box => ({
  ...b,
  x: 0,
  y: 0,
  children: b.children.map((c) => ({ ...c, x: c.x - b.x, y: c.y - b.y })),
});
/** Do the children of this box stand in rows that it shares with what stands beside it? */
const rowsOf = (box: Box, around: Box | null, rows: boolean): boolean =>
  (around?.node.look.shareRows === true && around.node.look.flow === 'row' && box.node.look.flow === 'column') ||
  (rows && box.node.series);
function lain(css: Rules, box: Box): void {
  for (const name of ['flex', 'align-self', 'margin-inline']) css.delete(name);
  css.set('position', 'absolute');
  css.set('left', px(box.x));
  css.set('top', px(box.y));
  css.set('width', px(box.w));
  css.set('height', px(box.h));
  css.set('z-index', '2');
}
/** What is said of a part to assistive technology; where the keyboard goes in another order, which one it is. */
type Spot = HotSpot & { readonly tab?: number };
function said(spot: Spot | undefined, element: string): string {
  if (!spot) return '';
  let attrs = '';
  const pressed = element === 'button' && spot.role !== 'tab';
  if (spot.role === 'tab') attrs += ' role="tab"';
  if (spot.checked !== undefined) attrs += ` aria-${pressed ? 'pressed' : 'checked'}="${spot.checked}"`;
  if (spot.selected !== undefined)
    attrs +=
      spot.role === 'tab'
        ? ` aria-selected="${spot.selected}"`
        : pressed
          ? ` aria-pressed="${spot.selected}"`
          : element === 'a' && spot.selected
            ? ' aria-current="page"'
            : '';
  if (spot.expanded !== undefined) attrs += ` aria-expanded="${spot.expanded}"`;
  if (spot.disabled) attrs += element === 'button' ? ' disabled' : ' aria-disabled="true"';
  if (spot.tab !== undefined) attrs += ` tabindex="${spot.tab}"`;
  if ((element === 'button' || element === 'a') && spot.name) attrs += attr('aria-label', spot.name);
  return attrs;
}
/** Is a text a heading, by the style it is written in? */
function isHeading(n: RNode): boolean {
  const style = n.look.textStyle;
  return (
    n.type === 'text' &&
    style !== undefined &&
    n.text !== '' &&
    (/title|heading|display/u.test(style.means ?? '') || (style.size >= 20 && style.weight >= 600))
  );
}

/** A page, and which tokens it used. */
export interface HtmlPage {
  readonly html: string;
  readonly css: string;
  /** The pictures that it shows, by id. */
  readonly pictures: readonly string[];
}

/**
 * A laid out screen as a page that stands by itself: semantic HTML, flexbox and grid, tokens as custom properties, no script. At the
 * width of the screen everything stands where it stands on the Wall; at others it gives way as CSS does.
 * @param box the screen, laid out; what lies over it is a part of that when it is shown
 */
export function toHtml(screen: Pick<ResolvedScreen, 'name' | 'width'>, box: Box, options: HtmlOptions): HtmlPage {
  const page = new Page(box, options);
  const body = page.body();
  const css = `${page.tokens.css()}${BASE}.words { ${TEXT} }\n.leads { text-decoration: underline; }\n${page.classes.css()}`;
  const pictures = new Set<string>();
  const walk = (b: Box): void => {
    if (b.node.type === 'image' && b.node.look.asset !== undefined) pictures.add(b.node.look.asset);
    b.children.forEach(walk);
  };
  walk(box);
  const html = `<!doctype html>
<html lang="${escapeXml(options.lang ?? 'en')}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeXml(screen.name)}</title>
<style>
${options.faces ? `${options.faces.replace(/<\/?style/giu, '')}\n` : ''}${css.replace(/<\/?style/giu, '')}</style>
</head>
<body>
${body}
</body>
</html>
`;
  return { html, css, pictures: [...pictures] };
}

/** A part of a screen alone: its elements, and the rules and custom properties that they need. */
export function toSnippet(
  said: CssScope,
  box: Box,
  around: Box | null,
  inState?: HtmlOptions['inState'],
): { readonly html: string; readonly css: string } {
  const page = new Page(box, {
    said,
    picture: (id) => ({ href: `pictures/${id}`, width: box.w, height: box.h }),
    leads: () => null,
    faces: '',
    ...(inState ? { inState } : {}),
  });
  const html = page.alone(box, around);
  return { html, css: `${page.tokens.css()}${page.classes.css()}` };
}
