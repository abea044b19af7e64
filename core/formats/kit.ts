import {
  aliasPath,
  isPathData,
  kitRef,
  splitRef,
  STATES,
  type Component,
  type FontFile,
  type Icon,
  type Json,
  type Kit,
  type KitRef,
  type Node,
  type Option,
  type Prop,
  PROP_KIND_NAMES,
  PROP_KINDS,
  type Read,
  type Rule,
  type Slot,
  type StateName,
  type Template,
  type TextStyle,
  type Token,
} from '../model/index.js';
import { attrTakes } from '../shape/index.js';
import { depthOf, isId, isObject, list, Report, text, texts, type JsonObject } from './checks.js';
import { readTextStyles, readTokens } from './tokens.js';
import { readTree } from './tree.js';

/** What reading a kit needs from outside. */
export interface KitSources {
  /** Names of the files in the package; absent: not checked. */
  readonly files?: readonly string[];
  /** Kits it may be based on. */
  readonly bases?: ReadonlyMap<KitRef, Kit>;
}

export const KIT_FORMAT = 'dekkor-kit/1';
const MOST_COMPONENTS = 500;
const VERSION = /^\d+\.\d+\.\d+(?:-[\w.]+)?$/;

/**
 * Reads a kit from its JSON (see docs/kit-format.md). Takes what is good, leaves out what is not and says so by name;
 * refuses only what is no kit at all. Nothing in a kit can run or refer to anything outside.
 */
export function readKit(json: unknown, sources: KitSources = {}): Read<Kit> {
  const report = new Report();
  const refuse = (code: string, where: string, message: string): Read<Kit> => {
    report.add('refused', code, where, message);
    return { value: null, problems: report.list() };
  };
  if (!isObject(json))
    return refuse(
      'kit.shape',
      'the file',
      'This is no kit: a kit is a JSON object with a format, an id and components.',
    );
  if (depthOf(json, 200) >= 200)
    return refuse('kit.deep', 'the file', 'This kit is nested deeper than 200 levels, so it was not read.');
  if (json['format'] !== KIT_FORMAT)
    return refuse(
      'kit.format',
      'format',
      `This is no kit that Dekkor reads: its format is “${text(json, 'format', 'missing', 40)}”, not “${KIT_FORMAT}”.`,
    );
  const id = json['id'];
  const version = text(json, 'version');
  if (!isId(id) || id === 'project')
    return refuse('kit.id', 'id', 'The kit needs an id of letters, digits and hyphens.');
  if (!VERSION.test(version))
    return refuse('kit.version', 'version', `The version “${version.slice(0, 40)}” is not of the form 1.2.3.`);
  const name = text(json, 'name', id, 80);
  const own = `${id}@${version}`;

  const basedOn = text(json, 'basedOn');
  const base = basedOn === '' ? undefined : sources.bases?.get(basedOn);
  if (basedOn !== '' && !base)
    return refuse(
      'kit.base',
      basedOn,
      `${name} is based on ${basedOn}, which is not installed. Install that kit first.`,
    );

  const tokens = { ...base?.tokens, ...readTokens(json['tokens'], report) };
  const textStyles = { ...base?.textStyles, ...readTextStyles(json['textStyles'], report) };
  const fonts = [...(base?.fonts ?? []), ...readFonts(json, sources.files, report)];
  const icons = { ...base?.icons, ...readIcons(json, report) };
  checkFamilies(textStyles, fonts, report);
  const kept = base ? rebase(base, own) : {};
  const read = readComponents(json, own, report, kept);
  const components = { ...kept, ...read };
  dropCycles(components, own, report);
  dropTooLarge(components, own, report);
  checkReferences(components, { tokens, textStyles, icons }, report, new Set(Object.keys(read)));
  const templates = [
    ...(base?.templates ?? []).map((t) => ({ ...t, nodes: renamed(t.nodes, kitRef(base as Kit), own) })),
    ...readTemplates(json, own, components, report),
  ];
  const families = texts(json, 'families');
  const value: Kit = {
    id,
    name,
    version,
    author: text(json, 'author', 'unknown', 200),
    licence: text(json, 'licence', 'not stated', 200),
    summary: text(json, 'summary'),
    notes: text(json, 'notes'),
    fidelity: json['fidelity'] === 'wireframe' ? 'wireframe' : 'brand',
    ...(base ? { basedOn } : {}),
    swatches: texts(json, 'swatches').slice(0, 3),
    tokens,
    textStyles,
    fonts,
    icons,
    components,
    families:
      families.length > 0 ? families : (base?.families ?? [...new Set(Object.values(components).map((c) => c.family))]),
    templates,
  };
  if (Object.keys(components).length === 0) report.add('note', 'kit.empty', name, `${name} has no components yet.`);
  return { value, problems: report.list() };
}

