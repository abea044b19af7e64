import { createRequire } from 'node:module';
import type { Json } from '../../core/index.js';

/** Short ways to write the open kit format; everything here only makes plain JSON. */
export type Part = { readonly [key: string]: Json };
type Attrs = { readonly [key: string]: Json };
type Bind = { readonly [attr: string]: string };
interface More {
  readonly bind?: Bind;
  readonly name?: string;
  readonly means?: string;
}
const more = (m: More): { [key: string]: Json } => ({
  ...(m.name ? { name: m.name } : {}),
  ...(m.means ? { means: m.means } : {}),
  ...(m.bind ? { bind: m.bind } : {}),
});

export const box = (id: string, attrs: Attrs, children: readonly Part[] = [], m: More = {}): Part => ({
  id,
  type: 'box',
  ...more(m),
  attrs,
  children,
});
export const row = (id: string, attrs: Attrs, children: readonly Part[] = [], m: More = {}): Part =>
  box(id, { flow: 'row', align: 'center', ...attrs }, children, m);
export const label = (id: string, textStyle: string, color: string, m: More = {}, attrs: Attrs = {}): Part => ({
  id,
  type: 'text',
  ...more(m),
  attrs: { textStyle, color, ...attrs },
});
export const icon = (id: string, color: string, m: More = {}, attrs: Attrs = {}): Part => ({
  id,
  type: 'icon',
  ...more(m),
  attrs: { color, size: 20, ...attrs },
});
export const shape = (id: string, attrs: Attrs, m: More = {}): Part => ({ id, type: 'shape', ...more(m), attrs });
export const picture = (id: string, attrs: Attrs, m: More = {}): Part => ({ id, type: 'image', ...more(m), attrs });
export const slot = (id: string, attrs: Attrs = {}): Part => ({
  id,
  type: 'slot',
  slot: id,
  attrs: { width: 'stretch', ...attrs },
});
export const series = (id: string, of: string, item: Part, attrs: Attrs): Part => ({
  id,
  type: 'series',
  of,
  item,
  attrs,
});
export const use = (
  id: string,
  component: string,
  props: Attrs = {},
  m: More & { attrs?: Attrs; slots?: { readonly [slot: string]: readonly Part[] } } = {},
): Part => ({
  id,
  type: 'instance',
  component,
  ...more(m),
  props,
  ...(m.attrs ? { attrs: m.attrs } : {}),
  ...(m.slots ? { slots: m.slots } : {}),
});

type PropMore = { readonly means?: string; readonly inherits?: boolean; readonly min?: number; readonly max?: number };
const prop = (
  kind: string,
  id: string,
  name: string,
  value: Json,
  description: string,
  m: PropMore & { [k: string]: Json | undefined } = {},
): Part =>
  Object.fromEntries(
    Object.entries({ id, name, kind, default: value, description, ...m }).filter(
      (e): e is [string, Json] => e[1] !== undefined,
    ),
  );
export const textProp = (id: string, name: string, value: string, description: string, means?: string): Part =>
  prop('text', id, name, value, description, { ...(means ? { means } : {}) });
export const flagProp = (id: string, name: string, value: boolean, description: string, means?: string): Part =>
  prop('flag', id, name, value, description, { ...(means ? { means } : {}) });
export const numberProp = (
  id: string,
  name: string,
  value: number,
  description: string,
  means?: string,
  range: { min?: number; max?: number } = {},
): Part => prop('number', id, name, value, description, { ...(means ? { means } : {}), ...range });
export const iconProp = (id: string, name: string, value: string, description: string, means?: string): Part =>
  prop('icon', id, name, value, description, { ...(means ? { means } : {}) });
export const imageProp = (id: string, name: string, description: string, means?: string): Part =>
  prop('image', id, name, '', description, { ...(means ? { means } : {}) });
export const colourProp = (id: string, name: string, value: string, description: string, means?: string): Part =>
  prop('colour', id, name, value, description, { ...(means ? { means } : {}) });
/** Options as `id:Name:meaning`. */
export const choiceProp = (
  id: string,
  name: string,
  value: string,
  options: readonly string[],
  description: string,
  means?: string,
  m: { inherits?: boolean } = {},
): Part =>
  prop('choice', id, name, value, description, {
    ...(means ? { means } : {}),
    ...m,
    options: options.map((o) => {
      const [oid = '', oname = '', omeans] = o.split(':');
      return { id: oid, name: oname, ...(omeans ? { means: omeans } : {}) };
    }),
  });
export const listProp = (
  id: string,
  name: string,
  item: readonly Part[],
  items: readonly Attrs[],
  description: string,
  means?: string,
): Part =>
  prop(
    'list',
    id,
    name,
    items.map((values, i) => ({ key: `k${i + 1}`, values })),
    description,
    { item, ...(means ? { means } : {}) },
  );

