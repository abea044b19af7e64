export { readKit, takes, KIT_FORMAT, type KitSources } from './kit.js';
export { readTokens, readTextStyles } from './tokens.js';
export { attrTakes, isPathData, readTree, ATTR_CHECKS } from './tree.js';
export { Report, isObject, isId } from './checks.js';
