import { isText, type PropKindFacts } from './kind.js';

/** A token in braces, or a CSS colour. */
export const colour: PropKindFacts = { takes: isText, fallback: () => '', meaning: () => undefined, columns: {} };
