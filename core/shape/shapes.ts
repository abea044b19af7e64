export { attrs, entry, node, nodes, setting, tree } from './node.js';
export {
  column,
  component,
  contentSet,
  device,
  flow,
  kits,
  row,
  rowValues,
  screen,
  screenHeight,
  screenWidth,
  sheet,
  wears,
} from './documents.js';
