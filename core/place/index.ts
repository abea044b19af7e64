export { search, naming, vocabulary, thingsOf, distance, type Thing, type Plain } from './vocabulary.js';
export { readPlaceLine, mainProp, secondProp, firstSlot, readValue, MOST_COPIES, type PlaceItem, type PlacePlan } from './placeline.js';
export { buildPieces, defaultRoom, qualify, type Behind } from './build.js';
