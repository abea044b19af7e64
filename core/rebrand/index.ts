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
export { causesOf, sameFinding, type Cause } from './causes.js';
export { settleProject, type Settlement, type SettledLine } from './settle.js';
export { proveFixes, type Fix, type Trial } from './fixes.js';
export { readSheet, writeSheet, SHEET_FORMAT, type ReadSheet } from './sheetFile.js';
