import { isText, TEXT_CODE, type PropKindFacts } from './kind.js';

/** A component of a kit, as `kit@version/id`. */
export const component: PropKindFacts = {
  name: 'component',
  takes: isText,
  fallback: () => '',
  meaning: () => undefined,
  takesWords: () => 'a component',
  // A component is placed by a line of its own.
  line: () => null,
  fromRule: () => null,
  alternatives: () => null,
  code: TEXT_CODE,
  columns: {},
};
