export { resolve, resolveSample, type SampleOptions } from './resolve.js';
export type { ResolveOptions } from './scope.js';
export { isDisabled, type Layer } from './props.js';
export { explain, explainPart, shownBy } from './explain.js';
export type { Look, RNode, ResolvedScreen, ResolvedInstance, Shadow } from './look.js';
export { looksOf, part } from './look.js';
export { coloursIn, tokenAt, type Colours, type Terms } from './values.js';
export { alone, expand, type Expanded } from './expand.js';
export { PLACE } from './room.js';
