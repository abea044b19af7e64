export { Alike } from './interner.js';
export { Memory, recorded, seen, stillReads, type LookUp, type Reads } from './remember.js';
export { sameJson, type Json } from './json.js';
export { unhandled } from './unhandled.js';
