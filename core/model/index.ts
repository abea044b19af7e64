export { sameJson, type Json } from '../base/index.js';
export {
  settingKey,
  childrenOf,
  subtree,
  placesOf,
  listAt,
  type NodeId,
  type PropId,
  type SlotId,
  type KitRef,
  type ComponentRef,
  type Length,
  type Size,
  type Colour,
  type BoxFlow,
  type Justify,
  type Align,
  type Edge,
  OVER,
  type Over,
  type Attrs,
  type AttrName,
  type Setting,
  type When,
  type StateName,
  STATES,
  type SlotFill,
  type BoxNode,
  type LeafNode,
  type InstanceNode,
  type Was,
  type SlotNode,
  type SeriesNode,
  type SeriesEntry,
  PLAIN_HOME,
  type Node,
  type NodeType,
  type Nodes,
  type Into,
} from './node.js';
export {
  splitRef,
  isFilled,
  listItems,
  type PropKind,
  type Option,
  type Prop,
  type ListItem,
  type WaitingFields,
  type Slot,
  type Contract,
  type PropTest,
  type Rule,
  type RuleSet,
  type RulePlace,
  whenKey,
  sameWhen,
  ruleKey,
  type Component,
  type Template,
} from './component.js';
export {
  kitRef,
  componentsInOrder,
  type TokenType,
  type Token,
  type TextStyle,
  type FontFile,
  type Icon,
  type Kit,
} from './kit.js';
export {
  componentAt,
  kitAt,
  contentSetAt,
  lookIn,
  kitOfRef,
  screenOf,
  oversOf,
  wearsOf,
  wornInFlow,
  shownKit,
  shownComponent,
  emptyProject,
  type PropPair,
  type ComponentPair,
  type MatchSheet,
  type Wear,
  type ScreenGrid,
  type Guide,
  type Screen,
  type Flow,
  type ContentSet,
  type Project,
  type World,
  DEVICES,
} from './project.js';
export { editionKey, editionOf, replaysEditions, type Edition, type EditionStep } from './editions.js';
export { bareValue, qualify, qualifyAttrs, qualifyValue } from './qualify.js';
export { isPathData } from './path.js';
export { MOST_TRACKS, readTracks, writeTracks, type Track } from './tracks.js';
export { aliasPath, tokenMeaning, tokenValue, toPx, textStyleOf, LARGEST } from './tokens.js';
export { akin, defaultRoom, type RoleFacts, ROLES, roleFacts } from './roles.js';
export { type Problem, type Read } from './problem.js';
export { contentValue, plainValue, contentWords, type ContentValue } from './content.js';
export { blankScreen } from './blank.js';
export { madeUpSet, MADE_UP, type MadeUp } from './madeup.js';
export { AMONG_OTHERS } from './node.js';
export { attrName, plainKind } from './names.js';
export {
  atWidth,
  byWeight,
  hasRange,
  inRange,
  rangeWords,
  sameRange,
  settledAt,
  withWidths,
  type AtWidth,
  type WidthRange,
} from './width.js';
export { PROP_KIND_NAMES, PROP_KINDS, type KindFacts } from './kinds/index.js';
