import { listItems, type Json, type PropKind } from '../model/index.js';

/** Is this a value that a prop of this kind takes? */
export function takes(kind: PropKind, options: readonly { readonly id: string }[] | undefined, value: Json): boolean {
  switch (kind) {
    case 'flag':
      return typeof value === 'boolean';
    case 'number':
      return typeof value === 'number' && Number.isFinite(value);
    case 'choice':
      return options?.some((o) => o.id === value) === true;
    case 'list':
      return Array.isArray(value) && listItems(value).length === value.length && new Set(listItems(value).map((i) => i.key)).size === value.length;
    case 'text':
    case 'icon':
    case 'image':
    case 'colour':
    case 'component':
      return typeof value === 'string' && value.length <= 20_000;
  }
}
