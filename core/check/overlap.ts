import type { Box } from '../layout/index.js';
import type { LookContext, Tell } from './context.js';

/** So much of one thing must lie under another to be told: px, both ways. */
const OVER = 2;
const area = (a: Box, b: Box): number => {
  const w = Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x);
  const h = Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y);
  return w > OVER && h > OVER ? w * h : 0;
};
/** Pairs of things in the free boxes of a screen that lie over one another, by their keys. */
function overlaps(root: Box): ReadonlyMap<string, readonly [Box, Box]> {
  const found = new Map<string, readonly [Box, Box]>();
  const walk = (box: Box): void => {
    if (!box.node.look.visible) return;
    if (box.node.look.flow === 'free' && box.node.owner === box.node.key) {
      const all = box.children.filter((c) => c.node.look.visible);
      all.forEach((a, i) => {
        for (const b of all.slice(i + 1)) if (area(a, b) > 0) found.set(`${a.node.key}|${b.node.key}`, [a, b]);
      });
    }
    for (const c of box.children) walk(c);
  };
  walk(root);
  return found;
}

/** Things in free boxes that lie over one another now, and did not. */
export function overlap({ screen, was, now }: LookContext, tell: Tell): void {
  const after = overlaps(now);
  if (after.size === 0) return;
  const before = overlaps(was);
  for (const [key, [a, b]] of after) {
    if (before.has(key)) continue;
    tell({
      type: 'overlap',
      screen: screen.id,
      node: b.node.owner,
      title: `${b.node.name} lies over ${a.node.name}`,
      detail: `By ${Math.round(area(a, b))} px² on ${screen.name}`,
      measure: area(a, b),
      group: `overlap|${a.node.instance?.shown ?? a.node.name}|${b.node.instance?.shown ?? b.node.name}`,
      about: `${b.node.name} and ${a.node.name}`,
      key: b.node.key,
    });
  }
}