/** The same attributes for several parts. */
export const each = (ids: readonly string[], attrs: Attrs): { readonly [node: string]: Attrs } =>
  Object.fromEntries(ids.map((id) => [id, attrs]));

export const rule = (
  props: { readonly [id: string]: Json } | null,
  set: { readonly [node: string]: Attrs },
  when: { state?: string; minWidth?: number; maxWidth?: number } = {},
): Part => ({
  when: { ...(props ? { props } : {}), ...when },
  set,
});
export const whenState = (
  state: string,
  set: { readonly [node: string]: Attrs },
  props: { readonly [id: string]: Json } | null = null,
): Part => rule(props, set, { state });

const STATE_NAMES: Readonly<Record<string, string>> = {
  hover: 'Hover',
  focus: 'Focus',
  pressed: 'Pressed',
  disabled: 'Disabled',
  selected: 'Selected',
};
/** The prop that draws a component in one of its states, so that a mockup can show them without a pointer. */
export const shownAs = (id: string, states: readonly string[]): Part =>
  choiceProp(
    id,
    'Shown as',
    'rest',
    ['rest:At rest:rest', ...states.map((s) => `${s}:${STATE_NAMES[s] ?? s}:${s}`)],
    'The state it is drawn in.',
    'state',
  );

export interface ComponentSpec {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  readonly family: string;
  readonly summary: string;
  readonly words?: readonly string[];
  readonly props?: readonly Part[];
  readonly slots?: readonly Part[];
  readonly states?: readonly string[];
  readonly events?: readonly string[];
  readonly tree: Part;
  readonly rules?: readonly Part[];
  /** What it does by itself, besides what is usual for its role; `[prop]` and `<part>` are those that are called so here. */
  readonly interactions?: readonly string[];
}
export const component = (c: ComponentSpec): Part => ({
  words: [],
  props: [],
  slots: [],
  states: [],
  events: [],
  rules: [],
  ...c,
});
export const slotOf = (
  id: string,
  name: string,
  description: string,
  accepts: readonly string[] = [],
  means = 'content',
  min = 0,
): Part => ({
  id,
  name,
  description,
  accepts,
  means,
  ...(min > 0 ? { min } : {}),
});
/** A slot that says what belongs in it until something does. */
export const neededSlot = (id: string, name: string, description: string, accepts: readonly string[] = []): Part =>
  slotOf(id, name, description, accepts, 'content', 1);

/** A token of a type, with what it means, and what it is in other modes. `type`: where it stands in no group of one type. */
export const token = (value: Json, means?: string, modes?: { readonly [mode: string]: Json }, type?: string): Part => ({
  ...(type === undefined ? {} : { $type: type }),
  $value: value,
  ...(means || modes ? { $extensions: { dekkor: { ...(means ? { means } : {}), ...(modes ? { modes } : {}) } } } : {}),
});
export const group = (type: string, tokens: { readonly [name: string]: Part }): Part => ({ $type: type, ...tokens });

interface IconSet {
  readonly icons: Readonly<Record<string, { readonly body: string }>>;
}
const lucide = createRequire(import.meta.url)('@iconify-json/lucide/icons.json') as IconSet;

const num = (attrs: string, name: string): number =>
  Number(new RegExp(`\\b${name}="(-?[\\d.]+)"`, 'u').exec(attrs)?.[1] ?? 0);

/** Shapes of an SVG drawing as path data; the icon set uses paths, circles, ellipses, rectangles and lines. */
function toPaths(body: string): string[] {
  const found: string[] = [];
  for (const m of body.matchAll(/<(path|circle|ellipse|rect|line|polyline|polygon)\b([^>]*)>/gu)) {
    const [, kind = '', attrs = ''] = m;
    if (kind === 'path') {
      const d = /\bd="([^"]+)"/u.exec(attrs)?.[1];
      if (d) found.push(d);
    } else if (kind === 'circle' || kind === 'ellipse') {
      const cx = num(attrs, 'cx');
      const cy = num(attrs, 'cy');
      const rx = kind === 'circle' ? num(attrs, 'r') : num(attrs, 'rx');
      const ry = kind === 'circle' ? rx : num(attrs, 'ry');
      found.push(`M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${rx * 2} 0a${rx} ${ry} 0 1 0 ${-rx * 2} 0z`);
    } else if (kind === 'rect') {
      const [x, y, w, h] = [num(attrs, 'x'), num(attrs, 'y'), num(attrs, 'width'), num(attrs, 'height')];
      const r = Math.min(num(attrs, 'rx') || num(attrs, 'ry'), w / 2, h / 2);
      found.push(
        `M${x + r} ${y}h${w - 2 * r}a${r} ${r} 0 0 1 ${r} ${r}v${h - 2 * r}a${r} ${r} 0 0 1 ${-r} ${r}h${-(w - 2 * r)}a${r} ${r} 0 0 1 ${-r} ${-r}v${-(h - 2 * r)}a${r} ${r} 0 0 1 ${r} ${-r}z`,
      );
    } else if (kind === 'line')
      found.push(`M${num(attrs, 'x1')} ${num(attrs, 'y1')}L${num(attrs, 'x2')} ${num(attrs, 'y2')}`);
    else {
      const points = /points="([^"]+)"/u.exec(attrs)?.[1];
      if (points) found.push(`M${points.trim().replace(/\s+/gu, 'L')}${kind === 'polygon' ? 'z' : ''}`);
    }
  }
  return found;
}

