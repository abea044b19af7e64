export {
  BASIC_PARTS,
  search,
  naming,
  plainThing,
  suggestIcons,
  vocabulary,
  thingsOf,
  distance,
  type Thing,
  type PlainPart,
} from './vocabulary.js';
export { readPlaceLine, MOST_COPIES, type PlaceContext, type PlaceItem, type PlacePlan } from './placeline.js';
export { firstSlot, mainProp, readValue, secondProp } from './values.js';
export { buildPieces, countEntries, seriesOf, tableColumns, type Behind } from './build.js';
export { bindColumns } from './bind.js';
export { readOutline, writeOutline, lineOf, MOST_LINES, type OutlinePlan } from './outline.js';
export { dropAt, dropBeside, pathAt, boxesByKey, type Drop, type Rect } from './drop.js';
export { describeNode, type NodeDescription } from './describe.js';
export { suggestNext } from './suggestNext.js';
