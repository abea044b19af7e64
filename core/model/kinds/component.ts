import { isText, type KindFacts } from './kind.js';

/** A component of a kit, as `kit@version/id`. */
export const component: KindFacts = { takes: isText, fallback: () => '', meaning: () => undefined, columns: {} };
