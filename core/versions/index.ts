export { contractChanges } from './contract.js';
export type { Difference } from './difference.js';
export { nextVersion, type Change, type VersionAdvice } from './next.js';
export { kitUpdate, type KitChange, type KitUpdate } from './update.js';
export { valueChanges, type ValueChanges } from './values.js';
