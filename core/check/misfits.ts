import { SCRIM, type Box } from '../layout/index.js';
import { roleFacts } from '../model/index.js';
import { isSmallTarget, TARGET_SIZE } from './wcag.js';

/** What does not fit: it reaches out of the screen, is cut off, its text is, it lies over its neighbour, or is too small to hit. */
export type Misfit = 'outside' | 'clipped' | 'text-cut' | 'overlap' | 'small-target';
export const MISFITS: Readonly<Record<Misfit, string>> = {
  outside: 'reaches out of the screen',
  clipped: 'is cut off',
  'text-cut': 'text is cut off',
  overlap: 'lies over its neighbour',
  'small-target': `is under ${TARGET_SIZE} px, too small to hit`,
};
export interface Fit {
  readonly what: Misfit;
  /** The thing it is about, by its key. */
  readonly key: string;
  readonly name: string;
  /** px of the screen */
  readonly at: Pick<Box, 'x' | 'y' | 'w' | 'h'>;
}

const SLACK = 0.75;

/** Everything on a laid out screen that does not fit where it is, outermost things only. */
export function misfits(root: Box): readonly Fit[] {
  const found: Fit[] = [];
  const told = new Set<string>();
  const tell = (what: Misfit, b: Box): void => {
    const key = b.node.instance ? b.node.key : b.node.owner;
    const id = `${what}|${key}`;
    if (told.has(id)) return;
    told.add(id);
    found.push({ what, key, name: b.node.name, at: { x: b.x, y: b.y, w: b.w, h: b.h } });
  };
  const right = root.x + root.w;
  const walk = (b: Box, clip: Box | null, out: boolean): void => {
    const { look } = b.node;
    const over = b.x + b.w > right + SLACK || b.x < root.x - SLACK;
    if (over && !out && !clip) tell('outside', b);
    if (clip && b !== clip && b.w > 0 && (b.x + b.w > clip.x + clip.w + SLACK || b.y + b.h > clip.y + clip.h + SLACK))
      tell('clipped', b);
    if (b.para && b.node.text !== '') {
      const inner = b.w - look.paddingLeft - look.paddingRight;
      if ((b.para.cut && look.maxLines > 0) || b.para.width - inner > SLACK) tell('text-cut', b);
    }
    const { instance } = b.node;
    if (instance && roleFacts(instance.role).target && isSmallTarget(b.w, b.h)) tell('small-target', b);
    // In rows, columns and grids nothing is meant to lie over anything.
    if (look.flow !== 'free')
      for (let i = 1; i < b.children.length; i++) {
        const [p, q] = [b.children[i - 1] as Box, b.children[i] as Box];
        if (q.node.look.overlay !== undefined || q.node.key === SCRIM) break;
        const wide = Math.min(p.x + p.w, q.x + q.w) - Math.max(p.x, q.x);
        const high = Math.min(p.y + p.h, q.y + q.h) - Math.max(p.y, q.y);
        if (wide > 1 && high > 1) tell('overlap', q);
      }
    for (const c of b.children) walk(c, look.clip ? b : clip, out || over);
  };
  walk(root, null, false);
  return found;
}
