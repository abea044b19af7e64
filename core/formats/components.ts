import {
  STATES,
  type Component,
  type Json,
  type KitRef,
  type Node,
  type Option,
  type ComponentInteraction,
  type Prop,
  PROP_KIND_NAMES,
  PROP_KINDS,
  type Rule,
  type Slot,
  type StateName,
} from '../model/index.js';
import { readComponentSentence } from '../interactions/index.js';
import { attrTakes, shapes } from '../validate/index.js';
import { isId, isObject, list, Report, text, texts, type JsonObject } from './checks.js';
import { readTree } from './tree.js';

/** More components than this are several kits. */
const MOST_COMPONENTS = 500;
/** The longest docs page of a component, characters. */
const MOST_DOCS = 60_000;

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
    case 'text':
    case 'flag':
    case 'image':
    case 'icon':
    case 'colour':
    case 'component':
      return { ...any, kind };
  }
}

export function readComponents(
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
    const rules = list(value, 'rules').flatMap((r) => readRule(r, name, tree.nodes, props, local, report) ?? []);
    checkBindings(name, tree.nodes, props, slots, report);
    const made: Component = {
      id,
      name,
      role: text(value, 'role', 'group', 40),
      family: text(value, 'family', 'Others', 60),
      summary: text(value, 'summary', '', 300),
      words: texts(value, 'words'),
      ...(text(value, 'docs', '', MOST_DOCS) ? { docs: text(value, 'docs', '', MOST_DOCS) } : {}),
      ...(isId(value['splitFrom']) ? { splitFrom: value['splitFrom'] } : {}),
      contract: { props, slots, states, events: texts(value, 'events') },
      root: tree.root,
      nodes: tree.nodes,
      rules,
    };
    found[id] =
      value['interactions'] === undefined ? made : { ...made, interactions: readInteractions(value, made, report) };
  }
  return found;
}

/** What a component does by itself, in sentences; those that cannot be read are left out and said. */
function readInteractions(json: JsonObject, c: Component, report: Report): readonly ComponentInteraction[] {
  return texts(json, 'interactions')
    .slice(0, MOST_SENTENCES)
    .flatMap((sentence) => {
      const got = readComponentSentence(c, sentence);
      if (got.ok) return [got.interaction];
      report.add('left out', 'component.does', c.name, `“${sentence.slice(0, 120)}” cannot be read: ${got.problem}`);
      return [];
    });
}
const MOST_SENTENCES = 100;

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
  local: (ref: string) => string,
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
      if (
        name.startsWith('props.') ||
        (name === 'component' && typeof v === 'string' && v !== '') ||
        (name === 'place' && shapes.rulePlace(v, name) === null) ||
        attrTakes(name, v)
      )
        good[name] = name === 'component' ? local(String(v)) : v;
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
  const id = text(value, 'id', '', 200);
  return {
    ...(id ? { id } : {}),
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
