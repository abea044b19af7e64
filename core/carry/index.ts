export { carry, carryInstance, targetKey, showValue, ATTR_NAMES, type Carried, type Carry, type CarryInput, type LedgerEntry, type Outcome } from './carry.js';
export { pairContracts, pairOptions, pairProps, invertPair, type Lookup } from './pair.js';
export { pairFor, mapBetween, sameLineage } from './sheets.js';
export { assign } from './assign.js';
export { similarity, words } from './similar.js';
export { contrast, composite, isColour } from './contrast.js';
export { rankAlternatives, type Alternative } from './alternatives.js';
export { applyRebrand, behindLens, choosePair, counterpart, countUses, lensWears, planRebrand, sheetKey, wearsAfter, wornKit, type RebrandPlan } from './rebrand.js';
export { reviewRebrand, reviewScreen, sumReviews, type Concern, type Finding, type Review, type ScreenReview } from './review.js';
