import type { Json } from '../../base/index.js';
import { isFilled, type Option, type Prop } from '../component.js';
import type { ContentSet } from '../project.js';

/** The longest text that a prop holds, characters. */
export const MOST_TEXT = 20_000;

/** All that the core knows of one kind of prop. How two paired props convert stands in `carry/convert.ts`, where pairs are known. */
export interface PropKindFacts {
  /** Is this a value that such a prop takes? */
  takes(value: Json, options: readonly Option[] | undefined): boolean;
  /** What it is when a kit gives no default, or one it cannot take. */
  fallback(options: readonly Option[]): Json;
  /** What its default means: two defaults of one meaning need not be carried. Undefined: a default means only itself. */
  meaning(prop: Prop): string | undefined;
  /** A value in words; undefined: as any other value. */
  words?(prop: Prop, value: Json | undefined): string;
  /** Kinds of columns of a content set that fill it: 1 as they are, less when they are turned into it. */
  readonly columns: Readonly<Partial<Record<ContentSet['columns'][number]['kind'], number>>>;
}

export const isText = (value: Json): boolean => typeof value === 'string' && value.length <= MOST_TEXT;
/** Whether there is something at all. */
export const filledOrNot = (value: Json): string => (isFilled(value) ? 'filled' : 'empty');
