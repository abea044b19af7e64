export { buildSheet, type BuildSheet, type BuildValue } from './build.js';
export { toHtml, toSnippet, type HtmlOptions, type HtmlPage } from './html.js';
export { Tokens, type SaidIn } from './css.js';
