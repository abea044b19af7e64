import type { Look, RNode } from '../resolve/index.js';
import { paragraph } from '../text/index.js';
import { holding, leaf, NO_KIDS, NO_PLACES, same, within, type Pass, type Rough } from './rough.js';

/** A text: its lines, broken where there is no more room. */
export function layText(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number): Rough {
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

/** Equal columns; each row as tall as its tallest cell. */
export function layGrid(pass: Pass, node: RNode, w: number | undefined, h: number | undefined, aw: number): Rough {
  const { look } = node;
  const padX = look.paddingLeft + look.paddingRight;
  const n = look.columns;
  const limit = w ?? within(look, 'w', aw);
  let column: number;
  if (limit < Infinity) column = Math.max(0, (limit - padX - look.gap * (n - 1)) / n);
  else
    column = node.children.reduce(
      (max, c) =>
        Math.max(
          max,
          pass.lay(pass, c, typeof c.look.width === 'number' ? c.look.width : undefined, undefined, Infinity, Infinity)
            .w,
        ),
      0,
    );
  const kids: Rough[] = [];
  const places: number[] = [];
  let y = look.paddingTop;
  for (let i = 0; i < node.children.length; i += n) {
    const cells = node.children.slice(i, i + n).map((c) => {
      const fills = c.look.width === 'stretch' || (c.look.width === 'fit' && look.align === 'stretch');
      const cw =
        typeof c.look.width === 'number'
          ? within(c.look, 'w', c.look.width)
          : fills
            ? within(c.look, 'w', column)
            : undefined;
      const ch = typeof c.look.height === 'number' ? within(c.look, 'h', c.look.height) : undefined;
      return { c, cw, box: pass.lay(pass, c, cw, ch, column, Infinity) };
    });
    const tall = cells.reduce((max, { box }) => Math.max(max, box.h), 0);
    cells.forEach(({ c, cw, box }, j) => {
      const final =
        c.look.height === 'stretch' || (c.look.height === 'fit' && look.align === 'stretch' && !same(box.h, tall))
          ? pass.lay(pass, c, cw ?? box.w, within(c.look, 'h', tall), column, tall)
          : box;
      kids.push(final);
      places.push(
        look.paddingLeft + j * (column + look.gap),
        y + (look.align === 'center' ? (tall - final.h) / 2 : look.align === 'end' ? tall - final.h : 0),
      );
    });
    y += tall + (i + n < node.children.length ? look.rowGap : 0);
  }
  const width = w ?? (limit < Infinity ? limit : within(look, 'w', column * n + look.gap * (n - 1) + padX));
  return holding(node, width, h ?? within(look, 'h', y + look.paddingBottom), kids, places);
}

/** Children where they are put; what stretches fills the box. */
export function layFree(
  pass: Pass,
  node: RNode,
  w: number | undefined,
  h: number | undefined,
  aw: number,
  ah: number,
): Rough {
  const { look } = node;
  let right = 0;
  let bottom = 0;
  const places: number[] = [];
  const kids = node.children.map((c) => {
    const full = (size: Look['width'], given: number | undefined, axis: 'w' | 'h', from: number): number | undefined =>
      typeof size === 'number'
        ? within(c.look, axis, size)
        : size === 'stretch' && given !== undefined
          ? within(c.look, axis, Math.max(0, given - from))
          : undefined;
    const { x, y } = c.look;
    const box = pass.lay(pass, c, full(c.look.width, w, 'w', x), full(c.look.height, h, 'h', y), w ?? aw, h ?? ah);
    places.push(x, y);
    right = Math.max(right, x + box.w);
    bottom = Math.max(bottom, y + box.h);
    return box;
  });
  return holding(node, w ?? within(look, 'w', right), h ?? within(look, 'h', bottom), kids, places);
}
