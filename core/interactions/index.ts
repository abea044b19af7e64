export { componentInteractionsOf, takesTyping, whereOf } from './componentInteractions.js';
export { componentWords, readComponentSentence, writeComponentSentence } from './componentSentence.js';
export { motionOf, type Motion } from './motion.js';
export { linksOn, type Links } from './links.js';
export { MOST_ACTIONS, press, pressBackdrop, pressKey, reach, runTimer, startTry, type as typeInto } from './run.js';
export {
  follow,
  resolveTried,
  triedProject,
  type Effects,
  type Timer,
  type TryState,
  type Navigation,
} from './tryState.js';
export { aboutThing, readSentence, thingNames, writeSentence, type About, type ReadSentence } from './sentence.js';
export { isDoneTo, spotsOf, thingOf, type HotSpot } from './hotSpots.js';
export { flowMap, type FlowEdge, type FlowMap } from './flow.js';
