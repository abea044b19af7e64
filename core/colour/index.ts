export { composite, contrast, isColour, parseColour } from './contrast.js';
