import type { BoxFlow } from './node.js';

/** What there is to know of one way in which a box lays out what is in it, besides the layout itself. */
export interface BoxFlowFacts {
  /** A box of it as a thing: `Row`. */
  readonly name: string;
  /** It among the others, as a choice. */
  readonly choice: string;
  /**
   * Along which axis children follow one another; `lines`: along x, line after line; `none`: they do not, each stands where it was put.
   */
  readonly along: 'x' | 'y' | 'lines' | 'none';
}

/** Every flow, in the order in which they are offered. What lays out, draws, drops and exports has a table by the same keys. */
export const BOX_FLOWS: Readonly<Record<BoxFlow, BoxFlowFacts>> = {
  row: { name: 'Row', choice: 'across', along: 'x' },
  column: { name: 'Column', choice: 'down', along: 'y' },
  grid: { name: 'Grid', choice: 'grid', along: 'lines' },
  free: { name: 'Free box', choice: 'free', along: 'none' },
};
export const BOX_FLOW_NAMES = Object.keys(BOX_FLOWS) as readonly BoxFlow[];
