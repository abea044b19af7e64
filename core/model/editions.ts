import { Memo, type Json } from '../base/index.js';
import type { Component } from './component.js';
import type { ComponentRef, KitRef } from './node.js';

/** An installed original with this project's changes on top. It shows wherever the installed one is named; nothing else is rewritten. */
export interface Edition {
  /** The version that the changes were made on, `kit@version/component`. */
  readonly from: ComponentRef;
  readonly steps: readonly EditionStep[];
}
/** One change of an edition: a step on the tree of the original, as it is kept. Two steps with one id set the same thing. */
export interface EditionStep {
  readonly id: string;
  readonly step: Json;
}

/** Under which name a kit's component has its edition, whatever its version: `kit/component`. */
export const editionKey = (kit: KitRef, component: string): string =>
  `${kit.includes('@') ? kit.slice(0, kit.indexOf('@')) : kit}/${component}`;

type Replay = (base: Component, edition: Edition) => Component;
let replay: Replay | null = null;
/**
 * Sets how an edition is made of an installed original. That needs steps, which the model does not know: `core/connect.ts` sets it
 * once, before anything is read.
 */
export function setEditionReplay(how: Replay): void {
  replay = how;
}
const made = new Memo<Component>(4);

/** An installed original with the changes of its edition, as far as they fit it. Made once for both. */
export function editionOf(base: Component, edition: Edition): Component {
  return made.of(base, [edition.steps], () => replay?.(base, edition) ?? base);
}
