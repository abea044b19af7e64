import type { LookContext, Tell } from './context.js';

/** A section that grows by less is not worth a look, px. */
const GROWN = 40;

/** Sections of a screen that are taller than they were. */
export function grew({ screen, was, now }: LookContext, tell: Tell): void {
  const tall = new Map(was.children.map((c) => [c.node.owner, c.h]));
  for (const { node, h } of now.children) {
    const by = h - (tall.get(node.owner) ?? h);
    if (by < GROWN) continue;
    tell({
      type: 'grew',
      screen: screen.id,
      node: node.owner,
      title: `Grew by ${Math.round(by)} px`,
      detail: `${node.name} on ${screen.name}`,
      measure: by,
      group: `grew|${node.instance?.shown ?? node.name}`,
      about: node.instance?.name ?? node.name,
      key: node.key,
    });
  }
}
