export { assign } from './assign.js';
export { similarity, words } from './similar.js';
export { invertPair, invertMap, pairContracts, pairOptions, pairProp, pairProps, type Lookup } from './pair.js';
export { meaningsOf } from './several.js';
export { mapKit, type KitMap } from './kitmap.js';
export { mapBetween, mapFor, matched, pairFor, sameLineage } from './sheets.js';
