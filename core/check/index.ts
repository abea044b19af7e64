export { sameIssue, type Issue, type IssueGroup } from './issue.js';
export { bySeverity, groupTitle, ISSUE_TYPES, type IssueType, type IssueTypeFacts } from './types.js';
export { groupIssues } from './groups.js';
export { CHECKS, type Check, type CheckId } from './checks.js';
export { textsOf, type ColourContext, type LookContext, type Tell, type TransferContext } from './context.js';
export { asTheyAre } from './contrast.js';
export { focusSeen } from './focus.js';
export { misfits, MISFITS, type Fit, type Misfit } from './misfits.js';
export { GRAPHIC_CONTRAST, isEnough, isSmallTarget, TARGET_SIZE, textContrast } from './wcag.js';
