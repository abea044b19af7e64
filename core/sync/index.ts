export {
  act,
  flush,
  MERGE,
  openSync,
  pendingOf,
  supplyPast,
  rejectEdit,
  resume,
  receive,
  stepHistory,
  historyLabels,
  type Act,
  type ActResult,
  type Confirmed,
  type SyncState,
  type Notice,
  type Sent,
  type Received,
  type HistoryStep,
  type HistoryDirection,
} from './state.js';
export { isPast, labelOf, plainLabel, stacks, type Done, type Past, type Undoable, type Where } from './history.js';
export { restoreSteps } from './restore.js';
export { compareProjects, type ProjectChange, type ScreenChange } from './compare.js';
