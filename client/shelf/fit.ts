import type { Sample } from '../stores/samples.js';

/** Room for a picture in its card: px. */
const WIDTH = 134;
const HEIGHT = 82;

/** A sample as large as its card has room for, never larger than it is. */
export const toFit = (s: Sample): Sample & { readonly zoom: number } => ({
  ...s,
  zoom: Math.min(1, WIDTH / Math.max(1, s.width), HEIGHT / Math.max(1, s.height)),
});
