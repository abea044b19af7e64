import type { Box } from '../layout/index.js';
import type { LookContext, Tell } from './context.js';

/** Things that reach past the right edge of the screen, each thing once. Texts are told as texts. */
export function outside({ screen, now }: LookContext, tell: Tell): void {
  const right = now.x + now.w;
  const told = new Set<string>();
  const walk = (box: Box, clipped: boolean): void => {
    const { node } = box;
    const by = box.x + box.w - right;
    if (!clipped && by > 1 && !told.has(node.owner) && node.type !== 'text') {
      told.add(node.owner);
      tell({
        type: 'outside',
        screen: screen.id,
        node: node.owner,
        title: 'Content outside the screen',
        detail: `${node.name} reaches ${Math.round(by)} px past ${screen.name}`,
        measure: by,
        group: `outside|${node.instance?.shown ?? node.name}`,
        about: node.instance?.name ?? node.name,
        key: node.key,
      });
    }
    for (const c of box.children) walk(c, clipped || node.look.clip);
  };
  walk(now, false);
}