function readFonts(json: JsonObject, files: readonly string[] | undefined, report: Report): FontFile[] {
  return list(json, 'fonts').flatMap((f): FontFile[] => {
    if (!isObject(f) || text(f, 'family') === '' || text(f, 'file') === '') {
      report.add('left out', 'font.shape', 'fonts', 'A font without family or file was left out.');
      return [];
    }
    const file = text(f, 'file', '', 200);
    if (/(?:^|[\\/])\.\.(?:[\\/]|$)|^[\\/]|:/u.test(file)) {
      report.add('left out', 'font.outside', file, `Font file ${file} lies outside the kit; it was left out.`);
      return [];
    }
    if (files && !files.includes(file)) {
      report.add(
        'left out',
        'font.missing',
        text(f, 'family'),
        `The font file ${file} of ${text(f, 'family')} is not in the kit; another font will show.`,
      );
      return [];
    }
    return [
      {
        family: text(f, 'family', '', 80),
        weight: typeof f['weight'] === 'number' ? f['weight'] : 400,
        italic: f['italic'] === true,
        file,
      },
    ];
  });
}

function checkFamilies(styles: Readonly<Record<string, TextStyle>>, fonts: readonly FontFile[], report: Report): void {
  const families = new Set(fonts.map((f) => f.family));
  for (const s of Object.values(styles)) {
    if (!families.has(s.family))
      report.add(
        'note',
        'style.family',
        s.name,
        `Text style ${s.name} asks for ${s.family}, which the kit does not bring; another font will show.`,
      );
  }
}

function readIcons(json: JsonObject, report: Report): Record<string, Icon> {
  const found: Record<string, Icon> = {};
  const all = isObject(json['icons']) ? json['icons'] : {};
  for (const [id, value] of Object.entries(all)) {
    if (!isId(id) || !isObject(value) || !Array.isArray(value['paths'])) {
      report.add('left out', 'icon.shape', id, `Icon ${id} has no paths; it was left out.`);
      continue;
    }
    const paths = value['paths'].flatMap((p: Json) =>
      isObject(p) && typeof p['d'] === 'string' && isPathData(p['d'])
        ? [{ d: p['d'], fill: p['fill'] === true, ...(typeof p['width'] === 'number' ? { width: p['width'] } : {}) }]
        : [],
    );
    if (paths.length !== value['paths'].length)
      report.add('left out', 'icon.path', id, `Icon ${id} has something in it that is no path; that was left out.`);
    if (paths.length === 0) continue;
    const means = text(value, 'means');
    found[id] = {
      id,
      name: text(value, 'name', id, 80),
      box: typeof value['box'] === 'number' && value['box'] > 0 ? value['box'] : 24,
      words: texts(value, 'words'),
      paths,
      ...(means ? { means } : {}),
    };
  }
  return found;
}

