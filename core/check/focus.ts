import { Memo } from '../base/index.js';
import { componentAt, lookupIn, roleFacts, type ComponentRef, type AppliedKit, type World } from '../model/index.js';
import { looksOf, resolveSample, type RNode } from '../resolve/index.js';
import type { LookContext, Tell } from './context.js';

const known = new Memo<boolean>(6);

/** Does a component look another when it has the keyboard's focus (WCAG 2.2, 2.4.7)? Of things that cannot have it: true. */
export function focusSeen(world: World, ref: ComponentRef, appliedKits: readonly AppliedKit[]): boolean {
  const component = componentAt(world, ref);
  if (!component || !roleFacts(component.role).target) return true;
  return known.of(
    component,
    [ref, appliedKits],
    () => {
      const [plain, focused] = [[], ['focus' as const]].map((on) =>
        looksOf(resolveSample(world, ref, [], { appliedKits, states: { sample: on } })),
      );
      return plain !== focused;
    },
    lookupIn(world),
  );
}

/** Things on a screen on which the focus was seen, and is no longer. */
export function focus({ world, screen, was, now, before: worn, after }: LookContext, tell: Tell): void {
  const lost: RNode[] = [];
  const walk = (n: RNode): void => {
    if (!n.look.visible) return;
    if (n.instance && n.key === n.owner && !focusSeen(world, n.instance.shown, after)) lost.push(n);
    n.children.forEach(walk);
  };
  walk(now.node);
  if (lost.length === 0) return;
  const before = new Map<string, RNode>();
  const note = (n: RNode): void => {
    if (!n.look.visible) return;
    if (n.instance && n.key === n.owner) before.set(n.key, n);
    n.children.forEach(note);
  };
  note(was.node);
  for (const node of lost) {
    const { instance, key } = node;
    const earlier = before.get(key)?.instance;
    if (!instance || (earlier && (earlier.shown === instance.shown || !focusSeen(world, earlier.shown, worn))))
      continue;
    tell({
      type: 'focus',
      screen: screen.id,
      node: node.owner,
      title: `Focus is not seen on ${instance.name}`,
      detail: `${node.name} on ${screen.name} looks the same with the keyboard’s focus on it`,
      measure: 1,
      group: `focus|${instance.shown}`,
      about: instance.name,
      key,
    });
  }
}
