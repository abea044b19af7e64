import {
  aliasPath,
  splitRef,
  type Component,
  type Icon,
  type Json,
  type KitRef,
  type Node,
  type TextStyle,
  type Token,
} from '../model/index.js';
import { Report } from './checks.js';

/** What stands where a part was that cannot be. */
const leftOut = (node: Node): Node => ({
  id: node.id,
  type: 'box',
  name: `${node.name ?? node.id} (left out)`,
  attrs: {},
  children: [],
});

/**
 * Takes out what leads a component back to itself: parts, and what rules and widths put in their place. Each component is walked
 * once, depth first, and what leads back to one that is being walked is taken out.
 */
export function dropCycles(components: Record<string, Component>, own: KitRef, report: Report): void {
  const done = new Set<string>();
  const on = new Set<string>();
  /** Does a reference lead back? If not, what it names is walked. */
  const leadsBack = (ref: string): boolean => {
    const { kit, id } = splitRef(ref);
    if (kit !== own || !Object.hasOwn(components, id)) return false;
    if (on.has(id)) return true;
    walk(id);
    return false;
  };
  const walk = (id: string): void => {
    const component = components[id];
    if (!component || done.has(id)) return;
    on.add(id);
    const nodes: Record<string, Node> = { ...component.nodes };
    let dropped = false;
    const drop = (through: string, what: string): void => {
      report.add(
        'left out',
        'component.cycle',
        component.name,
        `${component.name} contains itself through ${through}; ${what} was left out.`,
      );
      dropped = true;
    };
    for (const node of Object.values(component.nodes)) {
      if (node.type !== 'instance') continue;
      if (leadsBack(node.component)) {
        drop(node.id, 'that part');
        nodes[node.id] = leftOut(node);
        continue;
      }
      if (!node.widths?.some((w) => w.component !== undefined && leadsBack(w.component))) continue;
      drop(`${node.id} at some widths`, 'what stands there then');
      const widths = node.widths.map(({ component: ref, ...w }) =>
        ref !== undefined && !leadsBack(ref) ? { ...w, component: ref } : w,
      );
      nodes[node.id] = { ...node, widths };
    }
    const rules = component.rules.map((rule) => {
      const back = Object.entries(rule.set).filter(
        ([, set]) => typeof set['component'] === 'string' && leadsBack(set['component']),
      );
      if (back.length === 0) return rule;
      for (const [node] of back) drop(`${node} by a rule`, 'what stands there then');
      const less = back.map(([node, { component: _, ...set }]) => [node, set] as const);
      return { ...rule, set: { ...rule.set, ...Object.fromEntries(less) } };
    });
    if (dropped) components[id] = { ...component, nodes, rules };
    on.delete(id);
    done.add(id);
  };
  for (const id of Object.keys(components)) walk(id);
}

/** A component of a kit becomes at most so many parts: larger ones are screens. */
const MOST_PARTS = 4000;
/** Takes out instances that make a component larger than one may be, counting what it holds, however deep. */
export function dropTooLarge(components: Record<string, Component>, own: KitRef, report: Report): void {
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
      nodes[node.id] = leftOut(node);
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
export function checkReferences(
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
    const known = (where: string, ref: string): void => {
      const { kit: of, id } = splitRef(ref);
      if (of === 'project' || Object.hasOwn(components, id)) return;
      report.add(
        'note',
        'component.unknown',
        where,
        `${where} is made of ${ref}, which the kit does not have; a mark shows in its place.`,
      );
    };
    for (const node of Object.values(component.nodes)) {
      const where = `${component.name}, ${node.id}`;
      for (const [name, value] of Object.entries(node.attrs)) look(where, name, value as Json);
      if (node.type !== 'instance') continue;
      known(where, node.component);
      for (const w of node.widths ?? []) if (w.component !== undefined) known(where, w.component);
    }
    for (const rule of component.rules)
      for (const [node, attrs] of Object.entries(rule.set))
        for (const [name, value] of Object.entries(attrs))
          if (name === 'component') known(`${component.name}, ${node}`, String(value));
          else look(`${component.name}, ${node}`, name, value);
    for (const prop of component.contract.props)
      if (prop.kind === 'icon') look(`${component.name}, ${prop.name}`, 'icon', prop.default);
  }
}
