export { Fonts, Face } from './fonts.js';
export { readFontFacts, type FontFacts } from './fontFacts.js';
export {
  caretAt,
  clusters,
  paragraph,
  longestWord,
  unitAt,
  type Caret,
  type Paragraph,
  type Line,
  type Run,
} from './measure.js';
export {
  isAddress,
  isStrong,
  linkAt,
  marked,
  plainText,
  readMarks,
  retyped,
  writeMarks,
  type Marked,
  type Span,
} from './marks.js';
