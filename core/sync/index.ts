export {
  act,
  give,
  MERGE,
  openDesk,
  pendingOf,
  provide,
  refused,
  resume,
  take,
  turn,
  turnNames,
  type Act,
  type Acted,
  type Confirmed,
  type Desk,
  type Notice,
  type Sent,
  type Taken,
  type Turned,
  type Way,
} from './state.js';
export { isPast, labelOf, plainLabel, stacks, type Done, type Past, type Undoable, type Where } from './history.js';
export { restoreSteps } from './restore.js';
export { compareProjects, type ProjectChange, type ScreenChange } from './compare.js';
