import {
  componentsInOrder,
  ROLES,
  STATES,
  subtree,
  PROP_KINDS,
  type Component,
  type Json,
  type Kit,
  type Node,
  type NodeId,
  type Option,
  type Problem,
  type Prop,
  type Rule,
  type Slot,
  type StateName,
  type PropKindFacts,
} from '../model/index.js';
import { pairContracts } from '../match/index.js';
import { isObject, list, Report, text, type JsonObject } from './checks.js';

/** What a custom elements manifest says: a component for each element, and what was left out. */
export interface ReadManifest {
  readonly components: readonly Component[];
  /** Names of those that have the looks of a component of the kit, by role; of the rest, which have a plain look. */
  readonly borrowed: readonly string[];
  readonly plain: readonly string[];
  readonly problems: readonly Problem[];
}
const MOST = 400;
const MOST_PROPS = 100;

/** What attributes are usually called that mean something. */
const MEANS: readonly (readonly [RegExp, string])[] = [
  [/^(label|text|title|heading|caption|legend|name|content)$/u, 'label'],
  [
    /^(description|help(-?text|er-?text)?|hint|supporting-?text|sub-?(title|text|heading)|note|message)$/u,
    'supporting',
  ],
  [/^(variant|kind|appearance|tone|intent|color|theme|emphasis)$/u, 'tone'],
  [/^(size|scale)$/u, 'size'],
  [/^(value|current-?value)$/u, 'value'],
  [/^placeholder$/u, 'placeholder'],
  [/^(invalid|error|has-?error)$/u, 'invalid'],
  [/^(checked|on)$/u, 'checked'],
  [/^(selected|active|current|pressed)$/u, 'selected'],
  [/^(open|expanded)$/u, 'open'],
  [/^(icon|leading-?icon|start-?icon|prefix-?icon|icon-?start)$/u, 'leading-icon'],
  [/^(trailing-?icon|end-?icon|suffix-?icon|icon-?end)$/u, 'trailing-icon'],
  [/^(status|severity|level-?of)$/u, 'status'],
  [/^(aria-?label|accessible-?name)$/u, 'accessible-name'],
];
const OPTIONS: Readonly<Record<string, string>> = {
  primary: 'primary',
  main: 'primary',
  filled: 'primary',
  brand: 'primary',
  accent: 'primary',
  secondary: 'secondary',
  outline: 'secondary',
  outlined: 'secondary',
  neutral: 'secondary',
  default: 'secondary',
  tertiary: 'tertiary',
  text: 'tertiary',
  ghost: 'tertiary',
  plain: 'tertiary',
  danger: 'danger',
  destructive: 'danger',
  critical: 'danger',
  error: 'danger',
  warning: 'danger',
  success: 'success',
  positive: 'success',
  small: 'small',
  sm: 'small',
  s: 'small',
  medium: 'medium',
  md: 'medium',
  m: 'medium',
  large: 'large',
  lg: 'large',
  l: 'large',
  info: 'neutral',
};
const dashed = (name: string): string =>
  name
    .replace(/([a-z0-9])([A-Z])/gu, '$1-$2')
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, '-')
    .replace(/^-+|-+$/gu, '')
    .slice(0, 60);
const spoken = (name: string): string => {
  const said = dashed(name).replaceAll('-', ' ');
  return said.charAt(0).toUpperCase() + said.slice(1);
};
const meansOf = (name: string): string | undefined => MEANS.find(([r]) => r.test(dashed(name)))?.[1];

/** The role that the words of an element’s name say, the longest word first; `group` where none does. */
export function roleOfElement(tag: string): string {
  const own = ` ${tag.split('-').slice(1).join(' ')} `;
  let best: readonly [role: string, length: number] = ['group', 0];
  for (const [role, facts] of Object.entries(ROLES))
    for (const word of [role, ...facts.words])
      if (word.length > best[1] && own.includes(` ${word} `)) best = [role, word.length];
  return best[0];
}

