export { layout, layoutNode } from './layout.js';
export { hasScrim, SCRIM, scrolledTo, scrollRoom } from './overlay.js';
export { alongIn, alongOf, type Along } from './free.js';
export { cellsOf, type Cell, type GridLines } from './grid.js';
export type { Box } from './result.js';
