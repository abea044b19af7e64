import type { Prop } from '../../core/index.js';

/** Options that stand side by side in the whole width of Details: few, and short together. */
export const fewOptions = (prop: Prop): boolean =>
  (prop.options?.length ?? 0) <= 4 && (prop.options ?? []).reduce((n, o) => n + o.name.length + 3, 0) <= 36;

/** Does a row of this kind stand below its label, in the whole width? */
export function isWide(prop: Prop): boolean {
  switch (prop.kind) {
    case 'text':
    case 'list':
      return true;
    case 'choice':
      return fewOptions(prop) && (prop.options?.length ?? 0) > 2;
    case 'flag':
    case 'number':
    case 'icon':
    case 'image':
    case 'colour':
    case 'component':
      return false;
  }
}
