import type { Issue, IssueGroup } from './issue.js';
import { bySeverity, groupTitle } from './types.js';

/** Issues by what they come from: the worst types first, of those the groups with most places. */
export function groupIssues(issues: readonly Issue[]): readonly IssueGroup[] {
  const by = new Map<string, Issue[]>();
  for (const issue of issues) {
    const list = by.get(issue.group);
    if (list) list.push(issue);
    else by.set(issue.group, [issue]);
  }
  return [...by]
    .map(([id, places]): IssueGroup => {
      const first = places[0] as Issue;
      return {
        id,
        type: first.type,
        title: groupTitle(first),
        about: first.about,
        places,
        screens: new Set(places.map((p) => p.screen)).size,
      };
    })
    .sort((a, b) => bySeverity({ type: a.type, measure: a.places.length }, { type: b.type, measure: b.places.length }));
}
