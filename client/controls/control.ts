import type { Json, Kit, Prop } from '../../core/index.js';

/** What a control of any kind is given. Values come wrapped: bare, empty texts would be turned into flags. */
export interface ControlProps {
  readonly prop: Prop;
  readonly held: Held;
  /** Of the field, so that its label finds it. */
  readonly id: string;
  readonly kit: Kit | undefined;
  /** Several things are selected, and they do not say the same. */
  readonly several?: boolean;
  /** What the thing says, to find what goes with it. */
  readonly says?: () => string;
}
export interface Held {
  readonly value: Json | undefined;
  /** As it was written, where that is more than what shows: a content set, a token. */
  readonly written?: Json | undefined;
}
/** Events of every control: a value was chosen (`merge`: one of many in a row), or what was typed is none. */
export type ControlEmits = { choose: [value: Json, merge: boolean]; problem: [sentence: string] };

/** A value as a field shows it. */
export const asText = (v: Json | undefined): string =>
  v === undefined || v === null || typeof v === 'object'
    ? ''
    : typeof v === 'number'
      ? String(Math.round(v * 100) / 100)
      : String(v);

/** What a token is called in words, by its path in the kit: `color.on-navy` is “on navy”. */
export const tokenWords = (path: string): string =>
  path.replace(/^(?:(?:color|colour)s?\.|means:)/u, '').replace(/[.-]/gu, ' ');
