export { ownOf, takesTyping, whereOf } from './componentInteractions.js';
export { ownWords, readOwn, writeOwn } from './componentSentence.js';
export { motionOf, type Motion } from './motion.js';
export { leadsOn, type Leads } from './links.js';
export { MOST_ACTIONS, press, pressBackdrop, pressKey, reach, goOn, startTrying, type as typeInto } from './run.js';
export { follow, resolveTried, tried, type Effects, type Later, type Trying, type Went } from './tryState.js';
export { aboutThing, readSentence, thingNames, writeSentence, type About, type ReadSentence } from './sentence.js';
export { isDoneTo, spotsOf, thingOf, type HotSpot } from './hotSpots.js';
export { flowMap, type FlowEdge, type FlowMap } from './flow.js';
