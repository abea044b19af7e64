export { composite, contrast, isColour, parseColour } from './contrast.js';
export { colourDistance, fromOklch, toHex, toOklab, toOklch, type Oklab, type Oklch } from './oklab.js';