function readProp(value: Json, where: string, report: Report, inItem = false): Prop | null {
  if (!isObject(value) || !isId(value['id'])) {
    report.add('left out', 'prop.shape', where, `A property of ${where} has no usable id; it was left out.`);
    return null;
  }
  const { id } = value;
  const kind = PROP_KIND_NAMES.find((k) => k === value['kind']);
  if (!kind || (inItem && kind === 'list')) {
    report.add(
      'left out',
      'prop.kind',
      `${where}, ${id}`,
      `Property ${id} of ${where} is of the unknown kind “${text(value, 'kind', '', 40)}”; it was left out.`,
    );
    return null;
  }
  const options: Option[] = list(value, 'options').flatMap((o) =>
    isObject(o) && isId(o['id'])
      ? [{ id: o['id'], name: text(o, 'name', o['id'], 80), ...(text(o, 'means') ? { means: text(o, 'means') } : {}) }]
      : [],
  );
  if (kind === 'choice' && options.length === 0) {
    report.add(
      'left out',
      'prop.options',
      `${where}, ${id}`,
      `The choice ${id} of ${where} has nothing to choose from; it was left out.`,
    );
    return null;
  }
  const given = value['default'] ?? null;
  const fallback = PROP_KINDS[kind].fallback(options);
  const good = PROP_KINDS[kind].takes(given, options);
  if (!good && value['default'] !== undefined)
    report.add(
      'left out',
      'prop.default',
      `${where}, ${id}`,
      `The default of ${id} in ${where} cannot be ${JSON.stringify(given).slice(0, 60)}; ${JSON.stringify(fallback)} is used.`,
    );
  const means = text(value, 'means', '', 80);
  const renamedFrom = text(value, 'renamedFrom', '', 80);
  const any = {
    id,
    name: text(value, 'name', id, 80),
    default: good ? given : fallback,
    description: text(value, 'description', '', 300),
    ...(means ? { means } : {}),
    ...(value['inherits'] === true ? { inherits: true } : {}),
    ...(renamedFrom ? { renamedFrom } : {}),
  };
  switch (kind) {
    case 'choice':
      return { ...any, kind, options };
    case 'number':
      return {
        ...any,
        kind,
        ...(typeof value['min'] === 'number' ? { min: value['min'] } : {}),
        ...(typeof value['max'] === 'number' ? { max: value['max'] } : {}),
      };
    case 'list':
      return {
        ...any,
        kind,
        item: list(value, 'item').flatMap((p) => readProp(p, `${where}, ${id}`, report, true) ?? []),
      };
    default:
      return { ...any, kind };
  }
}

function readComponents(
  json: JsonObject,
  own: KitRef,
  report: Report,
  kept: Readonly<Record<string, Component>>,
): Record<string, Component> {
  const found: Record<string, Component> = {};
  const all = list(json, 'components');
  if (all.length > MOST_COMPONENTS)
    report.add(
      'left out',
      'kit.many',
      'components',
      `There are ${all.length} components; the first ${MOST_COMPONENTS} were taken.`,
    );
  const local = (ref: string): string => (ref.includes('/') ? ref : `${own}/${ref}`);
  for (const value of all.slice(0, MOST_COMPONENTS)) {
    if (!isObject(value) || !isId(value['id'])) {
      report.add('left out', 'component.shape', 'components', 'A component without a usable id was left out.');
      continue;
    }
    const { id } = value;
    const name = text(value, 'name', id, 80);
    if (Object.hasOwn(found, id) || Object.hasOwn(kept, id)) {
      report.add('left out', 'component.twice', name, `Two components are called ${id}; the second was left out.`);
      continue;
    }
    const tree = readTree(value['tree'], name, local, report);
    if (!tree) {
      report.add('left out', 'component.tree', name, `${name} has no parts; it was left out.`);
      continue;
    }
    const props = list(value, 'props').flatMap((p) => readProp(p, name, report) ?? []);
    const slots = list(value, 'slots').flatMap((s): Slot[] =>
      isObject(s) && isId(s['id']) ? [readSlot(s, s['id'])] : [],
    );
    const states = texts(value, 'states').filter((s): s is StateName => STATES.some((k) => k === s));
    const rules = list(value, 'rules').flatMap((r) => readRule(r, name, tree.nodes, props, report) ?? []);
    checkBindings(name, tree.nodes, props, slots, report);
    found[id] = {
      id,
      name,
      role: text(value, 'role', 'group', 40),
      family: text(value, 'family', 'Others', 60),
      summary: text(value, 'summary', '', 300),
      words: texts(value, 'words'),
      contract: { props, slots, states, events: texts(value, 'events') },
      root: tree.root,
      nodes: tree.nodes,
      rules,
    };
  }
  return found;
}

