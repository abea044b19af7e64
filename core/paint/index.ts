export { paint, type Primitive, type Stroke } from './primitives.js';
export { toSvg, escapeXml, familyList, hatchPath, type SvgOptions } from './svg.js';
