import { isText, type KindFacts } from './kind.js';

/** A token in braces, or a CSS colour. */
export const colour: KindFacts = { takes: isText, fallback: () => '', meaning: () => undefined, columns: {} };
