import { aboutThing, isDoneTo, componentWords, spotsOf, writeSentence } from '../interactions/index.js';
import { writeManifest } from '../formats/index.js';
import type { Box } from '../layout/index.js';
import {
  componentAt,
  kitAt,
  roleFacts,
  splitRef,
  tokenValue,
  PROP_KINDS,
  type Attrs,
  type Json,
  type Kit,
  type Prop,
  type Screen,
} from '../model/index.js';
import { resolve, tokenAt, type RNode } from '../resolve/index.js';
import { plainText } from '../text/index.js';
import { escapeXml } from '../paint/index.js';
import { Memo } from '../base/index.js';
import type { CssScope } from './css.js';
import { toSnippet } from './html.js';

/** A value that a part shows: what it is of, the token that says it (where one does), and the value itself. */
export interface BuildValue {
  readonly name: string;
  readonly token: string | null;
  readonly value: string;
  /** A CSS colour, to be shown beside. */
  readonly colour?: string;
}
/** Everything that somebody needs who builds a thing. */
export interface BuildSheet {
  readonly key: string;
  readonly name: string;
  readonly component: {
    readonly name: string;
    readonly ref: string;
    readonly role: string;
    readonly summary: string;
  } | null;
  /** px, from the left and top of the screen */
  readonly at: { readonly x: number; readonly y: number; readonly w: number; readonly h: number };
  /** Of its contract: what is chosen, and what holds because nothing is. */
  readonly contract: readonly {
    readonly name: string;
    readonly value: string;
    readonly chosen: boolean;
    readonly description: string;
  }[];
  readonly states: readonly string[];
  readonly values: readonly BuildValue[];
  readonly texts: readonly string[];
  readonly interactions: readonly string[];
  /** What its component does by itself, in sentences. */
  readonly byItself: readonly string[];
  readonly access: { readonly role: string; readonly name: string; readonly order: number | null } | null;
  readonly css: string;
  readonly html: string;
  /** As a custom element with attributes; null: nothing of a kit. */
  readonly element: string | null;
}

const LABELS: readonly (readonly [name: keyof Attrs, says: string])[] = [
  ['fill', 'Ground'],
  ['color', 'Colour'],
  ['textStyle', 'Text style'],
  ['stroke', 'Edge'],
  ['strokeWidth', 'Edge width'],
  ['radius', 'Corners'],
  ['shadow', 'Shadow'],
  ['padding', 'Padding'],
  ['paddingX', 'Padding at the sides'],
  ['paddingY', 'Padding above and below'],
  ['gap', 'Gap'],
  ['width', 'Width'],
  ['height', 'Height'],
  ['minWidth', 'Least width'],
  ['maxWidth', 'Greatest width'],
  ['minHeight', 'Least height'],
  ['icon', 'Icon'],
];
const words = (v: Json | undefined): string =>
  v === undefined || v === null
    ? ''
    : typeof v === 'string'
      ? v
      : typeof v === 'number' || typeof v === 'boolean'
        ? String(v)
        : JSON.stringify(v);

function valuesOf(said: CssScope, node: RNode): readonly BuildValue[] {
  const { look } = node;
  return LABELS.flatMap(([name, says]): readonly BuildValue[] => {
    const value = look.said[name] as Json | undefined;
    if (value === undefined || value === 'none') return [];
    if (name === 'textStyle' && look.textStyle) {
      const s = look.textStyle;
      return [{ name: says, token: s.name, value: `${s.weight} ${s.size}/${s.lineHeight} ${s.family}` }];
    }
    const at = tokenAt(said, look.kit, value);
    const now = at ? tokenValue(at.kit, at.path, said.mode) : value;
    if (now === undefined) return [];
    const colour = name === 'fill' || name === 'color' || name === 'stroke' ? words(now) : undefined;
    const shown = typeof now === 'number' ? `${now} px` : words(now);
    return [{ name: says, token: at?.path ?? null, value: shown, ...(colour === undefined ? {} : { colour }) }];
  });
}
const shownOf = (prop: Prop, value: Json | undefined): string =>
  PROP_KINDS[prop.kind].words?.(prop, value) ?? words(value);

