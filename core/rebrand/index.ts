export {
  applyRebrand,
  behindLens,
  chooseOption,
  chooseProp,
  choosePair,
  chooseToken,
  counterpart,
  lensKits,
  planRebrand,
  planSheet,
  sheetKey,
  stampChoices,
  resetPair,
  resetToken,
  appliedKitsAfter,
  appliedKitOf,
  type RebrandPlan,
} from './plan.js';
export {
  reviewRebrand,
  reviewScreen,
  sumReviews,
  NO_SITUATION,
  type ReviewIn,
  type Review,
  type ScreenReview,
} from './review.js';
export { convertProject, type Conversion, type ConversionLine } from './convert.js';
export { verifyFixes, type Fix, type FixTrial } from './verifyFixes.js';
export { readSheet, writeSheet, SHEET_FORMAT, type ReadSheet } from './sheetFile.js';
