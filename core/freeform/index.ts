export { aligned, ALIGNS, sameSize, spread, type Align as AlignTo } from './align.js';
export { inBox, movedBy, putSteps, sizeSteps, turnSteps } from './position.js';
export { columnsOf, gridAt, usualGrid } from './grids.js';
export {
  measuresOf,
  snapField,
  snapTo,
  type Measure,
  type Parts,
  type SnapField,
  type SnapLine,
  type Snapped,
} from './snap.js';
