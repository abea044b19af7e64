export {
  carry,
  carryInstance,
  targetKey,
  showValue,
  withWaiting,
  type Carried,
  type Carry,
  type CarryInput,
  type LedgerEntry,
  type Outcome,
} from './transfer.js';
export { meaningOf } from './convert.js';
export { rankAlternatives, type Alternative } from './alternatives.js';
export { convertIcon, convertStyle, convertToken } from './convert.js';
