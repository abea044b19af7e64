import { inject, provide, type InjectionKey, type Ref } from 'vue';
import type { EntryKind } from '../../core/index.js';

/** An entry of a kit that is looked at: which, by kind and id. */
export interface Entry {
  readonly kind: EntryKind;
  readonly id: string;
}
/** The entry of a kit's book that is open, and how another is opened. */
export interface OpenEntry {
  readonly open: Ref<Entry | null>;
  readonly show: (entry: Entry | null) => void;
}
const KEY: InjectionKey<OpenEntry> = Symbol('entry');
export const provideEntry = (of: OpenEntry): void => provide(KEY, of);
export function useEntry(): OpenEntry {
  const found = inject(KEY);
  if (!found) throw new Error('No book is open');
  return found;
}
const KINDS: readonly string[] = ['component', 'token', 'style', 'icon', 'template'] satisfies readonly EntryKind[];
/** As it stands in an address: `component/button`. Null: it says nothing that is known. */
export function readEntry(text: string): Entry | null {
  const cut = text.indexOf('/');
  const kind = text.slice(0, cut);
  return cut > 0 && KINDS.includes(kind) ? { kind: kind as EntryKind, id: text.slice(cut + 1) } : null;
}
