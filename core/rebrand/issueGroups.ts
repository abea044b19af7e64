import { SEVERITY_ORDER, type IssueType, type Issue } from './review.js';

/** What many places to look at come from: mended once, or not at all. */
export interface IssueGroup {
  readonly id: string;
  readonly concern: IssueType;
  /** What is wrong, in words that hold for all of its places. */
  readonly title: string;
  /** What it is about: a part of a component, a pair of colours, a property. */
  readonly about: string;
  readonly places: readonly Issue[];
  /** How many screens they are on. */
  readonly screens: number;
}

const TITLES: Readonly<Record<IssueType, string>> = {
  'text-outside': 'Text no longer fits',
  'text-cut': 'Text is cut off',
  'text-wrapped': 'Text wraps now',
  contrast: 'Too little contrast',
  outside: 'Reaches out of the screen',
  overlap: 'Lies over another thing',
  glyph: 'A sign the font has not',
  'no-counterpart': 'No counterpart',
  'parked-content': 'Content waits',
  parked: 'Parked',
  focus: 'Focus is not seen',
  held: 'Held',
  returned: 'Shows again',
  grew: 'Grew',
  'small-target': 'Too small to hit',
  literal: 'A colour that is no token',
};

/** Findings by what they come from: the worst concerns first, of those the ones with most places. */
export function groupIssues(findings: readonly Issue[]): readonly IssueGroup[] {
  const by = new Map<string, Issue[]>();
  for (const f of findings) {
    const list = by.get(f.cause);
    if (list) list.push(f);
    else by.set(f.cause, [f]);
  }
  return [...by]
    .map(([id, places]): IssueGroup => {
      const first = places[0] as Issue;
      const own =
        first.concern === 'parked' ||
        first.concern === 'held' ||
        first.concern === 'returned' ||
        first.concern === 'literal' ||
        first.concern === 'contrast' ||
        first.concern === 'glyph';
      return {
        id,
        concern: first.concern,
        title: own ? first.title.replace(/ on .*$/u, '') : TITLES[first.concern],
        about: first.about,
        places,
        screens: new Set(places.map((p) => p.screen)).size,
      };
    })
    .sort(
      (a, b) =>
        SEVERITY_ORDER.indexOf(a.concern) - SEVERITY_ORDER.indexOf(b.concern) || b.places.length - a.places.length,
    );
}

/** One finding among those of all screens: what comes back under the same name is the same finding. */
export const sameIssue = (f: Issue): string => `${f.cause}|${f.screen}|${f.key}|${f.width ?? ''}|${f.situation ?? ''}`;
