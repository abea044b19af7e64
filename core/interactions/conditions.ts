import { isFilled, type Comparison, type Json } from '../model/index.js';

/** Do the conditions hold? */
export const allHold = <T>(
  asked: { readonly all?: readonly T[]; readonly any?: readonly T[] } | undefined,
  holds: (t: T) => boolean,
): boolean => (asked?.all?.every(holds) ?? true) && (asked?.any?.some(holds) ?? true);
/** Is a value so, beside another where it is compared? */
export function holds(asks: Comparison, value: Json | undefined, than: Json | undefined): boolean {
  switch (asks) {
    case 'is':
      return same(value, than);
    case 'is not':
      return !same(value, than);
    case 'is more than':
      return Number(value) > Number(than);
    case 'is less than':
      return Number(value) < Number(than);
    case 'is filled':
      return isFilled(value);
    case 'is empty':
      return !isFilled(value);
  }
}
const same = (a: Json | undefined, b: Json | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && String(a).trim().toLowerCase() === String(b).trim().toLowerCase());
