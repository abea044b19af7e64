import type { Box } from '../layout/index.js';
import { roleFacts } from '../model/index.js';
import type { LookContext, Tell } from './context.js';
import { isSmallTarget, TARGET_SIZE } from './wcag.js';

/** Things to press that are smaller than WCAG 2.2, 2.5.8 asks. */
export function smallTarget({ screen, now }: LookContext, tell: Tell): void {
  const walk = (box: Box): void => {
    const { node } = box;
    if (
      node.instance &&
      roleFacts(node.instance.role).target &&
      node.key === node.owner &&
      isSmallTarget(box.w, box.h)
    ) {
      const least = Math.min(box.w, box.h);
      tell({
        type: 'small-target',
        screen: screen.id,
        node: node.owner,
        title: `Target of ${Math.round(least)} px`,
        detail: `${node.name} on ${screen.name}. At least ${TARGET_SIZE} px is asked`,
        measure: TARGET_SIZE - least,
        group: `small-target|${node.instance.shown}`,
        about: node.instance.name,
        key: node.key,
      });
    }
    box.children.forEach(walk);
  };
  walk(now);
}
