import { ATTR_CHECKS, attrTakes } from '../validate/index.js';
import {
  attrName,
  STATES,
  PROP_KINDS,
  type Component,
  type Json,
  type Node,
  type NodeId,
  type Prop,
  type PropTest,
  type Rule,
  type RulePlace,
} from '../model/index.js';

/** A rule as a sentence: `when Size is small: padding 8, Label’s text style note`. */
export function ruleSentence(c: Component, rule: Rule): string {
  return `${whenSentence(c, rule.when)}: ${setSentence(c, rule)}`;
}

/** What a rule asks for: `when Size is small and pointed at`. */
export function whenSentence(c: Component, when: Rule['when']): string {
  const parts = Object.entries(when.props ?? {}).map(([id, test]) => {
    const prop = c.contract.props.find((p) => p.id === id);
    return `${prop?.name ?? `${id} (gone)`} is ${testWords(prop, test)}`;
  });
  if (when.state) parts.push(STATE_WORDS[when.state]);
  if (when.minWidth !== undefined) parts.push(`the screen is ${when.minWidth} px or wider`);
  if (when.maxWidth !== undefined) parts.push(`the screen is ${when.maxWidth} px or narrower`);
  return parts.length === 0 ? 'always' : `when ${parts.join(' and ')}`;
}
const STATE_WORDS = {
  selected: 'selected',
  focus: 'focused',
  hover: 'pointed at',
  pressed: 'pressed',
  disabled: 'disabled',
} as const;

function testWords(prop: Prop | undefined, test: PropTest): string {
  if (typeof test === 'object' && test !== null && 'filled' in test) return test.filled ? 'filled' : 'empty';
  if (Array.isArray(test)) return test.map((t) => testWords(prop, t as PropTest)).join(' or ');
  if (typeof test === 'boolean') return test ? 'on' : 'off';
  return prop?.options?.find((o) => o.id === test)?.name.toLowerCase() ?? String(test);
}

/** What parts are called in sentences: by their names, else by what they are; the root by nothing. */
export function partName(c: Component, id: NodeId): string {
  const node = c.nodes[id];
  return node?.name ?? id;
}
function setSentence(c: Component, rule: Rule): string {
  return Object.entries(rule.set)
    .flatMap(([id, set]) =>
      Object.entries(set).map(([name, value]) => {
        const whose = id === c.root ? '' : `${partName(c, id)}’s `;
        return `${whose}${thingName(name)} ${valueWords(c, name, value)}`;
      }),
    )
    .join(', ');
}
const thingName = (name: string): string =>
  name.startsWith('props.') ? name.slice(6) : name === 'place' ? 'place' : attrName(name).toLowerCase();

function valueWords(c: Component, name: string, value: Json): string {
  if (name === 'place') {
    const to = value as unknown as RulePlace;
    return `${to.after === null ? 'first' : `behind ${partName(c, to.after)}`} in ${partName(c, to.parent)}`;
  }
  if (value === true) return 'on';
  if (value === false) return 'off';
  if (typeof value === 'string') return value.replace(/^\{(.*)\}$/u, '$1').replace(/^means:/u, '') || 'nothing';
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}

export type RuleRead =
  | { readonly ok: true; readonly when: Rule['when']; readonly set: Rule['set'] }
  | { readonly ok: false; readonly problem: string };

/** Reads a sentence such as `ruleSentence` writes. What cannot be is named; nothing is guessed. */
export function readRule(c: Component, text: string): RuleRead {
  const no = (problem: string): RuleRead => ({ ok: false, problem });
  const m = /^\s*(?:when\s+)?(.*?)\s*:\s*(.+)$/isu.exec(text.trim());
  if (!m?.[1] || !m[2]) return no('A rule reads like this: “when Size is small: padding 8”.');
  const props: Record<string, PropTest> = {};
  let rest: Omit<Rule['when'], 'props'> = {};
  for (const part of m[1].split(/\s+and\s+/iu)) {
    const state = STATES.find((s) => part.trim().toLowerCase() === s || part.trim().toLowerCase() === STATE_WORDS[s]);
    const wide = /^(?:the\s+screen\s+is\s+)?(\d+)\s*px\s+or\s+(wider|narrower)$/iu.exec(part.trim());
    const is = /^(.+?)\s+is\s+(.+)$/iu.exec(part.trim());
    if (state) rest = { ...rest, state };
    else if (wide) rest = { ...rest, [wide[2]?.toLowerCase() === 'wider' ? 'minWidth' : 'maxWidth']: Number(wide[1]) };
    else if (is?.[1] && is[2]) {
      const prop = c.contract.props.find((p) => same(p.name, is[1]) || same(p.id, is[1]));
      if (!prop) return no(`${c.name} has no property ${is[1]}. It has ${list(c.contract.props.map((p) => p.name))}.`);
      const test = readTest(prop, is[2]);
      if (test === null)
        return no(
          `${prop.name} cannot be ${is[2]}.${prop.options ? ` It is one of ${list(prop.options.map((o) => o.name.toLowerCase()))}.` : ''}`,
        );
      props[prop.id] = test;
    } else
      return no(`“${part.trim()}” asks for nothing that is known: say “Size is small”, “hover” or “600 px or wider”.`);
  }
  const set: Record<NodeId, Record<string, Json>> = {};
  for (const part of m[2].split(/,\s*(?![^{]*\})/u)) {
    const got = readSet(c, part.trim());
    if (typeof got === 'string') return no(got);
    (set[got.node] ??= {})[got.name] = got.value;
  }
  return { ok: true, when: { ...(Object.keys(props).length > 0 ? { props } : {}), ...rest } as Rule['when'], set };
}
const same = (a: string, b: string | undefined): boolean => a.toLowerCase() === (b ?? '').trim().toLowerCase();
const list = (names: readonly string[]): string => names.slice(0, 8).join(', ') || 'none yet';

