import { isColour } from '../colour/index.js';
import {
  aliasPath,
  BOX_FLOW_NAMES,
  EDGES,
  isPathData,
  LARGEST,
  OVERLAY_PLACES,
  SHAPES,
  readTracks,
  toPx,
  type AttrName,
  type Json,
} from '../model/index.js';

type Takes = (v: Json) => boolean;
const length: Takes = (v) => toPx(v) !== undefined || aliasPath(v) !== null;
const size: Takes = (v) => v === 'fit' || v === 'stretch' || length(v);
const colour: Takes = (v) => v === 'none' || aliasPath(v) !== null || (typeof v === 'string' && isColour(v));
const flag: Takes = (v) => typeof v === 'boolean';
const upTo =
  (most: number, least = 0): Takes =>
  (v) =>
    typeof v === 'number' && v >= least && v <= most;
const number = upTo(LARGEST, -LARGEST);
/** Longer texts are documents. */
const MOST_TEXT = 20_000;
const string: Takes = (v) => typeof v === 'string' && v.length <= MOST_TEXT;
const oneOf =
  (...all: readonly string[]): Takes =>
  (v) =>
    typeof v === 'string' && all.includes(v);
const path: Takes = (v) => typeof v === 'string' && isPathData(v);

/** What each attribute takes. The one list that readers, steps and Details go by. */
export const ATTR_CHECKS: Readonly<Record<AttrName, Takes>> = {
  visible: flag,
  opacity: number,
  width: size,
  height: size,
  minWidth: length,
  maxWidth: length,
  minHeight: length,
  maxHeight: length,
  aspect: upTo(1000),
  share: number,
  shareRows: flag,
  bleed: flag,
  grow: upTo(10_000),
  shrink: upTo(10_000, -1),
  alignSelf: oneOf('start', 'center', 'end', 'stretch', 'baseline'),
  x: number,
  y: number,
  right: number,
  bottom: number,
  edges: (v) =>
    isGroup(v) &&
    Object.entries(v).every(
      ([side, edge]) => ['left', 'right', 'top', 'bottom'].includes(side) && EDGES.some((e) => e === edge),
    ),
  pin: oneOf('top', 'bottom'),
  overlay: oneOf(...OVERLAY_PLACES),
  scrim: flag,
  flow: oneOf(...BOX_FLOW_NAMES),
  gap: length,
  rowGap: length,
  columns: upTo(500),
  tracks: (v) => typeof v === 'string' && readTracks(v) !== null,
  minColumn: length,
  column: upTo(500),
  row: upTo(2000),
  span: upTo(500),
  rowSpan: upTo(2000),
  padding: length,
  paddingX: length,
  paddingY: length,
  paddingTop: length,
  paddingRight: length,
  paddingBottom: length,
  paddingLeft: length,
  justify: oneOf('start', 'center', 'end', 'between', 'around', 'evenly'),
  align: oneOf('start', 'center', 'end', 'stretch', 'baseline'),
  wrap: flag,
  clip: flag,
  fill: colour,
  stroke: colour,
  strokeWidth: length,
  strokeSides: oneOf('all', 'top', 'bottom', 'left', 'right', 'y'),
  dash: flag,
  radius: length,
  shadow: (v) => v === 'none' || aliasPath(v) !== null,
  text: string,
  textStyle: string,
  color: colour,
  textAlign: oneOf('start', 'center', 'end'),
  maxLines: upTo(10_000),
  bars: flag,
  underline: flag,
  icon: string,
  size: length,
  asset: string,
  fit: oneOf('cover', 'contain'),
  focalX: upTo(1),
  focalY: upTo(1),
  zoom: upTo(100),
  shape: oneOf(...SHAPES),
  path,
  values: string,
};

/** Is this a value an attribute takes? Unknown attributes take nothing. */
export function attrTakes(name: string, value: Json): boolean {
  return Object.hasOwn(ATTR_CHECKS, name) && ATTR_CHECKS[name as AttrName](value);
}

const isGroup = (v: Json): v is { readonly [k: string]: Json } =>
  typeof v === 'object' && v !== null && !Array.isArray(v);
