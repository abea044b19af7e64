import { transferInstance } from '../transfer/index.js';
import {
  componentAt,
  plainKind,
  shownComponent,
  type Json,
  type Node,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { plainText } from '../text/index.js';

/** What is said of a node where it stands in a list. */
export interface NodeDescription {
  /** What kind of thing it is: the component's name, or that of a plain thing. */
  readonly kind: string;
  /** What it says: its first filled texts, as `label: value`. */
  readonly says: string;
  /** How often it differs from its original in more than what it says: texts, items and pictures are expected to. */
  readonly own: number;
}

const times = (n: number): string => (n === 1 ? 'once' : `${n} times`);
/** Props by which instances are expected to differ. */
const CONTENT: readonly string[] = ['text', 'list', 'image'];

/**
 * Says what a node is in a line of an outline.
 * @param shown props as they show, where the screen is laid out already; else they are carried here
 */
export function describeNode(
  world: World,
  appliedKits: readonly AppliedKit[],
  node: Node,
  shown?: Readonly<Record<string, Json>>,
): NodeDescription {
  if (node.type === 'text') return { kind: plainKind(node), says: plainText(node.attrs.text ?? ''), own: 0 };
  if (node.type === 'series') {
    const set = node.rows === undefined ? undefined : (world.project.contentSets[node.rows]?.name ?? 'a content set');
    return { kind: plainKind(node), says: set === undefined ? times(node.entries.length) : `from ${set}`, own: 0 };
  }
  if (node.type !== 'instance') return { kind: plainKind(node), says: node.name ?? node.attrs.icon ?? '', own: 0 };
  const component = componentAt(world, shownComponent(appliedKits, node.component));
  const props = component?.contract.props ?? [];
  const { overrides } = transferInstance(world, appliedKits, node);
  const plain = overrides.filter((s) => s.kind === 'prop' && s.at.length === 0);
  const values = shown ?? Object.fromEntries(plain.map((s) => [s.name, s.value]));
  const texts = props
    .filter((p) => p.kind === 'text' && p.means !== 'placeholder')
    .map((p) => values[p.id] ?? p.default)
    .filter((v): v is string => typeof v === 'string' && v !== '');
  const expected = new Set(plain.filter((s) => CONTENT.includes(props.find((p) => p.id === s.name)?.kind ?? '')));
  return {
    kind: component?.name ?? 'Gone',
    says: texts.slice(0, 2).map(plainText).join(': '),
    own: overrides.filter((s) => s.from >= 0 && !expected.has(s)).length,
  };
}
