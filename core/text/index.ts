export { Fonts, Face } from './fonts.js';
export { clusters, paragraph, longestWord, type Paragraph, type Line, type Run } from './measure.js';
