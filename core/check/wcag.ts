import type { TextStyle } from '../model/index.js';

/** The numbers of WCAG 2.2, level AA, each once. What is measured may be off by as much as drawing rounds. */

/** 2.5.8 Target size (minimum), px. */
export const TARGET_SIZE = 24;
/** How far a laid out size may be off, px: half a px is not seen, and lies within what layout and browsers round. */
const SIZE_TOLERANCE = 0.5;
/** Is a target too small to hit? Sizes in px. A target that takes no room is none. */
export const isSmallTarget = (w: number, h: number): boolean =>
  Math.min(w, h) > 0 && Math.min(w, h) < TARGET_SIZE - SIZE_TOLERANCE;

/** 1.4.3 Contrast (minimum), as a ratio to 1; large text is 24 px, or 18.66 px (14 pt) where it is bold. */
const TEXT_CONTRAST = 4.5;
const LARGE_TEXT_CONTRAST = 3;
const LARGE = 24;
const LARGE_BOLD = 18.66;
const BOLD = 700;
/** 1.4.11 Non-text contrast: icons, borders and whatever tells a state. */
export const GRAPHIC_CONTRAST = 3;

/** The contrast that a text of a style needs. */
export const textContrast = ({ size, weight }: Pick<TextStyle, 'size' | 'weight'>): number =>
  size >= LARGE || (size >= LARGE_BOLD && weight >= BOLD) ? LARGE_TEXT_CONTRAST : TEXT_CONTRAST;

/** How far a ratio may be off: colours are kept in whole steps. */
const RATIO_TOLERANCE = 0.005;
export const isEnough = (ratio: number, needs: number): boolean => ratio >= needs - RATIO_TOLERANCE;
