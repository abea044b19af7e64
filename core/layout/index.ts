export { layout, layoutNode, type Box } from './layout.js';
