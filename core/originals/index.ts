export { makeOriginal, type Made, type Suggestion, type Wish } from './make.js';
export {
  likesOf,
  makeMany,
  suitedTo,
  type Chosen,
  type HowMany,
  type ManyMade,
  type ManyWish,
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
  saidIn,
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
export { unlink, type Unlinked } from './detach.js';
export { relink, type Relinked, type RelinkEntry } from './reattach.js';
export { groupAlike, likeness, pairParts, type Piece as AlikePiece } from './likeness.js';
export { optionSteps, repeatedOverride, type Repeated } from './repeatedOverride.js';
export { mineOf, promote, treeOfOriginal, type Mine, type Promoted } from './updateOriginal.js';
export {
  kindOfMine,
  MINE_KINDS,
  pasteSettingsSteps,
  putBackSteps,
  valuesInUse,
  type InUse,
  type MineKind,
} from './compare.js';
export { changeWords } from './editionChanges.js';
