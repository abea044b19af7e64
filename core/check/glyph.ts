import type { TextStyle } from '../model/index.js';
import { plainText, type Fonts } from '../text/index.js';
import type { LookContext, Tell } from './context.js';
import { quoteText, textIssue } from './context.js';

const covered = new WeakMap<Fonts, { version: number; known: Map<string, string> }>();
/** Characters of a text that its font does not have: the first three, as one word; empty: it has all. */
function missing(fonts: Fonts, style: TextStyle, text: string): string {
  let memory = covered.get(fonts);
  if (memory?.version !== fonts.version) covered.set(fonts, (memory = { version: fonts.version, known: new Map() }));
  const key = `${style.family}|${style.weight}|${style.italic}|${text}`;
  let found = memory.known.get(key);
  if (found === undefined) {
    const lacks = [...new Set(plainText(text))].filter((c) => !fonts.covers(style.family, c));
    found = lacks.slice(0, 3).join('');
    if (memory.known.size > 20_000) memory.known.clear();
    memory.known.set(key, found);
  }
  return found;
}

/** Characters that the font of a text does not have, so that another font draws them. */
export function glyph(context: LookContext, tell: Tell): void {
  for (const text of context.texts) {
    const { textStyle } = text.box.node.look;
    const lacks = textStyle ? missing(context.fonts, textStyle, text.box.node.text) : '';
    if (!textStyle || lacks === '') continue;
    tell({
      ...textIssue(context, text, 'glyph'),
      type: 'glyph',
      title: `No ${lacks} in ${textStyle.family}`,
      detail: `${quoteText(text.box.node.text)} on ${context.screen.name} takes it from another font`,
      measure: 1,
      group: `glyph|${textStyle.family}|${lacks}`,
      about: textStyle.family,
    });
  }
}
