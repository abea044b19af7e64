export { toHtml, type HtmlOptions, type HtmlPage } from './html.js';
export { Tokens, type SaidIn } from './css.js';
