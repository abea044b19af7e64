export { makeOriginal, type Made, type Suggestion, type MakeRequest } from './make.js';
export {
  similarTo,
  makeMany,
  suitedTo,
  type Chosen,
  type HowMany,
  type ManyMade,
  type MakeManyRequest,
  type OneMade,
} from './makeMany.js';
export { guessOf, type Guess } from './guess.js';
export {
  axesOf,
  holdsIn,
  isAlways,
  lookSteps,
  REST,
  rulesOn,
  setIn,
  seenIn,
  sheetOf,
  showsIn,
  takeAlongSteps,
  valueIn,
  whenOf,
  type Axis,
  type AxisValue,
  type Look as LookChoice,
  type LookEdit,
} from './looks.js';
export { partName, readRule, ruleSentence, whenSentence, type RuleRead } from './sentences.js';
export { impactOf, keepsItsOwn, kitUsesOf, screensShowing, usesOf, type Impact, type Uses } from './uses.js';
export { detach, type Detached } from './detach.js';
export { reattach, type Reattached, type ReattachEntry } from './reattach.js';
export { groupAlike, likeness, pairParts, type Piece as AlikePiece } from './likeness.js';
export { optionSteps, repeatedOverride, type Repeated } from './repeatedOverride.js';
export {
  overridesOf,
  updateOriginal,
  treeOfOriginal,
  type OverrideInfo,
  type UpdatedOriginal,
} from './updateOriginal.js';
export {
  overrideKindOf,
  OVERRIDE_KINDS,
  pasteOverridesSteps,
  resetKindSteps,
  valuesInUse,
  type InUse,
  type OverrideKind,
} from './compare.js';
export { changeWords } from './editionChanges.js';
