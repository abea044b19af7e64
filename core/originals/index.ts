export { makeOriginal, type Made, type Wish } from './make.js';
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
