export { buildSheet, type BuildSheet, type BuildValue } from './build.js';
export { EXPORT_KIND_NAMES, EXPORT_KINDS, type ExportFacts, type ExportKind } from './exportKinds.js';
export { guestProject } from './guestProject.js';
export { changedThings, sheetChanges } from './changesSince.js';
export { toHtml, toSnippet, type HtmlOptions, type HtmlPage } from './html.js';
export { Tokens, type CssScope } from './css.js';
export {
  pinnedAt,
  LINK_RIGHTS,
  threadsOf,
  type Comment,
  type CommentPlace,
  type NewComment,
  type SessionOutcome as SessionOutcome,
  type ReviewLink,
  type LinkRight,
  type Scope,
  type Thread,
  type Version,
  type UsabilitySession,
  type SessionEvent,
  type UsabilityTest,
} from './reviews.js';
