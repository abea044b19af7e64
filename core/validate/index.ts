export { fault, faultMessage, type Check, type Fault } from './checker.js';
export * as check from './checker.js';
export { ATTR_CHECKS, attrTakes } from './attrs.js';
export * as shapes from './shapes.js';
export { MOST_NODES, tidy, tidyNodes, wholeTree } from './node.js';
export { mendProject, PROJECT_FORMAT } from './project.js';
