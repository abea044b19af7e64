import type { RNode } from '../resolve/index.js';
import { paragraph } from '../text/index.js';
import { leaf, NO_KIDS, NO_PLACES, within, type LayoutPass, type LayoutResult } from './result.js';

/** A text: its lines, broken where there is no more room. */
export function layoutText(
  pass: LayoutPass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
): LayoutResult {
  const { look } = node;
  const side = look.paddingLeft + look.paddingRight;
  const ends = look.paddingTop + look.paddingBottom;
  const style = look.textStyle;
  if (!style) return leaf(node, w ?? 0, h ?? 0);
  const limit = w ?? within(look, 'w', aw);
  const para = paragraph(pass.fonts, node.text, style, Math.max(0, limit - side), look.maxLines);
  // CSS: a text that wraps is as wide as what it wraps in, not as its longest line; but no narrower than its widest letter.
  const needed = para.width + side;
  const natural =
    para.lines.length > 1 && limit < Infinity && wraps(node.text, para.lines.length) ? Math.max(limit, needed) : needed;
  return {
    node,
    w: w ?? within(look, 'w', natural),
    h: h ?? within(look, 'h', para.height + ends),
    kids: NO_KIDS,
    places: NO_PLACES,
    para,
    textX: look.paddingLeft,
  };
}

/** True when more lines are shown than the text itself asks for. */
function wraps(text: string, lines: number): boolean {
  let breaks = 1;
  for (let i = text.indexOf('\n'); i >= 0; i = text.indexOf('\n', i + 1)) breaks++;
  return lines > breaks;
}
