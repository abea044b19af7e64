import type { AtWidth, Json, Node, NodeId, Override, SlotFill, When } from '../model/index.js';
import { ATTR_CHECKS, attrTakes, shapes } from '../validate/index.js';
import { isId, isObject, text, type JsonObject, type Report } from './checks.js';

const whenShape = shapes.when;
const TYPES = new Set(['box', 'text', 'icon', 'image', 'shape', 'instance', 'slot', 'series']);
const MOST_NODES = 3000;
const DEEPEST = 60;

/** Reads a nested tree into nodes by id. `local` completes component names that are not full references. */
export function readTree(
  json: Json | undefined,
  where: string,
  local: (ref: string) => string,
  report: Report,
): { root: NodeId; nodes: Record<NodeId, Node> } | null {
  const nodes: Record<NodeId, Node> = {};
  let count = 0;
  const read = (value: Json, depth: number): NodeId | null => {
    if (!isObject(value) || !isId(value['id'])) {
      report.add('left out', 'part.shape', where, `A part of ${where} has no usable id; it was left out.`);
      return null;
    }
    const { id } = value;
    const type = text(value, 'type');
    if (!TYPES.has(type)) {
      report.add(
        'left out',
        'part.unknown',
        `${where}, ${id}`,
        `Part ${id} of ${where} is of the unknown kind “${type}”; it was left out.`,
      );
      return null;
    }
    if (Object.hasOwn(nodes, id)) {
      report.add(
        'left out',
        'part.twice',
        `${where}, ${id}`,
        `Two parts of ${where} are called ${id}; the second was left out.`,
      );
      return null;
    }
    if (++count > MOST_NODES || depth > DEEPEST) {
      if (count === MOST_NODES + 1 || depth === DEEPEST + 1)
        report.add(
          'left out',
          'part.many',
          where,
          `${where} has more than ${MOST_NODES} parts or is nested deeper than ${DEEPEST}; the rest was left out.`,
        );
      return null;
    }
    const name = text(value, 'name', '', 200);
    const means = text(value, 'means', '', 80);
    const bind = isObject(value['bind'])
      ? Object.fromEntries(Object.entries(value['bind']).filter((e): e is [string, string] => typeof e[1] === 'string'))
      : null;
    const widths = readWidths(value['widths'], `${where}, ${id}`, local, report);
    const common = {
      id,
      ...(widths.length > 0 ? { widths } : {}),
      attrs: readAttrs(value['attrs'], `${where}, ${id}`, report),
      ...(name ? { name } : {}),
      ...(means ? { means } : {}),
      ...(value['locked'] === true ? { locked: true } : {}),
      ...(bind && Object.keys(bind).length > 0 ? { bind } : {}),
    };
    // A place is kept for the id before children are read, so that they cannot take it.
    nodes[id] = { ...common, type: 'box', children: [] };
    const children = (list: Json | undefined): NodeId[] =>
      Array.isArray(list) ? list.map((c: Json) => read(c, depth + 1)).filter((c): c is NodeId => c !== null) : [];
    switch (type) {
      case 'box':
        nodes[id] = { ...common, type: 'box', children: children(value['children']) };
        break;
      case 'instance': {
        const component = local(text(value, 'component'));
        const overrides: Override[] = Object.entries(isObject(value['props']) ? value['props'] : {}).map(
          ([prop, v]) => ({
            home: component,
            at: [],
            kind: 'prop',
            name: prop,
            value: v,
          }),
        );
        for (const s of Array.isArray(value['overrides']) ? value['overrides'] : []) {
          const read = readOverride(s, component, local);
          if (read) overrides.push(read);
          else
            report.add(
              'left out',
              'setting.shape',
              `${where}, ${id}`,
              `A setting of ${id} in ${where} cannot be read; it was left out.`,
            );
        }
        const fills: SlotFill[] = Object.entries(isObject(value['slots']) ? value['slots'] : {}).map(
          ([slot, list]) => ({ home: component, slot, children: children(list) }),
        );
        fills.sort((a, b) => (a.slot < b.slot ? -1 : 1));
        nodes[id] = { ...common, type: 'instance', component, overrides, fills };
        break;
      }
      case 'slot':
        nodes[id] = { ...common, type: 'slot', slot: text(value, 'slot', id) };
        break;
      case 'series': {
        const item = value['item'] === undefined ? null : read(value['item'] ?? null, depth + 1);
        if (item === null) {
          report.add(
            'left out',
            'series.item',
            `${where}, ${id}`,
            `Series ${id} of ${where} has nothing to repeat; it was left out.`,
          );
          delete nodes[id];
          return null;
        }
        const entries = (Array.isArray(value['entries']) ? value['entries'] : []).flatMap((e: Json) => {
          if (!isObject(e) || !isId(e['key'])) return [];
          const template = nodes[item];
          const component = template?.type === 'instance' ? template.component : '';
          const overrides: Override[] = Object.entries(isObject(e['props']) ? e['props'] : {}).map(([prop, v]) => ({
            home: component,
            at: [],
            kind: 'prop',
            name: prop,
            value: v,
          }));
          const more = Object.entries(isObject(e['overrides']) ? e['overrides'] : {}).flatMap(([node, list]) => {
            const on = nodes[node];
            const home = on?.type === 'instance' ? on.component : '';
            const read = (Array.isArray(list) ? list : []).flatMap((s: Json) => readOverride(s, home, local) ?? []);
            return on && read.length > 0 ? [[node, read] as const] : [];
          });
          const own = overrides.length > 0 ? { [item]: overrides } : {};
          return [{ key: e['key'], overrides: { ...own, ...Object.fromEntries(more) } }];
        });
        const of = text(value, 'of');
        nodes[id] = { ...common, type: 'series', item, entries, ...(of ? { of } : {}) };
        break;
      }
      // eslint-disable-next-line no-restricted-syntax -- the other types have no fields of their own
      default:
        nodes[id] = { ...common, type: type as 'text' };
    }
    return id;
  };
  const root = json === undefined ? null : read(json, 0);
  return root === null ? null : { root, nodes };
}

