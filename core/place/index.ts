export { search, naming, suggestIcons, vocabulary, thingsOf, distance, type Thing, type Plain } from './vocabulary.js';
export { readPlaceLine, mainProp, secondProp, firstSlot, readValue, MOST_COPIES, type PlaceItem, type PlacePlan } from './placeline.js';
export { buildPieces, countEntries, defaultRoom, qualify, seriesOf, tableColumns, type Behind } from './build.js';
export { bindColumns } from './bind.js';
export { readOutline, writeOutline, lineOf, MOST_LINES, type OutlinePlan } from './outline.js';
export { dropAt, pathAt, boxesByKey, type Drop, type Rect } from './drop.js';
export { likelyNext } from './likely.js';
