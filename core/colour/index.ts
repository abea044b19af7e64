export { composite, contrast, isColour } from './contrast.js';