function readOverride(s: Json, component: string, local: (ref: string) => string): Override | null {
  if (
    !isObject(s) ||
    !Array.isArray(s['at']) ||
    !s['at'].every((a: Json) => typeof a === 'string') ||
    s['value'] === undefined
  )
    return null;
  const kind = s['kind'] === 'attr' ? 'attr' : 'prop';
  const home = typeof s['home'] === 'string' ? local(s['home']) : component;
  const through = Array.isArray(s['through']) && s['through'].every((t: Json) => typeof t === 'string');
  return {
    home,
    at: s['at'] as string[],
    kind,
    name: text(s, 'name'),
    value: s['value'] ?? null,
    ...(through ? { through: (s['through'] as string[]).map((t) => (t === '' ? t : local(t))) } : {}),
    ...(s['when'] !== undefined && whenShape(s['when'], 'when') === null ? { when: s['when'] as When } : {}),
  };
}

/** What a part is at some widths only. */
function readWidths(
  json: Json | undefined,
  where: string,
  local: (ref: string) => string,
  report: Report,
): readonly AtWidth[] {
  return (Array.isArray(json) ? json : []).flatMap((w: Json): AtWidth[] => {
    if (!isObject(w)) return [];
    const { minWidth, maxWidth } = w;
    const range = {
      ...(typeof minWidth === 'number' ? { minWidth } : {}),
      ...(typeof maxWidth === 'number' ? { maxWidth } : {}),
    };
    const attrs = readAttrs(w['attrs'], where, report);
    const made = {
      ...range,
      attrs,
      ...(typeof w['component'] === 'string' ? { component: local(w['component']) } : {}),
    };
    if (shapes.atWidth(made, where) === null) return [made];
    report.add('left out', 'part.width', where, `${where}: what it is at some widths cannot be read; it was left out.`);
    return [];
  });
}

function readAttrs(json: Json | undefined, where: string, report: Report): Record<string, Json> {
  const attrs: Record<string, Json> = {};
  if (json === undefined) return attrs;
  for (const [name, value] of Object.entries(isObject(json) ? json : ({} as JsonObject))) {
    if (!Object.hasOwn(ATTR_CHECKS, name))
      report.add('left out', 'attr.unknown', where, `${where} has the unknown attribute “${name}”; it was left out.`);
    else if (!attrTakes(name, value))
      report.add(
        'left out',
        'attr.value',
        where,
        `${where}: ${name} cannot be ${JSON.stringify(value).slice(0, 60)}; it was left out.`,
      );
    else attrs[name] = value;
  }
  return attrs;
}
