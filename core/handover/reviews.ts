/** What whoever comes by a review link may do, besides looking. */
export const LINK_RIGHTS = ['comment', 'try', 'measure', 'test'] as const;
export type LinkRight = (typeof LINK_RIGHTS)[number];
/** What a link leads to: everything, a flow, or some screens. */
export type Scope = { readonly all: true } | { readonly flow: string } | { readonly screens: readonly string[] };
/** A way in for people who have no other. Times as ISO 8601 says them. */
export interface ReviewLink {
  readonly id: string;
  readonly token: string;
  readonly name: string;
  readonly scope: Scope;
  readonly rights: readonly LinkRight[];
  /** Null: always current. */
  readonly revision: number | null;
  /** It asks for one. */
  readonly phrase: boolean;
  readonly endsAt: string | null;
  readonly revokedAt: string | null;
  readonly at: string;
}
/** Where a comment was put: within its thing, in parts of that (0 to 1); and in px of the screen, for when the thing is gone. */
export interface CommentPlace {
  readonly fx: number;
  readonly fy: number;
  readonly x: number;
  readonly y: number;
}
export interface Comment {
  readonly id: string;
  readonly parent: string | null;
  readonly screen: string;
  readonly node: string | null;
  readonly place: CommentPlace;
  readonly author: string;
  readonly words: string;
  /** It came by a link. */
  readonly guest: boolean;
  readonly resolvedAt: string | null;
  readonly at: string;
}
/** What was said at a place, with the answers to it. */
export interface Thread extends Comment {
  /** The how many-th on its screen, from 1: the earlier first. */
  readonly n: number;
  readonly answers: readonly Comment[];
}
/** Threads by screen, each with its number there; those that are settled, too. */
export function threadsOf(comments: readonly Comment[]): ReadonlyMap<string, readonly Thread[]> {
  const answers = new Map<string, Comment[]>();
  for (const c of comments) if (c.parent !== null) answers.set(c.parent, [...(answers.get(c.parent) ?? []), c]);
  const by = new Map<string, Thread[]>();
  for (const c of comments) {
    if (c.parent !== null) continue;
    const here = by.get(c.screen) ?? [];
    here.push({ ...c, n: here.length + 1, answers: answers.get(c.id) ?? [] });
    by.set(c.screen, here);
  }
  return by;
}
/**
 * Where a comment lies now, px of the screen.
 * @param thing where its thing stands; null: it has none, or that is gone, and the comment stays where it was put
 * @param height of the screen, px: nothing lies below it
 */
export const pinnedAt = (
  place: CommentPlace,
  thing: { readonly x: number; readonly y: number; readonly w: number; readonly h: number } | null,
  height: number,
): { readonly x: number; readonly y: number } =>
  thing
    ? { x: thing.x + place.fx * thing.w, y: thing.y + place.fy * thing.h }
    : { x: place.x, y: Math.min(place.y, height) };
export interface NewComment {
  readonly parent?: string | undefined;
  readonly screen: string;
  readonly node?: string | undefined;
  readonly place: CommentPlace;
  readonly author: string;
  readonly words: string;
}
/** A state of a project that can be looked at: named by somebody, or the last one of a day. */
export interface Version {
  /** Null: of itself, as the last of its day. */
  readonly id: string | null;
  readonly revision: number;
  readonly name: string;
  readonly at: string;
}
/** What people are asked to do: from where, and the screen that means they did it. */
export interface UsabilityTest {
  readonly id: string;
  readonly task: string;
  readonly start: string;
  readonly goal: string;
  readonly closedAt: string | null;
  readonly at: string;
  readonly sessions: number;
}
/** An event of a session: `ms` after its start, where on which screen (px), and whether it had an effect. */
export interface SessionEvent {
  readonly ms: number;
  readonly kind: 'press' | 'screen' | 'key';
  readonly screen: string;
  readonly x?: number | undefined;
  readonly y?: number | undefined;
  readonly node?: string | undefined;
  readonly hit?: boolean | undefined;
}
export type SessionOutcome = 'done' | 'given up' | 'left';
export interface UsabilitySession {
  readonly outcome: SessionOutcome;
  /** ms */
  readonly took: number;
  readonly events: readonly SessionEvent[];
}
