export { readDrawing, type Drawing } from './drawing.js';
export { readSheetOfDrawings, type ReadSheet as DrawingSheet } from './sheet.js';
