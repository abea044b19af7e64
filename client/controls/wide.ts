import type { Prop } from '../../core/index.js';

/** Room that Details has at its usual width, what a letter takes, and what stands around a name: px. */
const ROOM = 246;
const LETTER = 7.2;
const AROUND = 23;
/** Options that stand side by side in the whole width of Details: few, and short together. */
export const fewOptions = (prop: Prop): boolean =>
  (prop.options?.length ?? 0) <= 4 &&
  (prop.options ?? []).reduce((w, o) => w + o.name.length * LETTER + AROUND, 0) <= ROOM;

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
