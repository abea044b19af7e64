export { applyEdit, applyStep, invertEdit, treeOf, type EditResult, type StepResult } from './apply.js';
export { rebaseEdit, revertEdit, type Rebased, type Reverted } from './rebase.js';
export { NODE_FIELDS, SCREEN_FIELDS, type Edit, type EntryRef, type Refusal, type ScreenField, type Step, type TreeRef } from './steps.js';
export * from './actions.js';
export * from './arrange.js';
export { arithmetic } from './arithmetic.js';
export { nameByPattern, type NameParts } from './naming.js';
export { findAt, placeOfKey, textPlace, withItemField, type Found, type Place, type Shows, type TextPlace } from './targets.js';
