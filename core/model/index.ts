export * from './json.js';
export * from './node.js';
export * from './component.js';
export * from './kit.js';
export * from './project.js';
export * from './tokens.js';
export * from './problem.js';
export * from './blank.js';
