export { buildSheet, type BuildSheet, type BuildValue } from './build.js';
export { changedThings, sheetChanges } from './changesSince.js';
export { toHtml, toSnippet, type HtmlOptions, type HtmlPage } from './html.js';
export { Tokens, type SaidIn } from './css.js';
export {
  pinnedAt,
  RIGHTS,
  threadsOf,
  type Comment,
  type CommentPlace,
  type NewComment,
  type Outcome as WalkOutcome,
  type ReviewLink,
  type Right,
  type Scope,
  type Thread,
  type Version,
  type Walk,
  type WalkEvent,
  type WalkTest,
} from './reviews.js';
