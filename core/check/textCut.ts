import type { LookContext, Tell } from './context.js';
import { quoteText, textIssue } from './context.js';
import { reachesOut } from './textOutside.js';

/** Texts that need more lines than they may take. One that reaches out of its room is told as that. */
export function textCut(context: LookContext, tell: Tell): void {
  for (const text of context.texts) {
    const { para, node } = text.box;
    const { maxLines } = node.look;
    if (!para?.cut || maxLines <= 0 || reachesOut(text)) continue;
    tell({
      ...textIssue(context, text, 'text-cut'),
      type: 'text-cut',
      title: 'Text is cut off',
      detail: `${quoteText(node.text)} needs more than ${maxLines === 1 ? 'one line' : `${maxLines} lines`} in ${text.within || 'its place'} on ${context.screen.name}`,
      measure: para.lines.length,
    });
  }
}
