import { text } from './text.js';
import { flag } from './flag.js';
import { choice } from './choice.js';
import { number } from './number.js';
import { icon } from './icon.js';
import { image } from './image.js';
import { colour } from './colour.js';
import { component } from './component.js';
import { list } from './list.js';
import type { PropKind } from '../component.js';
import type { PropKindFacts } from './kind.js';

/** Every kind of prop, each from its own file. A kind that is missing here does not compile. */
export const PROP_KINDS: Readonly<Record<PropKind, PropKindFacts>> = {
  text,
  flag,
  choice,
  number,
  icon,
  image,
  colour,
  component,
  list,
};
export const PROP_KIND_NAMES = Object.keys(PROP_KINDS) as readonly PropKind[];
export { quoted, type PropKindFacts } from './kind.js';
