/** The face of the core as a library, in reading order: everything that others use, by name. */

// The model: projects, screens, nodes, components, kits.
export {
  settingKey,
  childrenOf,
  subtree,
  placesOf,
  listAt,
  listItems,
  kitRef,
  componentsInOrder,
  componentAt,
  lookIn,
  kitOfRef,
  screenOf,
  wearsOf,
  shownKit,
  shownComponent,
  emptyProject,
  DEVICES,
  aliasPath,
  tokenMeaning,
  tokenValue,
  defaultRoom,
  contentValue,
  blankScreen,
  madeUpSet,
  MADE_UP,
  type Json,
  type NodeId,
  type KitRef,
  type ComponentRef,
  type Setting,
  type SlotFill,
  type InstanceNode,
  type SeriesNode,
  type Node,
  type Nodes,
  type PropKind,
  type Prop,
  type Component,
  type Template,
  type TextStyle,
  type Icon,
  type Kit,
  type MatchSheet,
  type Wear,
  type Screen,
  type Flow,
  type ContentSet,
  type Project,
  type World,
  type Problem,
  type MadeUp,
  attrName,
  plainKind,
  splitRef,
  editionKey,
  sameWhen,
  ruleKey,
  STATES,
  type StateName,
  type Rule,
  type Slot,
  type Option,
  type Edition,
} from './model/index.js';

// Text and fonts.
export { Fonts, clusters, paragraph } from './text/index.js';

// What is shown, and why.
export {
  resolve,
  resolveSample,
  explain,
  explainPart,
  shownBy,
  type Layer,
  type Look,
  type RNode,
} from './resolve/index.js';

// Where it stands.
export { layout, layoutNode, type Box } from './layout/index.js';

// What is drawn.
export { paint, toSvg, fitPicture, escapeXml, familyList, hatchPath, type Primitive } from './paint/index.js';

// Colours.
export { composite, contrast, isColour } from './colour/index.js';

// Matching one kit to another.
export { pairContracts } from './match/index.js';

// Carrying settings from one component to another.
export { carry, carryInstance, targetKey, rankAlternatives, type Alternative } from './carry/index.js';

// Rebrand.
export {
  applyRebrand,
  behindLens,
  choosePair,
  lensWears,
  planRebrand,
  planSheet,
  sheetKey,
  wearsAfter,
  wornKit,
  reviewRebrand,
  reviewScreen,
  sumReviews,
  type Finding,
  type ScreenReview,
} from './rebrand/index.js';

// Uses and likenesses.
export {
  sharedProps,
  alike,
  countUses,
  otherValues,
  usesOn,
  type SharedProp,
  type SelectedThing,
  type Sighting,
} from './check/index.js';

// What is well formed.
export { wholeTree, mendProject, PROJECT_FORMAT } from './shape/index.js';

// Edits.
export {
  editEnvelope,
  editShape,
  MOST_STEPS,
  STEP_NAMES,
  stepFault,
  applyEdit,
  applyStep,
  invertEdit,
  rebaseEdit,
  rebaseLate,
  type Rebased,
  revertEdit,
  arithmetic,
  nameByPattern,
  findAt,
  placeOfKey,
  textPlace,
  withItemField,
  newInstance,
  copyPiece,
  readCopied,
  type Copied,
  chooseSteps,
  backToKitSteps,
  allBackSteps,
  swapSteps,
  slotPlace,
  spotFor,
  placeSteps,
  outermost,
  removeSteps,
  duplicateSteps,
  nudgeSteps,
  indentSteps,
  lastIn,
  treeOfScreen,
  moveSteps,
  transferSteps,
  wrapSteps,
  unwrapSteps,
  seriesSteps,
  entriesOf,
  addItemSteps,
  removeItemSteps,
  moveItemSteps,
  countItemSteps,
  breakSeriesSteps,
  type Edit,
  type Step,
  type Shows,
  type TextPlace,
  type Piece,
  type Target,
  type ItemOf,
  type Spot,
} from './edit/index.js';

// Components of one's own.
export {
  makeOriginal,
  type Made,
  type Wish,
  axesOf,
  holdsIn,
  isAlways,
  lookSteps,
  REST,
  rulesOn,
  saidIn,
  seenIn,
  sheetOf,
  showsIn,
  takeAlongSteps,
  valueIn,
  whenOf,
  type Axis,
  type AxisValue,
  type LookChoice,
  type LookEdit,
  partName,
  readRule,
  ruleSentence,
  whenSentence,
  type RuleRead,
} from './originals/index.js';

// A document as it is being edited.
export {
  act,
  give,
  openDesk,
  pendingOf,
  provide,
  refused,
  resume,
  take,
  turn,
  turnNames,
  stacks,
  restoreSteps,
  type Confirmed,
  type Desk,
  type Notice,
  type Way,
  type Past,
  type Where,
} from './sync/index.js';

// Placing by words and by pointer.
export {
  search,
  suggestIcons,
  vocabulary,
  readPlaceLine,
  mainProp,
  buildPieces,
  qualify,
  tableColumns,
  bindColumns,
  readOutline,
  writeOutline,
  dropAt,
  dropBeside,
  tellNode,
  pathAt,
  boxesByKey,
  likelyNext,
  type Thing,
  type PlaceContext,
  type PlaceItem,
  type PlacePlan,
  type Drop,
  type Rect,
} from './place/index.js';

// Formats in and out.
export {
  readKit,
  readTokens,
  Report,
  decodeRows,
  readRows,
  updateRows,
  valueOf,
  writeRows,
  type ReadRows,
} from './formats/index.js';

// Remembering.
export { Memory, recorded, type LookUp, unhandled } from './base/index.js';