function readSlot(s: JsonObject, id: string): Slot {
  const means = text(s, 'means');
  return {
    id,
    name: text(s, 'name', id, 80),
    description: text(s, 'description', '', 300),
    accepts: texts(s, 'accepts'),
    ...(means ? { means } : {}),
    ...(typeof s['max'] === 'number' ? { max: s['max'] } : {}),
    ...(typeof s['min'] === 'number' ? { min: s['min'] } : {}),
    placeholder: text(s, 'placeholder', 'Put something here', 80),
  };
}

function readRule(
  value: Json,
  where: string,
  nodes: Readonly<Record<string, Node>>,
  props: readonly Prop[],
  report: Report,
): Rule | null {
  if (!isObject(value) || !isObject(value['set'])) return null;
  const when = isObject(value['when']) ? value['when'] : {};
  const tests = isObject(when['props']) ? when['props'] : {};
  for (const id of Object.keys(tests)) {
    if (!props.some((p) => p.id === id)) {
      report.add(
        'left out',
        'rule.prop',
        where,
        `A rule of ${where} asks for the property ${id}, which does not exist; the rule was left out.`,
      );
      return null;
    }
  }
  const set: Record<string, Record<string, Json>> = {};
  for (const [node, attrs] of Object.entries(value['set'])) {
    if (!Object.hasOwn(nodes, node) || !isObject(attrs)) {
      report.add(
        'left out',
        'rule.part',
        where,
        `A rule of ${where} sets the part ${node}, which does not exist; that was left out.`,
      );
      continue;
    }
    const good: Record<string, Json> = {};
    for (const [name, v] of Object.entries(attrs)) {
      if (name.startsWith('props.') || name === 'component' || attrTakes(name, v)) good[name] = v;
      else
        report.add(
          'left out',
          'rule.attr',
          where,
          `A rule of ${where} gives ${node} the ${name} ${JSON.stringify(v).slice(0, 60)}, which it cannot have; that was left out.`,
        );
    }
    set[node] = good;
  }
  const state = STATES.find((s) => s === when['state']);
  return {
    when: {
      ...(Object.keys(tests).length > 0 ? { props: tests } : {}),
      ...(state ? { state } : {}),
      ...(typeof when['minWidth'] === 'number' ? { minWidth: when['minWidth'] } : {}),
      ...(typeof when['maxWidth'] === 'number' ? { maxWidth: when['maxWidth'] } : {}),
    },
    set,
  };
}

function checkBindings(
  where: string,
  nodes: Record<string, Node>,
  props: readonly Prop[],
  slots: readonly Slot[],
  report: Report,
): void {
  for (const node of Object.values(nodes)) {
    for (const [attr, from] of Object.entries(node.bind ?? {})) {
      const [id, field] = from.split('.');
      const prop = props.find((p) => p.id === id);
      if (prop && (field === undefined || prop.item?.some((p) => p.id === field))) continue;
      report.add(
        'left out',
        'bind.prop',
        `${where}, ${node.id}`,
        `Part ${node.id} of ${where} takes its ${attr} from ${from}, which does not exist; it keeps its own.`,
      );
      const bind = Object.fromEntries(Object.entries(node.bind ?? {}).filter(([a]) => a !== attr));
      nodes[node.id] = { ...node, bind };
    }
    if (node.type === 'slot' && !slots.some((s) => s.id === node.slot))
      report.add(
        'note',
        'slot.unknown',
        `${where}, ${node.id}`,
        `Slot ${node.slot} of ${where} is not in its contract, so it cannot be filled.`,
      );
  }
}

