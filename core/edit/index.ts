export { withoutSituation } from './situations.js';
export { onlyThere, widthSteps, type OnlyThere } from './widths.js';
export { editEnvelope, editSchema, MOST_STEPS, type Edit } from './edit.js';
export { STEP_NAMES, stepFault, type EntryRef, type Step, type StepName } from './steps/index.js';
export { treeOf, type Refusal, type StepResult, type TreeRef } from './kind.js';
export { applyEdit, applyStep, compact, invertEdit, touchedBy, type EditResult } from './apply.js';
export {
  asEdition,
  editionTree,
  failedChanges,
  installedAt,
  replayEdition,
  type FailedChange,
  type Replayed,
  type Wrapped,
} from './editions.js';
export { rebaseEdit, rebaseLate, type Rebased } from './rebase.js';
export { revertEdit, type Reverted } from './revert.js';
export {
  newInstance,
  copyPiece,
  overridesBehind,
  chooseSteps,
  resetSteps,
  resetAllSteps,
  swapSteps,
  slotPlace,
  spotFor,
  isOnly,
  placeSteps,
  outermost,
  removeSteps,
  duplicateSteps,
  overlaySteps,
  asOverlay,
  backgroundSteps,
  nudgeSteps,
  indentSteps,
  lastIn,
  type NewId,
  type Piece,
  type Target,
  treeOfScreen,
  type ItemOf,
  PLACE_FIELDS,
  type Spot,
} from './actions.js';
export { readClipboard, type ClipboardPiece } from './copied.js';
export {
  moveSteps,
  transferSteps,
  wrapSteps,
  unwrapSteps,
  seriesSteps,
  entriesOf,
  addItemSteps,
  removeItemSteps,
  moveItemSteps,
  countItemSteps,
  breakSeriesSteps,
} from './arrange.js';
export { arithmetic, numberFor } from './arithmetic.js';
export { nameByPattern, type NameParts } from './naming.js';
export {
  findAt,
  placeOfKey,
  propAt,
  textPlace,
  withItemField,
  propPlace,
  type Found,
  type Place,
  type Shows,
  type TextPlace,
} from './targets.js';
export { hidePartSteps, lockedPart } from './hide.js';
