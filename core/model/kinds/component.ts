import { isText, type PropKindFacts } from './kind.js';

/** A component of a kit, as `kit@version/id`. */
export const component: PropKindFacts = { takes: isText, fallback: () => '', meaning: () => undefined, columns: {} };
