import type { Tell, TransferContext } from './context.js';

/** Content of a slot that the component shown now has no place for. */
export function parkedContent({ screen, node, now, name, original, where }: TransferContext, tell: Tell): void {
  if (where !== '') return;
  for (const { children } of now.fills.parked)
    tell({
      type: 'parked-content',
      screen: screen.id,
      node: node.id,
      title: `Content waits: ${children.length} ${children.length === 1 ? 'thing' : 'things'} in ${name}`,
      detail: `${name} has no slot for it. Kept for later on ${screen.name}.`,
      measure: children.length,
      group: `parked-content|${node.component}`,
      about: original,
      key: node.id,
    });
}
