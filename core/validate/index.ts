export { fault, faultMessage, type Check, type Fault } from './checker.js';
export * as check from './checker.js';
export { ATTR_CHECKS, attrTakes } from './attrs.js';
export * as shapes from './shapes.js';
export { MOST_NODES, tidy, tidyNodes, wholeTree } from './node.js';
export { upgradeAttrName, upgradeAttrs, upgradeEdit, upgradeNode, upgradeNodes, upgradeSheet } from './upgrade.js';
export { mendProject, PROJECT_FORMAT } from './project.js';