/** A type as it is written in code: a union of texts, a flag, a number, a text. Null: none that a designer could choose. */
function kindOf(
  type: string,
): { readonly kind: 'text' | 'flag' | 'number' | 'choice'; readonly options: readonly string[] } | null {
  const plain = type.replace(/\s*\|\s*(undefined|null)\b/gu, '').trim();
  const texts = [...plain.matchAll(/(['"`])([^'"`|]{1,60})\1/gu)].map((m) => m[2] ?? '');
  if (texts.length > 1 && /^\s*(['"`][^'"`]*['"`]\s*\|?\s*)+$/u.test(plain.replace(/^\|\s*/u, '')))
    return { kind: 'choice', options: [...new Set(texts)] };
  if (/^boolean$/u.test(plain)) return { kind: 'flag', options: [] };
  if (/^number$/u.test(plain)) return { kind: 'number', options: [] };
  if (plain === '' || /^string$/u.test(plain) || texts.length === 1) return { kind: 'text', options: [] };
  return null;
}

function readProp(a: JsonObject, where: string, report: Report): Prop | null {
  const name = text(a, 'name', '', 80);
  const id = dashed(name);
  if (id === '' || id in Object.prototype) return null;
  const type = isObject(a['type']) ? text(a['type'], 'text', '', 2000) : '';
  const kind = kindOf(type);
  if (!kind) {
    report.add(
      'left out',
      'manifest.type',
      `${where}, ${name}`,
      `${name} of ${where} is a ${type.slice(0, 60)}: nothing that can be chosen; it was left out.`,
    );
    return null;
  }
  const start = text(a, 'default', '', 200).replace(/^['"`]|['"`]$/gu, '');
  const means = meansOf(name);
  const any = { id, name: spoken(name), description: text(a, 'description', '', 300), ...(means ? { means } : {}) };
  if (kind.kind === 'flag') return { ...any, kind: 'flag', default: start === 'true' };
  if (kind.kind === 'number')
    return { ...any, kind: 'number', default: Number.isFinite(Number(start)) ? Number(start) : 0 };
  if (kind.kind === 'text') {
    if (means === 'leading-icon' || means === 'trailing-icon') return { ...any, kind: 'icon', default: 'none' };
    return { ...any, kind: 'text', default: start === 'undefined' || start === 'null' ? '' : start };
  }
  const options = kind.options.map((o): Option => ({
    id: dashed(o) || 'none',
    name: spoken(o) || 'None',
    ...(OPTIONS[dashed(o)] ? { means: OPTIONS[dashed(o)] ?? '' } : {}),
  }));
  const first = options.find((o) => o.id === dashed(start)) ?? options[0];
  return { ...any, kind: 'choice', options, default: first?.id ?? '' };
}

function readElement(
  d: JsonObject,
  tag: string,
  report: Report,
): Pick<Component, 'contract' | 'summary' | 'name' | 'role' | 'id' | 'words'> {
  const props = new Map<string, Prop>();
  const fields = list(d, 'members').filter(
    (m): m is JsonObject =>
      isObject(m) &&
      m['kind'] === 'field' &&
      m['privacy'] !== 'private' &&
      m['privacy'] !== 'protected' &&
      m['static'] !== true &&
      m['readonly'] !== true,
  );
  for (const a of [...list(d, 'attributes').filter(isObject), ...fields]) {
    if (props.size >= MOST_PROPS) break;
    const said = text(a, 'fieldName', '') || text(a, 'name', '');
    if (props.has(dashed(said)) || props.has(dashed(text(a, 'name', '')))) continue;
    const p = readProp(a, tag, report);
    if (p) props.set(p.id, p);
  }
  const slots = list(d, 'slots')
    .filter(isObject)
    .map((s): Slot => {
      const name = text(s, 'name', '', 60);
      return {
        id: dashed(name) || 'content',
        name: name === '' ? 'Content' : spoken(name),
        description: text(s, 'description', '', 300),
        accepts: [],
        ...(name === '' ? { means: 'content' } : {}),
      };
    });
  const words = [...list(d, 'cssStates'), ...list(d, 'states')]
    .filter(isObject)
    .map((s) => text(s, 'name', '').replace(/^[:-]+/u, ''));
  const states = STATES.filter(
    (s) => words.includes(s) || (s === 'disabled' && props.get('disabled')?.kind === 'flag'),
  );
  const events = list(d, 'events')
    .filter(isObject)
    .map((e) => text(e, 'name', '', 80))
    .filter((e) => e !== '');
  return {
    id: dashed(tag.split('-').slice(1).join('-')) || dashed(tag),
    name: spoken(tag.split('-').slice(1).join('-') || tag),
    role: roleOfElement(tag),
    summary: (text(d, 'summary', '', 300) || text(d, 'description', '', 300)).split('\n')[0] ?? '',
    words: [tag],
    contract: {
      props: [...props.values()],
      slots: slots.filter((s, i) => slots.findIndex((o) => o.id === s.id) === i),
      states: states as readonly StateName[],
      events,
    },
  };
}

/** The looks of a kit’s component for a contract from code: what both have is bound to it, what only the kit’s has stays as it starts. */
function borrow(
  kit: Kit,
  of: Component,
  own: ReturnType<typeof readElement>,
): Pick<Component, 'nodes' | 'root' | 'rules'> {
  const ref = `${kit.id}@${kit.version}/${of.id}`;
  const bare: Component = { ...of, ...own };
  const pair = pairContracts(ref, of, 'manifest/own', bare, (r) => kit.components[r.split('/')[1] ?? ''], false);
  const to = (path: string): string | null => {
    const [first = '', ...rest] = path.split('.');
    const target = pair.props[first]?.to;
    return target && !pair.props[first]?.into ? [target, ...rest].join('.') : null;
  };
  const starts = new Map(of.contract.props.map((p) => [p.id, p.default]));
  const nodes: Record<NodeId, Node> = {};
  const gone = new Set<NodeId>();
  for (const n of Object.values(of.nodes)) {
    if (n.type === 'series' && n.of !== undefined && !pair.props[n.of]?.to)
      for (const id of subtree(of.nodes, n.id)) gone.add(id);
    if (n.type === 'slot' && !pair.slots[n.slot]) gone.add(n.id);
  }
  for (const n of Object.values(of.nodes)) {
    if (gone.has(n.id)) continue;
    const attrs: Record<string, Json> = { ...(n.attrs as Record<string, Json>) };
    const bind: Record<string, string> = {};
    for (const [name, path] of Object.entries(n.bind ?? {})) {
      const next = to(path);
      if (next) bind[name] = next;
      else if (!path.includes('.') && !name.startsWith('props.')) attrs[name] = starts.get(path) ?? '';
      // What says nothing takes no room.
      if (!next && (name === 'text' || name === 'icon') && (attrs[name] === '' || attrs[name] === 'none'))
        attrs['visible'] = false;
    }
    const { bind: _, ...rest } = n;
    const made = { ...rest, attrs, ...(Object.keys(bind).length > 0 ? { bind } : {}) } as Node;
    nodes[n.id] =
      made.type === 'box'
        ? { ...made, children: made.children.filter((c) => !gone.has(c)) }
        : made.type === 'series' && made.of !== undefined
          ? { ...made, of: pair.props[made.of]?.to ?? made.of }
          : made.type === 'slot'
            ? { ...made, slot: pair.slots[made.slot] ?? made.slot }
            : made;
  }
  const rules = of.rules.flatMap((r): Rule[] => {
    const props: Record<string, Json> = {};
    for (const [id, test] of Object.entries(r.when.props ?? {})) {
      const how = pair.props[id];
      const one = (v: Json): Json | undefined => (how?.options ? (how.options[String(v)] ?? undefined) : v);
      const next = Array.isArray(test)
        ? test.flatMap((v) => one(v) ?? [])
        : typeof test === 'object'
          ? (test as Json)
          : one(test as Json);
      if (!how?.to || how.also || next === undefined || (Array.isArray(next) && next.length === 0)) {
        // A rule for what it starts with holds always; for anything else, never.
        const start = starts.get(id);
        const holds = Array.isArray(test) ? test.includes(start ?? null) : test === start;
        if (!how?.to && holds) continue;
        return [];
      }
      props[how.to] = next;
    }
    const set = Object.fromEntries(Object.entries(r.set).filter(([id]) => nodes[id]));
    return Object.keys(set).length === 0 ? [] : [{ when: { ...r.when, ...(r.when.props ? { props } : {}) }, set }];
  });
  return { nodes, root: of.root, rules: rules as readonly Rule[] };
}

/** A plain look that shows everything a contract has: texts, flags as words, slots. */
function plainLook(own: ReturnType<typeof readElement>): Pick<Component, 'nodes' | 'root' | 'rules'> {
  const nodes: Record<NodeId, Node> = {};
  const children: NodeId[] = [];
  const put = (n: Node): void => {
    nodes[n.id] = n;
    children.push(n.id);
  };
  for (const p of own.contract.props.slice(0, 12)) {
    const style = p.means === 'label' ? 'means:label' : 'means:caption';
    if (p.kind === 'text')
      put({
        id: `text-${p.id}`,
        type: 'text',
        name: p.name,
        attrs: { textStyle: style, color: '{means:ink}', width: 'stretch' },
        bind: { text: p.id },
      });
    if (p.kind === 'icon')
      put({
        id: `icon-${p.id}`,
        type: 'icon',
        name: p.name,
        attrs: { color: '{means:ink}', size: 20 },
        bind: { icon: p.id },
      });
  }
  if (children.length === 0)
    put({
      id: 'name',
      type: 'text',
      name: 'Name',
      attrs: { text: own.name, textStyle: 'means:caption', color: '{means:ink}' },
    });
  for (const s of own.contract.slots)
    put({ id: `slot-${s.id}`, type: 'slot', slot: s.id, name: s.name, attrs: { width: 'stretch' } });
  nodes['root'] = {
    id: 'root',
    type: 'box',
    name: own.name,
    attrs: { padding: 12, gap: 8, stroke: '{means:line}', fill: '{means:page}', minWidth: 80 },
    children,
  };
  return { nodes, root: 'root', rules: [] };
}

/**
 * Reads a custom elements manifest (schema 1 and 2): attributes and public fields become properties, with their types, defaults and
 * descriptions; slots, states and events too. Elements with a counterpart by role in the kit get its looks, the rest a plain one.
 * Never throws: what cannot be read is left out and told.
 */
export function readManifest(source: string, kit: Kit): ReadManifest {
  const report = new Report();
  const nothing = (code: string, message: string): ReadManifest => {
    report.add('refused', code, 'the file', message);
    return { components: [], borrowed: [], plain: [], problems: report.list() };
  };
  if (source.length > 8_000_000) return nothing('manifest.large', 'A manifest has at most 8 MB; nothing was read.');
  let json: Json;
  try {
    json = JSON.parse(source) as Json;
  } catch {
    return nothing('manifest.json', 'It is no JSON. A custom elements manifest is a JSON file with modules.');
  }
  if (!isObject(json) || !Array.isArray(json['modules']))
    return nothing('manifest.shape', 'It is no custom elements manifest: one has a list of modules.');
  const components: Component[] = [];
  const borrowed: string[] = [];
  const plain: string[] = [];
  const taken = new Set<string>();
  const all = list(json, 'modules')
    .filter(isObject)
    .flatMap((m) => {
      const tags = new Map(
        list(m, 'exports')
          .filter(isObject)
          .flatMap((e) =>
            e['kind'] === 'custom-element-definition' && isObject(e['declaration'])
              ? [[text(e['declaration'], 'name', ''), text(e, 'name', '')] as const]
              : [],
          ),
      );
      return list(m, 'declarations')
        .filter(isObject)
        .flatMap((d) => {
          const tag = text(d, 'tagName', '', 80) || tags.get(text(d, 'name', '')) || '';
          return tag === '' ? [] : [{ d, tag: tag.toLowerCase() }];
        });
    });
  if (all.length === 0)
    return nothing('manifest.none', 'There is no custom element in it: none of its declarations has a tag name.');
  if (all.length > MOST)
    report.add(
      'left out',
      'manifest.many',
      'elements',
      `There are ${all.length} elements; the first ${MOST} were taken.`,
    );
  for (const { d, tag } of all.slice(0, MOST)) {
    const own = readElement(d, tag, report);
    if (taken.has(own.id) || own.id in Object.prototype) {
      report.add('left out', 'manifest.twice', tag, `Two elements are called ${tag}; the second was left out.`);
      continue;
    }
    taken.add(own.id);
    const of = componentsInOrder(kit).find((c) => c.role === own.role && own.role !== 'group');
    const look = of ? borrow(kit, of, own) : plainLook(own);
    (of ? borrowed : plain).push(own.name);
    components.push({ ...own, family: of?.family ?? 'Elements', ...look });
  }
  return { components, borrowed, plain, problems: report.list() };
}

/**
 * A kit whose components are those of a manifest, with the tokens, text styles and icons of the kit that lends its looks, and those of
 * its components that are parts of borrowed looks. References are to the kit itself.
 */
export function kitOfManifest(
  kit: Kit,
  read: ReadManifest,
  wish: { readonly id: string; readonly name: string; readonly version: string },
): Kit {
  const ref = `${kit.id}@${kit.version}`;
  const own = new Map(read.components.map((c) => [c.id, c]));
  const needed = new Map<string, Component>();
  const need = (c: Component): void => {
    for (const n of Object.values(c.nodes)) {
      if (n.type !== 'instance' || !n.component.startsWith(`${ref}/`)) continue;
      const part = kit.components[n.component.slice(ref.length + 1)];
      if (!part || needed.has(part.id)) continue;
      needed.set(part.id, part);
      need(part);
    }
  };
  for (const c of read.components) need(c);
  // Parts of looks whose names an element has are called by their kit, too.
  const called = new Map([...needed.keys()].map((id) => [id, own.has(id) ? `${kit.id}-${id}` : id]));
  const target = `${wish.id}@${wish.version}`;
  const renamed = (c: Component, id: string): Component => {
    const json = JSON.stringify({ ...c, id }).replace(
      new RegExp(`"${ref.replace(/[.*+?^${}()|[\]\\]/gu, '\\$&')}/([^"]+)"`, 'gu'),
      (_, part: string) => `"${target}/${called.get(part) ?? part}"`,
    );
    return JSON.parse(json) as Component;
  };
  const components = [
    ...read.components.map((c) => renamed(c, c.id)),
    ...[...needed.values()].map((c) => renamed({ ...c, family: 'Parts' }, called.get(c.id) ?? c.id)),
  ];
  return {
    ...kit,
    ...wish,
    summary: `${read.components.length} elements from code, in the looks of ${kit.name}.`,
    notes: 'Read from a custom elements manifest.',
    components: Object.fromEntries(components.map((c) => [c.id, c])),
    families: [...new Set([...components.map((c) => c.family)])],
    templates: [],
  };
}

const codeOf = (p: Prop): PropKindFacts['code'] => PROP_KINDS[p.kind].code;

/** The contracts of a kit as a custom elements manifest (schema 2.1.0), an element for each component. */
export function writeManifest(kit: Kit): string {
  const declarations = componentsInOrder(kit).map((c) => ({
    kind: 'class',
    customElement: true,
    name: c.name.replace(/[^\p{L}\p{N}]+/gu, ''),
    tagName: `${kit.id.split('-')[0] ?? kit.id}-${c.id}`,
    summary: c.summary,
    ...(c.docs ? { description: c.docs.replace(/```sample[\s\S]*?```\n?/gu, '') } : {}),
    attributes: c.contract.props
      .filter((p) => codeOf(p).attribute !== 'none')
      .map((p) => ({
        name: p.id,
        type: { text: codeOf(p).type(p) },
        default: codeOf(p).quoted ? `'${String(p.default)}'` : String(p.default),
        description: p.description,
      })),
    members: c.contract.props
      .filter((p) => codeOf(p).attribute === 'none')
      .map((p) => ({ kind: 'field', name: p.id, type: { text: codeOf(p).type(p) }, description: p.description })),
    slots: c.contract.slots.map((s) => ({ name: s.means === 'content' ? '' : s.id, description: s.description })),
    cssParts: subtree(c.nodes, c.root).flatMap((id) =>
      id === c.root ? [] : [{ name: id, ...(c.nodes[id]?.name ? { description: c.nodes[id]?.name ?? '' } : {}) }],
    ),
    cssStates: c.contract.states.map((s) => ({ name: s })),
    events: c.contract.events.map((e) => ({ name: e, type: { text: 'CustomEvent' } })),
  }));
  const module = {
    kind: 'javascript-module',
    path: `${kit.id}.js`,
    declarations,
    exports: declarations.map((d) => ({
      kind: 'custom-element-definition',
      name: d.tagName,
      declaration: { name: d.name, module: `${kit.id}.js` },
    })),
  };
  return `${JSON.stringify({ schemaVersion: '2.1.0', readme: '', modules: [module] }, null, 2)}\n`;
}
