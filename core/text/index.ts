export { Fonts, Face } from './fonts.js';
export { paragraph, longestWord, type Paragraph, type Line, type Run } from './measure.js';
