export { alike, countUses, otherValues, usesOn, type Sighting } from './uses.js';
