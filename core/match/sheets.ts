import { Memo } from '../base/index.js';
import {
  componentAt,
  kitAt,
  kitOfRef,
  splitRef,
  type Component,
  type ComponentPair,
  type ComponentRef,
  type Kit,
  type AppliedKit,
  type World,
} from '../model/index.js';
import { mapKit, type KitMap } from './kitmap.js';
import { invertMap, invertPair, pairContracts } from './pair.js';

/** Two versions of one kit, or a kit and the one it is based on: their ids mean the same. */
export function sameLineage(a: Kit | undefined, b: Kit | undefined): boolean {
  if (!a || !b) return a === b;
  const base = (k: Kit): string => (k.basedOn ? (k.basedOn.split('@')[0] ?? k.id) : k.id);
  return a.id === b.id || base(a) === b.id || a.id === base(b) || base(a) === base(b);
}

/**
 * How `from` is shown by `to`: the pair of a worn sheet, the same sheet read backwards, or the two contracts matched.
 * Undefined when one of them is not there.
 */
export function pairFor(
  world: World,
  appliedKits: readonly AppliedKit[],
  from: ComponentRef,
  to: ComponentRef,
): ComponentPair | undefined {
  for (const w of appliedKits) {
    const pair = w.sheet.pairs[from];
    if (pair?.to === to) return pair;
  }
  for (const w of appliedKits) {
    const pair = w.sheet.pairs[to];
    if (pair?.to === from) return invertPair(pair);
  }
  const a = componentAt(world, from);
  const b = componentAt(world, to);
  if (!a || !b) return undefined;
  return matched(world, from, a, to, b);
}

/** The two contracts matched afresh, no sheet asked. */
export function matched(world: World, from: ComponentRef, a: Component, to: ComponentRef, b: Component): ComponentPair {
  return pairContracts(
    from,
    a,
    to,
    b,
    (ref) => componentAt(world, ref),
    sameLineage(kitOfRef(world, from), kitOfRef(world, to)),
  );
}

const backwards = new Memo<KitMap>();

/** Tokens, text styles and icons from one component's kit to another's. Undefined: nothing to translate. */
export function mapFor(
  world: World,
  appliedKits: readonly AppliedKit[],
  from: ComponentRef,
  to: ComponentRef,
): KitMap | undefined {
  const a = splitRef(from).kit;
  const b = splitRef(to).kit;
  if (a === b) return undefined;
  return mapBetween(world, appliedKits, a, b);
}

/** The same for kit references. */
export function mapBetween(world: World, appliedKits: readonly AppliedKit[], a: string, b: string): KitMap | undefined {
  const forth = appliedKits.find((w) => w.kit === a && w.shows === b);
  if (forth) return forth.sheet;
  const back = appliedKits.find((w) => w.kit === b && w.shows === a);
  if (back)
    return backwards.of(back.sheet, [], () => ({
      tokens: invertMap(back.sheet.tokens),
      textStyles: invertMap(back.sheet.textStyles),
      icons: invertMap(back.sheet.icons),
    }));
  const kitA = kitAt(world, a);
  const kitB = kitAt(world, b);
  return kitA && kitB ? mapKit(kitA, kitB) : undefined;
}
