export {
  applyRebrand,
  behindLens,
  chooseOption,
  chooseProp,
  choosePair,
  chooseToken,
  counterpart,
  lensWears,
  planRebrand,
  planSheet,
  sheetKey,
  stampChoices,
  takeBackPair,
  takeBackToken,
  wearsAfter,
  wornKit,
  type RebrandPlan,
} from './plan.js';
export {
  reviewRebrand,
  reviewScreen,
  sumReviews,
  AS_THEY_ARE,
  type ReviewIn,
  type Concern,
  type Finding,
  type Review,
  type ScreenReview,
} from './review.js';
export { focusSeen } from './focus.js';
export { causesOf, sameFinding, type Cause } from './issueGroups.js';
export { settleProject, type Settlement, type SettledLine } from './convert.js';
export { proveFixes, type Fix, type Trial } from './verifyFixes.js';
export { readSheet, writeSheet, SHEET_FORMAT, type ReadSheet } from './sheetFile.js';
