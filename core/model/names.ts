import { BOX_FLOWS } from './boxFlows.js';
import type { AttrName, Node } from './node.js';

/** Attributes as the interface says them. One that has no name here does not compile. */
export const ATTR_NAMES: Readonly<Record<AttrName, string>> = {
  visible: 'Shown',
  opacity: 'Opacity',
  width: 'Width',
  height: 'Height',
  minWidth: 'Least width',
  maxWidth: 'Most width',
  minHeight: 'Least height',
  maxHeight: 'Most height',
  aspect: 'Proportion',
  share: 'Share',
  grow: 'Grows',
  shrink: 'Shrinks',
  alignSelf: 'Own align',
  x: 'From the left',
  y: 'From the top',
  right: 'From the right',
  bottom: 'From the bottom',
  edges: 'Edges',
  pin: 'Stays at',
  overlay: 'Lies over the screen',
  scrim: 'Dims what is below',
  flow: 'Runs',
  gap: 'Gap',
  rowGap: 'Gap of rows',
  columns: 'Columns',
  tracks: 'Columns, listed',
  minColumn: 'Least column',
  column: 'In column',
  row: 'In row',
  span: 'Takes columns',
  rowSpan: 'Takes rows',
  shareRows: 'Rows line up',
  bleed: 'To the edges',
  padding: 'Padding',
  paddingX: 'Padding at the sides',
  paddingY: 'Padding above and below',
  paddingTop: 'Padding above',
  paddingRight: 'Padding at the right',
  paddingBottom: 'Padding below',
  paddingLeft: 'Padding at the left',
  justify: 'Spread',
  align: 'Align',
  wrap: 'Wraps',
  clip: 'Cuts off',
  fill: 'Fill',
  stroke: 'Line',
  strokeWidth: 'Line width',
  strokeSides: 'Line at',
  dash: 'Dashed',
  radius: 'Corners',
  shadow: 'Shadow',
  text: 'Text',
  textStyle: 'Text style',
  color: 'Colour',
  textAlign: 'Text align',
  maxLines: 'Line limit',
  bars: 'Text as bars',
  underline: 'Underlined',
  icon: 'Icon',
  size: 'Size',
  asset: 'Picture',
  fit: 'Fits',
  focalX: 'Focus from the left',
  focalY: 'Focus from the top',
  zoom: 'Zoom',
  shape: 'Shape',
  path: 'Outline',
  values: 'Numbers',
};

/** What an attribute or any other choice on a part is called: `component` is a choice that is no attribute. */
export const attrName = (name: string): string =>
  Object.hasOwn(ATTR_NAMES, name) ? ATTR_NAMES[name as AttrName] : name === 'component' ? 'Component' : name;

const TYPE_NAMES: Readonly<Record<Exclude<Node['type'], 'box' | 'instance'>, string>> = {
  text: 'Text',
  icon: 'Icon',
  image: 'Picture',
  shape: 'Shape',
  slot: 'Slot',
  series: 'Series',
};

/** What kind of thing a plain node is, in the words that place lines know too. An instance is called by its component instead. */
export function plainKind(node: Node): string {
  if (node.type === 'instance') return 'Instance';
  if (node.type !== 'box') return TYPE_NAMES[node.type];
  const { flow = 'column', padding = 0 } = node.attrs;
  return flow === 'column' && padding !== 0 ? 'Box' : BOX_FLOWS[flow].name;
}
