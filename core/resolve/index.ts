export { resolve, resolveSample, type Layer, type ResolveOptions } from './resolve.js';
export { explain } from './explain.js';
export type { Look, RNode, ResolvedScreen, ResolvedInstance, Shadow } from './look.js';
