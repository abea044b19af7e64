import { writeComponentSentence } from '../interactions/index.js';
import type { Component, Json, Kit, Node, NodeId, Nodes, Prop, Override, Template, Token } from '../model/index.js';
import { KIT_FORMAT } from './kit.js';

type Out = { [key: string]: Json };
/** Without what is not there. */
const tidy = (record: Readonly<Record<string, Json | undefined>>): Out =>
  Object.fromEntries(Object.entries(record).filter((e): e is [string, Json] => e[1] !== undefined));
const some = <T>(list: readonly T[]): readonly T[] | undefined => (list.length > 0 ? list : undefined);

/**
 * A kit as JSON in the open kit format (docs/kit-format.md). Read again it is the same kit: components, contracts, rules, tokens
 * with modes, text styles, icons, templates and docs.
 */
export function writeKit(kit: Kit): Json {
  return tidy({
    format: KIT_FORMAT,
    id: kit.id,
    name: kit.name,
    version: kit.version,
    author: kit.author,
    licence: kit.licence,
    summary: kit.summary,
    notes: kit.notes,
    fidelity: kit.fidelity,
    swatches: kit.swatches as Json,
    tokens: writeTokens(Object.values(kit.tokens)),
    textStyles: Object.fromEntries(
      Object.values(kit.textStyles).map(({ id, ...rest }) => [id, tidy(rest as Readonly<Record<string, Json>>)]),
    ),
    fonts: kit.fonts.map((f) => ({ ...f })) as Json,
    icons: Object.fromEntries(
      Object.values(kit.icons).map(({ id, ...rest }) => [id, tidy(rest as unknown as Readonly<Record<string, Json>>)]),
    ),
    families: kit.families as Json,
    components: Object.values(kit.components).map(writeComponent),
    templates: kit.templates.map(writeTemplate),
  });
}

/** Tokens as groups of the design tokens community format, with our meanings and modes among the extensions. */
export function writeTokens(tokens: readonly Token[]): Json {
  const root: Out = {};
  for (const t of tokens) {
    const way = t.path.split('.');
    let at = root;
    for (const part of way.slice(0, -1)) at = (at[part] ??= {}) as Out;
    const ours = tidy({ means: t.means, modes: t.modes as Json | undefined });
    at[way.at(-1) ?? t.path] = tidy({
      $type: t.type,
      $value: t.value,
      $description: t.description,
      $extensions: Object.keys(ours).length > 0 ? { dekkor: ours } : undefined,
    });
  }
  return root;
}

export function writeComponent(c: Component): Json {
  const { contract } = c;
  return tidy({
    id: c.id,
    name: c.name,
    role: c.role,
    family: c.family,
    summary: c.summary,
    docs: c.docs,
    splitFrom: c.splitFrom,
    words: some(c.words) as Json | undefined,
    props: some(contract.props.map(writeProp)),
    slots: some(contract.slots.map((s) => tidy(s as unknown as Readonly<Record<string, Json>>))),
    states: some(contract.states) as Json | undefined,
    events: some(contract.events) as Json | undefined,
    tree: writeTree(c.nodes, c.root),
    interactions: c.interactions ? c.interactions.map((b) => writeComponentSentence(c, b)) : undefined,
    rules: some(c.rules.map((r) => tidy({ id: r.id, when: r.when as unknown as Json, set: r.set as unknown as Json }))),
  });
}
const writeProp = (p: Prop): Json =>
  tidy({ ...(p as unknown as Readonly<Record<string, Json>>), item: p.item ? p.item.map(writeProp) : undefined });
const writeTemplate = (t: Template): Json =>
  tidy({
    id: t.id,
    name: t.name,
    kind: t.kind,
    device: t.device,
    summary: t.summary,
    words: t.words as Json,
    tree: writeTree(t.nodes, t.root),
  });
const writeOverride = (s: Override): Json => tidy(s as unknown as Readonly<Record<string, Json>>);

/** A tree as it nests. */
export function writeTree(nodes: Nodes, id: NodeId): Json {
  const node = nodes[id];
  if (!node) return { id, type: 'box', attrs: {}, children: [] };
  const inside = (ids: readonly NodeId[]): Json => ids.filter((c) => nodes[c]).map((c) => writeTree(nodes, c));
  const common = {
    id,
    type: node.type,
    name: node.name,
    means: node.means,
    locked: node.locked,
    attrs: node.attrs as unknown as Json,
    bind: node.bind as Json | undefined,
    widths: node.widths as unknown as Json | undefined,
  };
  return tidy({ ...common, ...own(node, inside, nodes) });
}
function own(
  node: Node,
  inside: (ids: readonly NodeId[]) => Json,
  nodes: Nodes,
): Readonly<Record<string, Json | undefined>> {
  switch (node.type) {
    case 'box':
      return { children: inside(node.children) };
    case 'instance':
      return {
        component: node.component,
        overrides: node.overrides.length > 0 ? node.overrides.map(writeOverride) : undefined,
        slots:
          node.fills.length > 0 ? Object.fromEntries(node.fills.map((f) => [f.slot, inside(f.children)])) : undefined,
      };
    case 'slot':
      return { slot: node.slot };
    case 'series':
      return {
        item: nodes[node.item] ? writeTree(nodes, node.item) : undefined,
        of: node.of,
        entries:
          node.entries.length > 0
            ? node.entries.map((e) =>
                tidy({
                  key: e.key,
                  overrides:
                    Object.keys(e.overrides).length > 0
                      ? Object.fromEntries(Object.entries(e.overrides).map(([n, list]) => [n, list.map(writeOverride)]))
                      : undefined,
                }),
              )
            : undefined,
      };
    case 'text':
    case 'icon':
    case 'image':
    case 'shape':
      return {};
  }
}