interface Declared {
  readonly tagName?: string;
  readonly attributes?: readonly { readonly name: string; readonly fieldName?: string }[];
}
const manifests = new Memo<ReadonlyMap<string, Declared>>(4);
/** What the manifest of a kit says of its components, by their ids. */
const declaredBy = (kit: Kit): ReadonlyMap<string, Declared> =>
  manifests.of(kit, [], () => {
    const json = JSON.parse(writeManifest(kit)) as { modules?: readonly { declarations?: readonly Declared[] }[] };
    const all = (json.modules ?? []).flatMap((m) => m.declarations ?? []);
    const prefix = `${kit.id.split('-')[0] ?? kit.id}-`;
    return new Map(all.map((d) => [(d.tagName ?? '').slice(prefix.length), d]));
  });

/** An instance as the custom element that the kit’s manifest describes, with what is chosen as attributes. */
function elementOf(said: CssScope, node: RNode): string | null {
  const { instance } = node;
  const { kit: ref, id } = splitRef(instance?.shown ?? '');
  const kit = kitAt(said.world, ref);
  const component = instance && componentAt(said.world, instance.shown);
  const declared = kit && declaredBy(kit).get(id);
  if (!instance || !component || !declared?.tagName) return null;
  const attrs = component.contract.props.flatMap((p): readonly string[] => {
    const value = instance.props[p.id];
    if (value === undefined || value === p.default || value === null || typeof value === 'object') return [];
    const name = declared.attributes?.find((a) => a.fieldName === p.id || a.name === p.id)?.name ?? p.id;
    const { attribute } = PROP_KINDS[p.kind].code;
    if (attribute === 'none') return [];
    if (attribute === 'boolean') return value === true ? [name] : [];
    return [`${name}="${escapeXml(typeof value === 'string' ? plainText(value) : String(value))}"`];
  });
  const open = [declared.tagName, ...attrs].join(' ');
  return `<${open}></${declared.tagName}>`;
}

/**
 * What is to be known of a part of a laid out screen to build it. Null: there is no such part.
 * @param root the screen, laid out
 * @param key of the part
 */
export function buildSheet(said: CssScope, screen: Screen, root: Box, key: string): BuildSheet | null {
  const path: Box[] = [];
  const find = (b: Box): boolean => {
    path.push(b);
    if (b.node.key === key || b.children.some(find)) return true;
    path.pop();
    return false;
  };
  if (!find(root)) return null;
  const box = path.at(-1) as Box;
  const around = path.at(-2) ?? null;
  const { node } = box;
  const { instance } = node;
  const component = instance && componentAt(said.world, instance.shown);
  const texts: string[] = [];
  const read = (b: Box): void => {
    if (b.node.type === 'text' && b.node.text !== '' && b.node.look.visible) texts.push(plainText(b.node.text));
    b.children.forEach(read);
  };
  read(box);
  const own = screen.nodes[node.owner.split('/').at(-1) ?? ''];
  const about = own && aboutThing(said.world, screen, own.id);
  const spots = spotsOf(
    said.world,
    root,
    (n) => (screen.nodes[n.owner.split('/').at(-1) ?? '']?.interactions ?? []).some(isDoneTo),
    screen.order,
  );
  const at = spots.findIndex((s) => s.key === key);
  const spot = spots[at];
  const overrides = own?.type === 'instance' ? own.overrides : [];
  const { html, css } = toSnippet(said, box, around, (keys, state) =>
    resolve(said.world, screen, {
      appliedKits: said.appliedKits,
      states: Object.fromEntries(keys.map((k) => [k, [state]])),
    }),
  );
  return {
    key,
    name: node.name,
    component:
      instance && component
        ? {
            name: component.name,
            ref: instance.shown,
            role: roleFacts(component.role).words[0] ?? component.role,
            summary: component.summary,
          }
        : null,
    at: { x: box.x, y: box.y, w: box.w, h: box.h },
    contract: (component?.contract.props ?? []).map((p) => ({
      name: p.name,
      value: shownOf(p, instance?.props[p.id]),
      chosen:
        overrides.some((s) => s.kind === 'prop' && s.at.length === 0 && s.name === p.id) ||
        JSON.stringify(instance?.props[p.id] ?? null) !== JSON.stringify(p.default ?? null),
      description: p.description ?? '',
    })),
    states: component?.contract.states ?? [],
    values: valuesOf(said, node),
    texts,
    interactions: about ? (own?.interactions ?? []).map((b) => writeSentence(about, b)) : [],
    byItself: component ? componentWords(component) : [],
    access: spot ? { role: spot.role, name: spot.name, order: at + 1 } : null,
    css,
    html,
    element: elementOf(said, node),
  };
}
