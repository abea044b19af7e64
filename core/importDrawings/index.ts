export { readDrawing, type Drawing } from './drawing.js';
export { readSheetOfDrawings, type ReadSheet as DrawingSheet } from './sheet.js';
export { kitOfIcons, readIconSet, type IconFile, type IconSet } from './icons.js';