/**
 * Takes out instances through which a component would contain itself: each component is walked once, depth first, and what
 * leads back to one that is being walked is taken out.
 */
function dropCycles(components: Record<string, Component>, own: KitRef, report: Report): void {
  const done = new Set<string>();
  const on = new Set<string>();
  const walk = (id: string): void => {
    const component = components[id];
    if (!component || done.has(id)) return;
    on.add(id);
    const nodes: Record<string, Node> = { ...component.nodes };
    let dropped = false;
    for (const node of Object.values(component.nodes)) {
      if (node.type !== 'instance') continue;
      const ref = splitRef(node.component);
      if (ref.kit !== own || !Object.hasOwn(components, ref.id)) continue;
      if (!on.has(ref.id)) {
        walk(ref.id);
        continue;
      }
      report.add(
        'left out',
        'component.cycle',
        component.name,
        `${component.name} contains itself through ${node.id}; that part was left out.`,
      );
      dropped = true;
      nodes[node.id] = {
        id: node.id,
        type: 'box',
        name: `${node.name ?? node.id} (left out)`,
        attrs: {},
        children: [],
      };
    }
    if (dropped) components[id] = { ...component, nodes };
    on.delete(id);
    done.add(id);
  };
  for (const id of Object.keys(components)) walk(id);
}

/** A component of a kit becomes at most so many parts: larger ones are screens. */
const MOST_PARTS = 4000;
/** Takes out instances that make a component larger than one may be, counting what it holds, however deep. */
function dropTooLarge(components: Record<string, Component>, own: KitRef, report: Report): void {
  const sizes = new Map<string, number>();
  const sizeOf = (id: string): number => {
    const known = sizes.get(id);
    if (known !== undefined) return known;
    const component = components[id];
    if (!component) return 1;
    sizes.set(id, 1);
    const nodes: Record<string, Node> = { ...component.nodes };
    let size = 0;
    let dropped = 0;
    for (const node of Object.values(component.nodes)) {
      const ref = node.type === 'instance' ? splitRef(node.component) : null;
      const inner = ref?.kit === own && Object.hasOwn(components, ref.id) ? sizeOf(ref.id) : 1;
      if (size + inner <= MOST_PARTS) {
        size += inner;
        continue;
      }
      dropped++;
      nodes[node.id] = {
        id: node.id,
        type: 'box',
        name: `${node.name ?? node.id} (left out)`,
        attrs: {},
        children: [],
      };
    }
    if (dropped > 0) {
      report.add(
        'left out',
        'component.large',
        component.name,
        `${component.name} would be of more than ${MOST_PARTS} parts; ${dropped} of the components in it were left out.`,
      );
      components[id] = { ...component, nodes };
    }
    sizes.set(id, size);
    return size;
  };
  for (const id of Object.keys(components)) sizeOf(id);
}

