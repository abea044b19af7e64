/** Plain JSON: the only kind of data that documents, kits and edits are made of. */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };

/** True when two JSON values are the same in content. Key order does not count; `undefined` members do not either. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b)) {
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((v, i) => sameJson(v, b[i]));
  }
  const x = a as Record<string, unknown>;
  const y = b as Record<string, unknown>;
  for (const k of Object.keys(x)) if (!sameJson(x[k], y[k])) return false;
  for (const k of Object.keys(y)) if (y[k] !== undefined && x[k] === undefined) return false;
  return true;
}
