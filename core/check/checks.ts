import type { ColourContext, LookContext, Tell, TransferContext } from './context.js';
import { contrastCheck } from './contrast.js';
import { focus } from './focus.js';
import { glyph } from './glyph.js';
import { grew } from './grew.js';
import { literal } from './literal.js';
import { noCounterpart } from './noCounterpart.js';
import { outside } from './outside.js';
import { overlap } from './overlap.js';
import { parked, preserved, returned } from './parked.js';
import { parkedContent } from './parkedContent.js';
import { smallTarget } from './smallTarget.js';
import { textCut } from './textCut.js';
import { textOutside } from './textOutside.js';
import { textWrapped } from './textWrapped.js';
import type { IssueType } from './types.js';

/**
 * One check: what it looks at, and how it finds its issues. `look`: a screen laid out; `colours`: its colours in one mode; `transfer`:
 * the overrides of one instance. Pure: the same context gives the same issues.
 */
export type Check =
  | {
      readonly on: 'look';
      readonly detect: (context: LookContext, tell: Tell) => void;
      /** Only where another kit is worn after than before. */
      readonly ofChange?: true;
      /** Not of overlays, which are looked at each by itself. */
      readonly screenOnly?: true;
    }
  | { readonly on: 'colours'; readonly detect: (context: ColourContext, tell: Tell) => void }
  | { readonly on: 'transfer'; readonly detect: (context: TransferContext, tell: Tell) => void };

export type CheckId = IssueType;

/** Every check, by the type of issue that it finds. A type that nothing finds does not compile. */
export const CHECKS: Readonly<Record<CheckId, Check>> = {
  'text-outside': { on: 'look', detect: textOutside },
  'text-cut': { on: 'look', detect: textCut },
  glyph: { on: 'look', detect: glyph },
  'text-wrapped': { on: 'look', detect: textWrapped },
  grew: { on: 'look', detect: grew },
  outside: { on: 'look', detect: outside },
  'small-target': { on: 'look', detect: smallTarget },
  overlap: { on: 'look', detect: overlap, screenOnly: true },
  focus: { on: 'look', detect: focus, ofChange: true, screenOnly: true },
  contrast: { on: 'colours', detect: contrastCheck },
  parked: { on: 'transfer', detect: parked },
  preserved: { on: 'transfer', detect: preserved },
  returned: { on: 'transfer', detect: returned },
  'parked-content': { on: 'transfer', detect: parkedContent },
  'no-counterpart': { on: 'transfer', detect: noCounterpart },
  literal: { on: 'transfer', detect: literal },
};
