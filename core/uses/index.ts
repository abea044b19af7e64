export { matchesQuery, findTexts, type TextMatch } from './find.js';
export { sharedProps, type SharedProp, type Thing as SelectedThing } from './several.js';
export { alike, countUses, otherValues, usesOn, type UsePlace } from './uses.js';
export { entryIn, entryOn, tokensUsed, type EntryKind, type OnScreen } from './entries.js';
