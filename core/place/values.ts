import { isColour } from '../colour/index.js';
import { words } from '../match/index.js';
import { PROP_KINDS, type Component, type Icon, type Json, type Kit, type Prop, type Slot } from '../model/index.js';

/** Typed words as values of props. */

export const unquote = (text: string): string => text.trim().replace(/^["“](.*)["”]$/su, '$1');

const MAIN = ['label', 'title', 'heading', 'text', 'name', 'value'];
const SECOND = ['value', 'supporting', 'note', 'text', 'detail', 'count'];

/** The prop that plain content fills. */
export function mainProp(props: readonly Prop[]): Prop | undefined {
  for (const means of MAIN) {
    const found = props.find((p) => p.kind === 'text' && p.means === means);
    if (found) return found;
  }
  return props.find((p) => p.kind === 'text');
}

/** The prop that content behind a colon fills. */
export function secondProp(props: readonly Prop[]): Prop | undefined {
  const main = mainProp(props);
  for (const means of SECOND) {
    const found = props.find((p) => (p.kind === 'text' || p.kind === 'number') && p.means === means && p !== main);
    if (found) return found;
  }
  return props.find((p) => p.kind === 'text' && p !== main);
}

export function firstSlot(component: Component): Slot | undefined {
  return component.contract.slots.find((s) => s.means === 'content') ?? component.contract.slots[0];
}

export function findIcon(kit: Kit | undefined, name: string): Icon | undefined {
  if (!kit) return undefined;
  const asked = words(name).join(' ');
  const all = Object.values(kit.icons);
  return (
    all.find((i) => words(i.name).join(' ') === asked || i.id === asked.replace(/ /gu, '-')) ??
    all.find((i) => i.words.some((w) => words(w).join(' ') === asked))
  );
}

/** What people say for the meanings of options. */
const OPTION_WORDS: Readonly<Record<string, string>> = {
  red: 'danger',
  destructive: 'danger',
  delete: 'danger',
  main: 'primary',
  strong: 'primary',
  secondary: 'secondary',
  outlined: 'secondary',
  ghost: 'plain',
  subtle: 'plain',
  tiny: 'small',
  mini: 'small',
  large: 'large',
  huge: 'large',
  big: 'large',
  centered: 'center',
  centred: 'center',
  grey: 'disabled',
  inactive: 'disabled',
  active: 'selected',
  current: 'selected',
  checked: 'checked',
  ticked: 'checked',
  compact: 'compact',
  dense: 'tight',
  success: 'good',
  green: 'good',
  error: 'bad',
};

/** The prop and value that an option word stands for: `danger`, `small`, `disabled`. */
export function optionFor(component: Component, said: string): { readonly prop: string; readonly value: Json } | null {
  const asked = said.toLowerCase();
  for (const word of [asked, OPTION_WORDS[asked]]) {
    if (word === undefined) continue;
    for (const p of component.contract.props) {
      if (p.kind === 'choice') {
        const option = p.options?.find((o) => o.means?.toLowerCase() === word || words(o.name).join(' ') === word);
        if (option) return { prop: p.id, value: option.id };
      } else if (p.kind === 'flag' && (words(p.name).join(' ') === word || p.means === word))
        return { prop: p.id, value: true };
    }
  }
  return null;
}

/** The flag that says whether a thing is on, chosen or ticked. */
const onFlag = (component: Component): Prop | undefined =>
  component.contract.props.find((p) => p.kind === 'flag' && (p.means === 'checked' || p.means === 'selected'));

/** A value said in words for the thing as a whole: `on`, `off`, `40%`, `3 of 5`. Null: it is content. */
export function stateWords(component: Component, text: string): { readonly prop: string; readonly value: Json } | null {
  const said = text.trim().toLowerCase();
  const flag = onFlag(component);
  if (flag && /^(?:on|checked|ticked|selected|chosen)$/u.test(said)) return { prop: flag.id, value: true };
  if (flag && /^(?:off|unchecked|not checked)$/u.test(said)) return { prop: flag.id, value: false };
  const number = component.contract.props.find((p) => p.kind === 'number' && p.means === 'value');
  const m = /^(?:at\s+)?(\d+(?:[.,]\d+)?)\s*(?:%|percent|per cent|stars?|(?:of|\/|out of)\s*\d+)?$/u.exec(said);
  return number && m?.[1] ? { prop: number.id, value: Number(m[1].replace(',', '.')) } : null;
}

/** `Trips (ticket)`: a name in parentheses at the end is an icon, when the props have one and the kit knows it. */
function splitIcon(
  props: readonly Prop[],
  content: string,
  kit: Kit | undefined,
): { text: string; icon: Record<string, Json> } {
  const m = /^(.*?)\s*\(([^()]+)\)$/su.exec(content.trim());
  const prop = props.find((p) => p.kind === 'icon');
  const found = m?.[2] && prop ? findIcon(kit, m[2]) : undefined;
  return m && prop && found ? { text: m[1] ?? '', icon: { [prop.id]: found.id } } : { text: content, icon: {} };
}

