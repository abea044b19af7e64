export { makeBrand, nearestAccent, nearestReadable, type BrandWish, type MadeBrand, type Shortfall } from './make.js';
export { kitOfTokens, tokenReview, type TokenChange } from './retoken.js';
export { colourPairs, pairsSeen, unreadable, type ColourPair } from './pairs.js';
