// Treats Dekkor badly for a while: `npm run soak`, or some parts: `npm run soak -- pictures readers requests history tabs kills`;
// `--much=10` does ten times as much of what can be done more often.
import { measure } from './measure.mjs';

await measure('soak', { memory: 420 });
