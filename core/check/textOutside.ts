import type { LookContext, ShownText, Tell } from './context.js';
import { quoteText, textIssue } from './context.js';

/** Less than this is what rounding does, px. */
const SLACK = 0.75;

/** How far a text reaches out of its room, or out of what cuts it off: px. */
export function excessOf({ box, parent }: ShownText): number {
  const { look } = box.node;
  const inner = box.w - look.paddingLeft - look.paddingRight;
  return Math.max(
    (box.para?.width ?? 0) - inner,
    parent ? box.x + box.w - (parent.x + parent.w) : 0,
    parent?.node.look.clip ? box.y + box.h - (parent.y + parent.h) : 0,
  );
}
export const reachesOut = (text: ShownText): boolean => excessOf(text) > SLACK;

/** Texts that are larger than the room they have. */
export function textOutside(context: LookContext, tell: Tell): void {
  for (const text of context.texts) {
    const excess = excessOf(text);
    if (excess <= SLACK) continue;
    tell({
      ...textIssue(context, text, 'text-outside'),
      type: 'text-outside',
      title: 'Text no longer fits',
      detail: `${quoteText(text.box.node.text)} is ${Math.round(excess)} px larger than its ${text.within || 'place'} on ${context.screen.name}`,
      measure: excess,
    });
  }
}