function readTest(prop: Prop, text: string): PropTest | null {
  const said = text.trim().toLowerCase();
  const value = PROP_KINDS[prop.kind].fromRule(prop, said);
  if (value !== null) return value;
  // Of a flag it is never asked whether there is something: it always is on or off.
  return prop.kind !== 'flag' && (said === 'filled' || said === 'empty') ? { filled: said === 'filled' } : null;
}

function readSet(c: Component, text: string): { node: NodeId; name: string; value: Json } | string {
  const of = /^(.+?)[’']s\s+(.+)$/u.exec(text);
  const node: Node | undefined = of
    ? Object.values(c.nodes).find((n) => same(partName(c, n.id), of[1]) || same(n.id, of[1]))
    : c.nodes[c.root];
  if (!node) return `${c.name} has no part ${of?.[1] ?? ''}.`;
  const said = (of?.[2] ?? text).trim();
  const place = /^place\s+(?:(first)|behind\s+(.+?))\s+in\s+(.+)$/iu.exec(said);
  if (place) {
    const find = (name: string | undefined): NodeId | undefined =>
      Object.values(c.nodes).find((n) => same(partName(c, n.id), name) || same(n.id, name))?.id;
    const parent = find(place[3]);
    const after = place[1] ? null : find(place[2]);
    if (parent === undefined || after === undefined) return `“${said}” names a part that ${c.name} does not have.`;
    return { node: node.id, name: 'place', value: { parent, after } };
  }
  const attr = Object.keys(ATTR_CHECKS)
    .sort((a, b) => attrName(b).length - attrName(a).length)
    .find((a) => {
      const low = said.toLowerCase();
      return low.startsWith(`${attrName(a).toLowerCase()} `) || low.startsWith(`${a.toLowerCase()} `);
    });
  if (attr) {
    const label = said.toLowerCase().startsWith(`${attrName(attr).toLowerCase()} `) ? attrName(attr) : attr;
    const value = readValue(attr, said.slice(label.length).trim());
    return value === null
      ? `${node.name ?? node.id} cannot have the ${attrName(attr).toLowerCase()} ${said.slice(label.length).trim()}.`
      : { node: node.id, name: attr, value };
  }
  if (node.type === 'instance') {
    const cut = said.indexOf(' ');
    if (cut > 0) {
      const raw = said.slice(cut + 1).trim();
      return {
        node: node.id,
        name: `props.${said.slice(0, cut)}`,
        value: raw === 'on' ? true : raw === 'off' ? false : raw === 'nothing' ? '' : raw,
      };
    }
  }
  return `“${text}” sets nothing that is known: say for instance “padding 8” or “Label’s colour #333333”.`;
}
function readValue(attr: string, text: string): Json | null {
  const number = Number(text.replace(/\s*px$/u, ''));
  const candidates: Json[] = [
    ...(text === 'on' || text === 'off' ? [text === 'on'] : []),
    ...(text === 'nothing' ? ['', 'none'] : []),
    ...(text !== '' && Number.isFinite(number) ? [number] : []),
    ...(attr === 'textStyle' || !/^[a-z][\w.:@/-]*\.[\w.-]+$/iu.test(text) ? [text] : []),
    `{${text.replace(/^\{|\}$/gu, '')}}`,
  ];
  return candidates.find((v) => attrTakes(attr, v)) ?? null;
}
