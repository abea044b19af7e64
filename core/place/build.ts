import { copyPiece, newInstance, type NewId, type Piece } from '../edit/index.js';
import { kitRef, type Json, type Node, type NodeId, type Setting } from '../model/index.js';
import { firstSlot, type PlaceItem, type PlacePlan } from './placeline.js';
import type { Plain } from './vocabulary.js';

/** Which component to place for a reference: itself, or what stands behind a lens. */
export type Behind = (ref: string) => string;

/** Makes the nodes a place line asks for. */
export function buildPieces(plan: PlacePlan, newId: NewId, behind: Behind = (r) => r): Piece[] {
  return plan.items.flatMap((item) => buildItem(item, newId, behind));
}

function buildItem(item: PlaceItem, newId: NewId, behind: Behind): Piece[] {
  const pieces: Piece[] = [];
  for (let i = 0; i < item.count; i++) {
    const values = item.values[Math.min(i, item.values.length - 1)] ?? {};
    pieces.push(buildOne(item, values, newId, behind));
  }
  return pieces;
}

function settingsOf(ref: string, values: Readonly<Record<string, Json>>): Setting[] {
  return Object.entries(values).map(([name, value]) => ({ home: ref, at: [], kind: 'prop', name, value }));
}

function buildOne(item: PlaceItem, values: Readonly<Record<string, Json>>, newId: NewId, behind: Behind): Piece {
  const { thing } = item;
  const inside = item.children.flatMap((c) => buildItem(c, newId, behind));
  const nodes: Record<NodeId, Node> = {};
  for (const p of inside) Object.assign(nodes, p.nodes);
  const children = inside.map((p) => p.root);
  const id = newId();
  switch (thing.kind) {
    case 'component': {
      const component = behind(thing.ref);
      // What was typed is in the terms of the component that was named; behind a lens it is carried like any choice.
      const node = newInstance(id, component, defaultRoom(thing.component.role), settingsOf(thing.ref, values));
      const slot = firstSlot(thing.component);
      nodes[id] = children.length > 0 && slot ? { ...node, fills: [{ home: thing.ref, slot: slot.id, children }] } : node;
      return { root: id, nodes };
    }
    case 'template':
      return buildTemplate(item, newId);
    case 'primitive':
      nodes[id] = primitiveNode(id, thing.primitive, values, children);
      return { root: id, nodes };
  }
}

/** Things that usually run the width of what they stand in. */
const WIDE_ROLES = new Set(['banner', 'tablist', 'textbox', 'searchbox', 'combobox', 'listitem', 'card', 'alert', 'separator', 'img', 'heading', 'text', 'table', 'navigation', 'contentinfo', 'hero', 'form', 'group']);

/** The room an instance gets when it is placed. */
export function defaultRoom(role: string): { width?: 'stretch'; pin?: 'bottom' } {
  return { ...(WIDE_ROLES.has(role) ? { width: 'stretch' as const } : {}), ...(role === 'tablist' ? { pin: 'bottom' as const } : {}) };
}

function buildTemplate(item: PlaceItem, newId: NewId): Piece {
  if (item.thing.kind !== 'template') throw new TypeError('Only templates are copied whole');
  const { template, kit } = item.thing;
  return copyPiece(qualify(template.nodes, kitRef(kit)), template.root, newId);
}

/** Tokens that a template writes plainly are its kit's; on a screen they name the kit. */
export function qualify(nodes: Readonly<Record<NodeId, Node>>, ref: string): Record<NodeId, Node> {
  const fix = (v: unknown, name: string): unknown => {
    if (typeof v !== 'string') return v;
    if (name === 'textStyle') return v.startsWith('means:') || v.includes('@') ? v : `${ref}/${v}`;
    const m = /^\{([^{}]+)\}$/u.exec(v);
    return m?.[1] && !m[1].startsWith('means:') && !m[1].includes('@') ? `{${ref}/${m[1]}}` : v;
  };
  return Object.fromEntries(Object.values(nodes).map((n) => [n.id, { ...n, attrs: Object.fromEntries(Object.entries(n.attrs).map(([k, v]) => [k, fix(v, k)])) } as Node]));
}

function primitiveNode(id: NodeId, primitive: Plain, values: Readonly<Record<string, Json>>, children: readonly NodeId[]): Node {
  const name = typeof values['text'] === 'string' ? { name: values['text'] } : {};
  switch (primitive) {
    case 'row':
      return { id, type: 'box', ...name, attrs: { flow: 'row', gap: '{means:gap}', align: 'center', width: 'stretch' }, children };
    case 'column':
    case 'box':
      return { id, type: 'box', ...name, attrs: { flow: 'column', gap: '{means:gap}', width: 'stretch', ...(primitive === 'box' ? { padding: '{means:gap}' } : {}) }, children };
    case 'space':
      return { id, type: 'box', name: 'Space', attrs: { height: 16, width: 'stretch' }, children: [] };
    case 'icon':
      return { id, type: 'icon', name: 'Icon', attrs: { icon: String(values['text'] ?? 'circle').toLowerCase().replace(/\s+/gu, '-'), color: '{means:ink}', size: 24 } };
  }
}