/** Names every token, text style, icon and component that is asked for and is not there. */
function checkReferences(
  components: Record<string, Component>,
  kit: {
    tokens: Readonly<Record<string, Token>>;
    textStyles: Readonly<Record<string, TextStyle>>;
    icons: Readonly<Record<string, Icon>>;
  },
  report: Report,
  only: ReadonlySet<string>,
): void {
  for (const component of Object.values(components)) {
    if (!only.has(component.id)) continue;
    const look = (where: string, name: string, value: Json): void => {
      const path = aliasPath(value);
      if (path !== null && !path.startsWith('means:') && !path.includes('@') && !Object.hasOwn(kit.tokens, path))
        report.add(
          'note',
          'token.unknown',
          where,
          `${where} asks for the token ${path}, which the kit does not have; the default shows.`,
        );
      if (
        name === 'textStyle' &&
        typeof value === 'string' &&
        !value.includes(':') &&
        !Object.hasOwn(kit.textStyles, value)
      )
        report.add(
          'note',
          'style.unknown',
          where,
          `${where} asks for the text style ${value}, which the kit does not have; its body style shows.`,
        );
      if (
        name === 'icon' &&
        typeof value === 'string' &&
        value !== 'none' &&
        value !== '' &&
        !Object.hasOwn(kit.icons, value)
      )
        report.add(
          'note',
          'icon.unknown',
          where,
          `${where} asks for the icon ${value}, which the kit does not have; nothing shows.`,
        );
    };
    for (const node of Object.values(component.nodes)) {
      const where = `${component.name}, ${node.id}`;
      for (const [name, value] of Object.entries(node.attrs)) look(where, name, value as Json);
      if (
        node.type === 'instance' &&
        splitRef(node.component).kit !== 'project' &&
        !Object.hasOwn(components, splitRef(node.component).id)
      )
        report.add(
          'note',
          'component.unknown',
          where,
          `${where} is made of ${node.component}, which the kit does not have; a mark shows in its place.`,
        );
    }
    for (const rule of component.rules)
      for (const [node, attrs] of Object.entries(rule.set))
        for (const [name, value] of Object.entries(attrs)) look(`${component.name}, ${node}`, name, value);
    for (const prop of component.contract.props)
      if (prop.kind === 'icon') look(`${component.name}, ${prop.name}`, 'icon', prop.default);
  }
}

function renamed(nodes: Readonly<Record<string, Node>>, from: KitRef, to: KitRef): Record<string, Node> {
  const fix = (ref: string): string => (ref.startsWith(`${from}/`) ? `${to}${ref.slice(from.length)}` : ref);
  return Object.fromEntries(
    Object.values(nodes).map((n): [string, Node] => {
      if (n.type === 'series')
        return [
          n.id,
          {
            ...n,
            entries: n.entries.map((e) => ({
              ...e,
              settings: Object.fromEntries(
                Object.entries(e.settings).map(([id, list]) => [id, list.map((s) => ({ ...s, home: fix(s.home) }))]),
              ),
            })),
          },
        ];
      if (n.type !== 'instance') return [n.id, n];
      return [
        n.id,
        {
          ...n,
          component: fix(n.component),
          settings: n.settings.map((s) => ({ ...s, home: fix(s.home) })),
          fills: n.fills.map((f) => ({ ...f, home: fix(f.home) })),
        },
      ];
    }),
  );
}

/** The components of a base kit, as the kit based on it has them. */
function rebase(base: Kit, own: KitRef): Record<string, Component> {
  const from = kitRef(base);
  return Object.fromEntries(
    Object.values(base.components).map((c) => [c.id, { ...c, nodes: renamed(c.nodes, from, own) }]),
  );
}

function readTemplates(
  json: JsonObject,
  own: KitRef,
  components: Readonly<Record<string, Component>>,
  report: Report,
): Template[] {
  const local = (ref: string): string => (ref.includes('/') ? ref : `${own}/${ref}`);
  return list(json, 'templates').flatMap((value): Template[] => {
    if (!isObject(value) || !isId(value['id'])) return [];
    const name = text(value, 'name', value['id'], 80);
    const tree = readTree(value['tree'], name, local, report);
    if (!tree) {
      report.add('left out', 'template.tree', name, `${name} has nothing in it; it was left out.`);
      return [];
    }
    for (const n of Object.values(tree.nodes))
      if (n.type === 'instance' && !Object.hasOwn(components, splitRef(n.component).id))
        report.add(
          'note',
          'component.unknown',
          name,
          `${name} is made of ${n.component}, which the kit does not have; a mark shows in its place.`,
        );
    const device = (['phone', 'tablet', 'desktop'] as const).find((d) => d === value['device']);
    return [
      {
        id: value['id'],
        name,
        kind: value['kind'] === 'page' ? 'page' : 'section',
        summary: text(value, 'summary', '', 300),
        words: texts(value, 'words'),
        root: tree.root,
        nodes: tree.nodes,
        ...(device ? { device } : {}),
      },
    ];
  });
}
