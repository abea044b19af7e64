import type { Json } from '../base/index.js';
import { splitRef } from './component.js';
import type { ComponentRef, NodeId, PropId } from './node.js';
import type { AppliedKit } from './project.js';

/** When something happens to a thing, or to the screen it stands on. */
export type Trigger =
  | { readonly on: 'press' | 'point' | 'focus' | 'change' | 'show' | 'action' | 'dismiss' | 'reach' | 'drag' }
  /** A key, as the browser names it: `Enter`, `Escape`, `a`. */
  | { readonly on: 'key'; readonly key: string }
  /** Something that its component tells of itself, by the name that its contract gives it. */
  | { readonly on: 'event'; readonly event: string }
  /** So long after its screen is shown. */
  | { readonly on: 'after'; readonly ms: number };

/** What is asked of a property of a thing. */
export type Comparison = 'is' | 'is not' | 'is more than' | 'is less than' | 'is filled' | 'is empty';
/** A property of a thing, in the terms of the component that it was said of. `of` absent: the thing itself. */
export interface PropOf {
  readonly of?: NodeId;
  readonly home: ComponentRef;
  readonly prop: PropId;
}
export type Test = (PropOf & { readonly asks: Comparison; readonly value?: Json }) | { readonly situation: string };
export interface Condition {
  readonly all?: readonly Test[];
  readonly any?: readonly Test[];
}

/** What is done, one after the other. `{ opposite: true }`: on becomes off. */
export type Action =
  | { readonly do: 'go'; readonly screen: string }
  | { readonly do: 'back' }
  | { readonly do: 'openOverlay'; readonly overlay: NodeId }
  | { readonly do: 'closeOverlay' }
  | (PropOf & { readonly do: 'set'; readonly value: Json | { readonly opposite: true } })
  /** Until a thing is so far below the top, px. */
  | { readonly do: 'scroll'; readonly to: NodeId; readonly offset?: number }
  | { readonly do: 'situation'; readonly situation: string }
  | { readonly do: 'open'; readonly address: string }
  | { readonly do: 'wait'; readonly ms: number };

/** What a thing does: when, if, then. */
export interface Interaction {
  readonly id: string;
  /** The part of it that is meant: its address, in the terms of the component that it was said of. Absent: all of it. */
  readonly part?: { readonly home: ComponentRef; readonly at: readonly string[] };
  readonly when: Trigger;
  readonly if?: Condition;
  readonly then: readonly Action[];
}

/** When something happens to a component, as it says itself. */
export type ComponentTrigger =
  | { readonly on: 'press' | 'type' | 'point' | 'focus' | 'action' | 'dismiss' }
  | { readonly on: 'key'; readonly key: string }
  /** One of its parts is pressed. */
  | { readonly on: 'part'; readonly part: NodeId }
  /** An item of one of its lists is pressed. */
  | { readonly on: 'item'; readonly list: PropId };
/**
 * What a property becomes: a value, its opposite, what is typed, so much more, a whole number by how far from the left it is pressed, or
 * what the item that is pressed has.
 */
export type ComponentValue =
  | Json
  | { readonly opposite: true }
  | { readonly typed: true }
  | { readonly more: number }
  | { readonly where: readonly [from: number, to: number] }
  | { readonly field: PropId };
export type ComponentAction =
  /** `others`: what it becomes for things of the same kind beside it. */
  | { readonly do: 'set'; readonly prop: PropId; readonly value: ComponentValue; readonly others?: Json }
  /** Of the item that is pressed. `others`: for the other items. */
  | { readonly do: 'item'; readonly field: PropId; readonly value: ComponentValue; readonly others?: Json }
  /** The item that is pressed goes. */
  | { readonly do: 'drop' }
  /** Of a list those items show whose field has in it what a property says. */
  | { readonly do: 'only'; readonly list: PropId; readonly field: PropId; readonly has: PropId }
  /** What is typed stands in the items of a list, a sign in each. */
  | { readonly do: 'spell'; readonly list: PropId; readonly field: PropId }
  /** What lies over the screen goes. */
  | { readonly do: 'closeOverlay' }
  /** Whoever uses it is told. */
  | { readonly do: 'raise'; readonly event: string };
export interface ComponentTest {
  readonly prop: PropId;
  readonly asks: Comparison;
  readonly value?: Json;
}
/** What a component does by itself, wherever it is used. */
export interface ComponentInteraction {
  readonly when: ComponentTrigger;
  readonly if?: { readonly all?: readonly ComponentTest[]; readonly any?: readonly ComponentTest[] };
  readonly then: readonly ComponentAction[];
}

/** The same with things called otherwise: when a piece is copied, what it does is done to the copy. */
export function readdressed(list: readonly Interaction[], to: (id: NodeId) => NodeId): readonly Interaction[] {
  const test = (t: Test): Test => ('of' in t && t.of !== undefined ? { ...t, of: to(t.of) } : t);
  return list.map((b) => ({
    ...b,
    ...(b.if
      ? {
          if: {
            ...(b.if.all ? { all: b.if.all.map(test) } : {}),
            ...(b.if.any ? { any: b.if.any.map(test) } : {}),
          },
        }
      : {}),
    then: b.then.map((a): Action => {
      if (a.do === 'openOverlay') return { ...a, overlay: to(a.overlay) };
      if (a.do === 'scroll') return { ...a, to: to(a.to) };
      return a.do === 'set' && a.of !== undefined ? { ...a, of: to(a.of) } : a;
    }),
  }));
}

/**
 * Where the part of a thing that a interaction is about stands as it is shown: its address there. Null: what is shown has no such part.
 * @param shown the component that shows at the thing
 */
export function partAddress(
  appliedKits: readonly AppliedKit[],
  b: Interaction,
  shown: ComponentRef,
): readonly string[] | null {
  if (!b.part || b.part.home === shown) return b.part?.at ?? [];
  const pair = appliedKits.find((w) => w.kit === splitRef(b.part?.home ?? '').kit)?.sheet.pairs[b.part.home];
  const [first, ...rest] = b.part.at;
  const there = pair?.to === shown && first !== undefined ? pair.parts[first] : undefined;
  return there && rest.length === 0 ? [there] : null;
}
