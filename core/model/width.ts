import { Memo } from '../base/index.js';
import type { Attrs, ComponentRef, InstanceNode, Node, Override, When } from './node.js';

/** Widths of a screen, px, both ends included; an end that is left out is open. */
export interface WidthRange {
  readonly minWidth?: number;
  readonly maxWidth?: number;
  /** And in this situation only; see `inSituation`. */
  readonly situation?: string;
}
/** What a node is at some widths only: attributes in place of its own, another component in its place. */
export interface AtWidth extends WidthRange {
  readonly attrs: Attrs;
  readonly component?: ComponentRef;
}

/** Does it hold at a width, px, and in a situation: none, if it is not said? */
export const inRange = ({ minWidth, maxWidth, situation }: WidthRange, width: number, seenIn?: string): boolean =>
  (situation === undefined || situation === seenIn) &&
  (minWidth === undefined || width >= minWidth) &&
  (maxWidth === undefined || width <= maxWidth);
export const sameRange = (a: WidthRange, b: WidthRange): boolean =>
  a.minWidth === b.minWidth && a.maxWidth === b.maxWidth && a.situation === b.situation;
/**
 * A range in words: `from 768 px up`, `in Signed in only`.
 * @param nameOf what a situation is called
 */
export function rangeWords({ situation, ...widths }: WidthRange, nameOf: (id: string) => string = (id) => id): string {
  if (situation === undefined) return widthWords(widths);
  const within = widths.minWidth === undefined && widths.maxWidth === undefined ? '' : ` ${widthWords(widths)}`;
  return `in ${nameOf(situation)} only${within}`;
}
function widthWords({ minWidth, maxWidth }: WidthRange): string {
  if (minWidth !== undefined && maxWidth !== undefined) return `from ${minWidth} to ${maxWidth} px`;
  if (minWidth !== undefined) return `from ${minWidth} px up`;
  return maxWidth === undefined ? 'at every width' : `up to ${maxWidth} px`;
}
export const hasRange = (w: When | undefined): boolean =>
  w?.minWidth !== undefined || w?.maxWidth !== undefined || w?.situation !== undefined;

/** What is said of some widths, with its attributes and components as they are said elsewhere: when a part goes into a kit, or out of one. */
export const withWidths = (
  node: Node,
  attrs: (a: Attrs) => Attrs,
  component: (ref: ComponentRef) => ComponentRef = (r) => r,
): Pick<Node, 'widths'> =>
  node.widths
    ? {
        widths: node.widths.map((w) => ({
          ...w,
          attrs: attrs(w.attrs),
          ...(w.component === undefined ? {} : { component: component(w.component) }),
        })),
      }
    : {};

const effective = new Memo<Node>(12);
/** A node as it is at a width: the same object where nothing is said of that width. Later entries win over earlier ones. */
export function atWidth(node: Node, width: number): Node {
  if (!node.widths || node.widths.length === 0) return node;
  return effective.of(node, [width], () => {
    const on = (node.widths ?? []).filter((w) => inRange(w, width));
    if (on.length === 0) return node;
    const attrs: Attrs = Object.assign({}, node.attrs, ...on.map((w) => w.attrs));
    const component =
      node.type === 'instance' ? on.reduce<string | undefined>((c, w) => w.component ?? c, undefined) : undefined;
    return component === undefined || node.type !== 'instance'
      ? { ...node, attrs }
      : { ...node, attrs, component, placed: node.placed ?? node.component };
  });
}

const ordered = new Memo<readonly Override[]>();
/** Overrides in the order in which they count: those for some widths after those for all. */
export function byWeight(overrides: readonly Override[]): readonly Override[] {
  if (!overrides.some((s) => hasRange(s.when))) return overrides;
  return ordered.of(overrides, [], () => [
    ...overrides.filter((s) => !hasRange(s.when)),
    ...overrides.filter((s) => hasRange(s.when)),
  ]);
}

const shownAt = new Memo<InstanceNode>(12);
/** An instance with its overrides as they count at a width: those for other widths left out, those for this one in place of others. */
export function settledAt(node: InstanceNode, width: number): InstanceNode {
  const there = atWidth(node, width) as InstanceNode;
  if (!there.overrides.some((s) => hasRange(s.when))) return there;
  return shownAt.of(there, [width], () => {
    const same = (a: Override, b: Override): boolean =>
      a.home === b.home &&
      a.kind === b.kind &&
      a.name === b.name &&
      a.at.join('/') === b.at.join('/') &&
      a.when?.state === b.when?.state;
    const kept: Override[] = [];
    for (const s of byWeight(there.overrides)) {
      if (s.when && hasRange(s.when) && !inRange(s.when, width)) continue;
      const { when, ...bare } = s;
      const now: Override = hasRange(when) ? { ...bare, ...(when?.state ? { when: { state: when.state } } : {}) } : s;
      const i = kept.findIndex((k) => same(k, now));
      if (i >= 0) kept[i] = now;
      else kept.push(now);
    }
    return { ...there, overrides: kept };
  });
}
