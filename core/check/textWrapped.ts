import type { Box } from '../layout/index.js';
import type { LookContext, Tell } from './context.js';
import { quoteText, textIssue } from './context.js';

function linesOf(root: Box): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  const walk = (box: Box): void => {
    if (box.para && box.node.text !== '') found.set(`${box.node.owner}|${box.node.text}`, box.para.lines.length);
    for (const c of box.children) walk(c);
  };
  walk(root);
  return found;
}

/** Texts that took one line before and take more now. */
export function textWrapped(context: LookContext, tell: Tell): void {
  if (context.texts.length === 0) return;
  const before = linesOf(context.was);
  for (const text of context.texts) {
    const { para, node } = text.box;
    if (!para || para.lines.length <= 1 || before.get(`${node.owner}|${node.text}`) !== 1) continue;
    tell({
      ...textIssue(context, text, 'text-wrapped'),
      type: 'text-wrapped',
      title: 'Text wraps now',
      detail: `${quoteText(node.text)} takes ${para.lines.length} lines instead of one on ${context.screen.name}`,
      measure: para.lines.length,
    });
  }
}
