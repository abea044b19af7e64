export {
  transfer,
  transferInstance,
  targetKey,
  showValue,
  withParked,
  type Transferred,
  type Transfer,
  type TransferInput,
  type TransferEntry,
  type Outcome,
} from './transfer.js';
export { meaningOf } from './convert.js';
export { rankAlternatives, type Alternative } from './alternatives.js';
export { convertIcon, convertStyle, convertToken } from './convert.js';
