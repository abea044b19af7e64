export {
  makeBrand,
  nearestAccent,
  nearestReadable,
  type BrandRequest,
  type MadeBrand,
  type Shortfall,
} from './make.js';
export { kitOfTokens, tokenReview, type TokenChange } from './retoken.js';
export { colourPairs, pairsSeen, unreadable, type ColourPair } from './pairs.js';
