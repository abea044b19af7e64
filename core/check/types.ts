import type { Issue } from './issue.js';

/** What there is to know of one type of issue, besides how it is found. */
export interface IssueTypeFacts {
  /** The worst is 0; no two are alike, so that the order is always the same. */
  readonly rank: number;
  /** What is wrong, for all places of a group; where each group says something of its own, made of its first place. */
  readonly title: string | ((first: Issue) => string);
}

/** Every type of issue. One that is missing does not compile, and none can be without a rank. */
export const ISSUE_TYPES = {
  'text-outside': { rank: 0, title: 'Text no longer fits' },
  'text-cut': { rank: 1, title: 'Text is cut off' },
  contrast: { rank: 2, title: (first) => first.title },
  outside: { rank: 3, title: 'Reaches out of the screen' },
  overlap: { rank: 4, title: 'Lies over another thing' },
  glyph: { rank: 5, title: (first) => first.title },
  'no-counterpart': { rank: 6, title: 'No counterpart' },
  'parked-content': { rank: 7, title: 'Content waits' },
  parked: { rank: 8, title: (first) => first.title },
  'text-wrapped': { rank: 9, title: 'Text wraps now' },
  grew: { rank: 10, title: 'Grew' },
  'small-target': { rank: 11, title: 'Too small to hit' },
  focus: { rank: 12, title: 'Focus is not seen' },
  literal: { rank: 13, title: (first) => `Own colour ${first.what ?? ''}` },
  preserved: { rank: 14, title: (first) => first.title },
  returned: { rank: 15, title: (first) => first.title },
} as const satisfies Readonly<Record<string, IssueTypeFacts>>;

export type IssueType = keyof typeof ISSUE_TYPES;

const factsOf = (type: IssueType): IssueTypeFacts => ISSUE_TYPES[type];
/** Sorts issues and groups: the worst type first, within it the largest measure. */
export const bySeverity = (
  a: { readonly type: IssueType; readonly measure: number },
  b: { readonly type: IssueType; readonly measure: number },
): number => factsOf(a.type).rank - factsOf(b.type).rank || b.measure - a.measure;

export function groupTitle(first: Issue): string {
  const { title } = factsOf(first.type);
  return typeof title === 'string' ? title : title(first);
}
