import type { Json } from '../model/index.js';
import { upgradeAttrs, upgradeNode } from '../validate/index.js';
import { isObject, type JsonObject } from './checks.js';

/** A part of a kit's tree with all that is in it: kits nest parts, where documents keep them by id. */
function part(value: Json | undefined): Json | undefined {
  if (!isObject(value)) return value;
  const { children, item, slots, ...own } = value;
  const next = { ...(upgradeNode(own) as JsonObject) } as Record<string, Json>;
  if (children !== undefined) next['children'] = parts(children);
  if (item !== undefined) next['item'] = part(item) ?? null;
  if (slots !== undefined)
    next['slots'] = isObject(slots)
      ? Object.fromEntries(Object.entries(slots).map(([slot, list]) => [slot, parts(list)]))
      : slots;
  return next;
}
const parts = (list: Json): Json => (Array.isArray(list) ? list.map((p: Json) => part(p) ?? null) : list);

function rule(value: Json): Json {
  if (!isObject(value) || !isObject(value['set'])) return value;
  return {
    ...value,
    set: Object.fromEntries(Object.entries(value['set']).map(([node, attrs]) => [node, upgradeAttrs(attrs) as Json])),
  };
}

function component(value: Json): Json {
  if (!isObject(value)) return value;
  const { does, tree, rules, ...rest } = value;
  return {
    ...rest,
    ...(tree !== undefined ? { tree: part(tree) ?? null } : {}),
    ...(rules !== undefined ? { rules: Array.isArray(rules) ? rules.map(rule) : rules } : {}),
    ...(does !== undefined && rest['interactions'] === undefined ? { interactions: does } : {}),
  };
}
const starter = (value: Json): Json =>
  isObject(value) && value['tree'] !== undefined ? { ...value, tree: part(value['tree']) ?? null } : value;
const all = (list: Json | undefined, upgrade: (v: Json) => Json): Json | undefined =>
  Array.isArray(list) ? list.map(upgrade) : list;

/** A kit file of form 1 in the words of form 2: `settings` are overrides, `does` interactions, `over` an overlay. */
export function upgradeKit(kit: JsonObject): JsonObject {
  const components = all(kit['components'], component);
  const templates = all(kit['templates'], starter);
  return {
    ...kit,
    ...(components !== undefined ? { components } : {}),
    ...(templates !== undefined ? { templates } : {}),
  };
}
