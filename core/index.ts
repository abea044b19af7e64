/** The whole public face of the core. */
export { Memory, recorded, seen, stillReads, type LookUp, type Reads } from './base/index.js';
export * from './model/index.js';
export * from './text/index.js';
export * from './resolve/index.js';
export * from './layout/index.js';
export * from './paint/index.js';
export * from './colour/index.js';
export * from './match/index.js';
export * from './carry/index.js';
export * from './check/index.js';
export * from './rebrand/index.js';
export * from './shape/index.js';
export * from './edit/index.js';
export * from './sync/index.js';
export * from './place/index.js';
export * from './formats/index.js';
