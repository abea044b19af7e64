export { paint, type Primitive, type Stroke } from './primitives.js';
export { toSvg, fitPicture, escapeXml, familyList, hatchPath, type SvgOptions } from './svg.js';
export { blended, blendOf, easing, translated, type Blend } from './blend.js';
