export { composite, contrast, isColour, parseColour } from './contrast.js';
export { colourDistance, fromOklch, toOklab, toOklch, type Oklab, type Oklch } from './oklab.js';
