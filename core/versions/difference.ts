/** One thing that is otherwise in a newer version of a component or a kit. */
export interface Difference {
  /** In words: “no height any more”, which stands behind the name of what it is of. */
  readonly says: string;
  /**
   * What it does to who uses it: `breaks` what was said of it, `adds` something to say, or leaves both and is `other` in how it is
   * called, looks or begins.
   */
  readonly kind: 'breaks' | 'adds' | 'other';
}
export const breaks = (says: string): Difference => ({ says, kind: 'breaks' });
export const adds = (says: string): Difference => ({ says, kind: 'adds' });
export const other = (says: string): Difference => ({ says, kind: 'other' });
