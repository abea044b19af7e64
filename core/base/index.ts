export { Interner } from './interner.js';
export { Memo, recordReads, track, stillReads, type LookUp, type Reads } from './remember.js';
export { sameJson, type Json } from './json.js';
export { unhandled } from './unhandled.js';