export function textValues(props: readonly Prop[], given: string, kit: Kit | undefined): Record<string, Json> {
  const { text: content, icon } = splitIcon(props, given, kit);
  return { ...icon, ...(content === '' ? {} : plainTexts(props, content)) };
}

function plainTexts(props: readonly Prop[], content: string): Record<string, Json> {
  const main = mainProp(props);
  if (!main) return {};
  const colon = /^["“]([^"“”]*)["”]:\s+(.+)$/su.exec(content) ?? /^([^:"“]+):\s+(.+)$/su.exec(content);
  const second = colon ? secondProp(props) : undefined;
  if (colon && second) {
    const value = unquote(colon[2] ?? '');
    return { [main.id]: (colon[1] ?? '').trim(), [second.id]: second.kind === 'number' ? Number(value) || 0 : value };
  }
  return { [main.id]: unquote(content) };
}

export function itemValues(props: readonly Prop[], content: string, kit: Kit | undefined): Record<string, Json> {
  const values = textValues(props, content, kit);
  const icon = props.find((p) => p.kind === 'icon');
  const found = icon ? findIcon(kit, unquote(content)) : undefined;
  return icon && found && values[icon.id] === undefined ? { ...values, [icon.id]: found.id } : values;
}

/** A prop of a thing by its name or meaning and a value: `icon star`, `title Today`, `small`. */
export function propBy(
  component: Component,
  text: string,
  kit: Kit | undefined,
): { readonly prop: string; readonly value: Json } | null {
  const sorted = [...component.contract.props].sort((a, b) => b.name.length - a.name.length);
  for (const p of sorted) {
    for (const name of [p.name, p.means?.replace(/-/gu, ' ') ?? '']) {
      if (name === '' || !text.toLowerCase().startsWith(`${name.toLowerCase()} `)) continue;
      const value = readValue(p, unquote(text.slice(name.length + 1)), kit);
      if (value !== null) return { prop: p.id, value };
    }
    if (p.kind === 'icon' && /^icon\s/iu.test(text)) {
      const found = findIcon(kit, text.slice(5));
      if (found) return { prop: p.id, value: found.id };
    }
  }
  return optionFor(component, text) ?? iconPart(component, text, kit);
}

/** A bare word that names an icon, for a thing that has a place for one and holds nothing: `header with menu`. */
function iconPart(
  component: Component,
  text: string,
  kit: Kit | undefined,
): { readonly prop: string; readonly value: Json } | null {
  if (component.contract.slots.length > 0) return null;
  const asked = text.toLowerCase().replace(/\s*(?:icon|button)$/u, '');
  const icon = findIcon(kit, asked);
  const places = component.contract.props.filter((p) => p.kind === 'icon');
  const place = /^(?:menu|back|arrow left|close)$/u.test(asked) ? places[0] : (places.at(-1) ?? places[0]);
  return icon && place ? { prop: place.id, value: icon.id } : null;
}

/** A prop that is taken away: `without picture`. */
export function withoutProp(
  component: Component,
  text: string,
): { readonly prop: string; readonly value: Json } | null {
  const asked = words(text).join(' ');
  const p = component.contract.props.find(
    (x) =>
      words(x.name).join(' ') === asked ||
      x.means?.replace(/-/gu, ' ') === asked ||
      (asked === 'icon' && x.kind === 'icon') ||
      (asked === 'button' && x.means === 'action-label'),
  );
  if (!p) return null;
  return { prop: p.id, value: p.kind === 'flag' ? false : p.kind === 'icon' ? 'none' : p.kind === 'list' ? [] : '' };
}

/** When a prop is named but the value is none of its own: what it can be. */
export function wrongValue(component: Component, text: string): string | null {
  const prop = component.contract.props.find((p) => text.toLowerCase().startsWith(`${p.name.toLowerCase()} `));
  if (!prop) return null;
  const given = text.slice(prop.name.length + 1).slice(0, 40);
  return `${prop.name} of ${component.name} takes ${PROP_KINDS[prop.kind].takesWords(prop)}; “${given}” is none of these.`;
}

/** A typed word as a value of a prop; null when it cannot be one. */
export function readValue(prop: Prop, text: string, kit?: Kit): Json {
  switch (prop.kind) {
    case 'text':
      return text;
    case 'number': {
      const m = /^(-?\d+(?:[.,]\d+)?)\s*%?$/u.exec(text.trim());
      return m?.[1] ? Number(m[1].replace(',', '.')) : null;
    }
    case 'flag':
      return /^(?:on|yes|true)$/iu.test(text) ? true : /^(?:off|no|false)$/iu.test(text) ? false : null;
    case 'choice': {
      const asked = words(text).join(' ');
      return (
        prop.options?.find((o) => words(o.name).join(' ') === asked || o.means === asked || o.id === text)?.id ?? null
      );
    }
    case 'icon':
      return text.trim().toLowerCase() === 'none' ? 'none' : (findIcon(kit, text)?.id ?? null);
    case 'image':
      return /^[\w-]{1,64}$/u.test(text) ? text : null;
    case 'colour':
      return /^\{[^{}]+\}$/u.test(text) || isColour(text) ? text : null;
    case 'component':
    case 'list':
      return null;
  }
}
