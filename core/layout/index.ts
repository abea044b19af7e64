export { layout, layoutNode } from './layout.js';
export type { Box } from './rough.js';