/** Icons from the openly licensed set (ISC), by `name`, or `name:our-id` to call it otherwise. Words after `|` help the search. */
export function icons(names: readonly string[], width: number): { [id: string]: Json } {
  return Object.fromEntries(
    names.map((entry) => {
      const [first = '', words = ''] = entry.split('|');
      const [source = '', id = source] = first.split(':');
      const body = lucide.icons[source]?.body;
      if (!body) throw new Error(`The icon set has no ${source}`);
      const nice = id.replace(/-/gu, ' ');
      return [
        id,
        {
          name: nice.charAt(0).toUpperCase() + nice.slice(1),
          means: source,
          words: words === '' ? [] : words.split(' '),
          paths: toPaths(body).map((d) => ({ d, width })),
        },
      ];
    }),
  );
}

/** The icons every kit of ours brings. */
export const ICONS: readonly string[] = [
  'search|find look',
  'menu|hamburger',
  'x|close cancel dismiss',
  'check|done tick ok',
  'plus|add new',
  'minus|less',
  'chevron-right|next forward',
  'chevron-left|back previous',
  'chevron-down|open expand',
  'chevron-up|collapse',
  'arrow-left|back',
  'arrow-right|forward go',
  'arrow-up-right|open',
  'ellipsis|more overflow',
  'settings|preferences gear',
  'user|person account me',
  'users|people group passengers',
  'house|home start',
  'bell|alerts notifications',
  'mail|message post',
  'phone|call',
  'map-pin|place location port',
  'map|chart',
  'compass|explore',
  'calendar|date day',
  'clock|time departure',
  'ticket|trip booking',
  'credit-card|pay card',
  'wallet|money',
  'receipt|bill',
  'ship|ferry boat crossing',
  'ship-wheel|helm',
  'anchor|harbour port',
  'sailboat|sailing',
  'waves|sea swell',
  'wind|breeze weather',
  'cloud-fog|fog',
  'cloud-rain|rain',
  'sun|clear day',
  'moon|night dark',
  'bus|coach',
  'train-front|train rail',
  'car|vehicle',
  'bike|bicycle',
  'luggage|bags baggage',
  'bed|cabin sleep berth',
  'armchair|seat lounge',
  'utensils|food meal',
  'coffee|drink',
  'dog|pet',
  'star|favourite rating',
  'heart|like',
  'bookmark|save',
  'share-2:share|send',
  'download|save',
  'upload|send',
  'image|picture photo',
  'camera|photo',
  'video|film',
  'play|start',
  'pause|stop',
  'info|about',
  'circle-question-mark:help|question',
  'triangle-alert:warning|caution alert',
  'circle-alert:alert|error problem',
  'circle-check:success|ok confirmed',
  'lock|secure',
  'eye|show view',
  'eye-off|hide',
  'pencil|edit change',
  'trash|delete remove bin',
  'copy|duplicate',
  'link|chain',
  'filter|refine',
  'sliders-horizontal:adjust|options',
  'list|rows',
  'layout-grid:grid|tiles',
  'qr-code|code boarding',
  'scan-line:scan|read',
  'accessibility|wheelchair access',
  'baby|child',
  'key|door',
  'log-out|sign-out leave',
  'log-in|sign-in enter',
  'refresh-cw:refresh|again reload',
  'globe|language world',
  'flag|mark',
  'gift|present',
  'percent|discount',
  'shopping-cart:cart|basket',
  'mountain|fell peak',
  'snowflake|winter cold',
  'tent|camp',
  'circle|dot round',
  'square|box',
  'thermometer|temperature',
  'gauge|meter tide',
  'megaphone|announce notice',
  'clipboard-list:manifest|list',
  'file-text:document|page',
];
