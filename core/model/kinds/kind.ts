import type { Json } from '../../base/index.js';
import { isFilled, type Option, type Prop } from '../component.js';
import type { ContentSet } from '../project.js';

/** The longest text that a prop holds, characters. */
export const MOST_TEXT = 20_000;

/** All that the core knows of one kind of prop. How two paired props convert stands in `transfer/convert.ts`, where pairs are known. */
export interface PropKindFacts {
  /** Is this a value that such a prop takes? */
  takes(value: Json, options: readonly Option[] | undefined): boolean;
  /** What it is when a kit gives no default, or one it cannot take. */
  fallback(options: readonly Option[]): Json;
  /** What its default means: two defaults of one meaning need not be carried. Undefined: a default means only itself. */
  meaning(prop: Prop): string | undefined;
  /** The kind itself, as properties are listed: `picture`. */
  readonly name: string;
  /** A value in words, for a person; undefined: as any other value is written. */
  words?(prop: Prop, value: Json | undefined): string;
  /** What it takes, in words: `on or off`. */
  takesWords(prop: Prop): string;
  /** A value as a place line writes it, so that reading the line gives it again; null: a line has no way to say it. */
  line(prop: Prop, value: Json | undefined): string | null;
  /** A value out of the words of a rule (*size is small*): the other way round. Null: these words are none. */
  fromRule(prop: Prop, said: string): Json;
  /** Values that each make another look of the component; null: what it says is content, and has no end. */
  alternatives(prop: Prop): readonly Json[] | null;
  /** How code declares it: its type in TypeScript; a value is written between quotes or not; and as which kind of attribute. */
  readonly code: {
    type(prop: Prop): string;
    readonly quoted: boolean;
    readonly attribute: 'boolean' | 'value' | 'none';
  };
  /** Kinds of columns of a content set that fill it: 1 as they are, less when they are turned into it. */
  readonly columns: Readonly<Partial<Record<ContentSet['columns'][number]['kind'], number>>>;
}

/** A text in quotes, in one line, so that commas and words such as “with” stay content. */
export function quoted(text: string): string {
  const flat = text.replace(/\s*\n\s*/gu, ' ');
  return flat.includes('"') ? `“${flat.replace(/[“”]/gu, '"')}”` : `"${flat}"`;
}
/** What kinds have in common whose values are texts in documents and in code. */
export const TEXT_CODE = { type: () => 'string', quoted: false, attribute: 'value' } as const;
export const isText = (value: Json): boolean => typeof value === 'string' && value.length <= MOST_TEXT;
/** Whether there is something at all. */
export const filledOrNot = (value: Json): string => (isFilled(value) ? 'filled' : 'empty');
