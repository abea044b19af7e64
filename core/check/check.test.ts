import { describe, expect, it } from 'vitest';
import { bySeverity, CHECKS, groupIssues, ISSUE_TYPES, type Issue, type IssueType } from './index.js';
import { isEnough, isSmallTarget, textContrast } from './wcag.js';

const types = Object.keys(ISSUE_TYPES) as IssueType[];
const issue = (type: IssueType, group: string, screen = 's'): Issue => ({
  type,
  screen,
  node: 'n',
  title: `T ${type}`,
  detail: '',
  measure: 1,
  group,
  about: '',
  key: 'n',
});

describe('types of issues', () => {
  it('each has a check, and a rank that no other has', () => {
    expect(Object.keys(CHECKS).sort()).toEqual([...types].sort());
    expect(new Set(types.map((t) => ISSUE_TYPES[t].rank)).size).toBe(types.length);
  });
  it('sort by rank, whatever order they come in; within a type the largest first', () => {
    const at = (type: IssueType, measure: number): { type: IssueType; measure: number } => ({ type, measure });
    const mixed = [...types].reverse().flatMap((t) => [at(t, 1), at(t, 2)]);
    const sorted = [...mixed].sort(bySeverity);
    expect(sorted.map((x) => ISSUE_TYPES[x.type].rank)).toEqual(
      sorted.map((x) => ISSUE_TYPES[x.type].rank).sort((a, b) => a - b),
    );
    expect(sorted[0]).toEqual(at('text-outside', 2));
  });
  it('are grouped by cause: the worst type first, of a type the group with most places; screens counted once', () => {
    const groups = groupIssues([
      issue('grew', 'g1'),
      issue('text-cut', 'c1'),
      issue('text-cut', 'c2'),
      issue('text-cut', 'c2', 't'),
      issue('text-cut', 'c2', 't'),
    ]);
    expect(groups.map((g) => [g.id, g.places.length, g.screens])).toEqual([
      ['c2', 3, 2],
      ['c1', 1, 1],
      ['g1', 1, 1],
    ]);
  });
});

describe('the numbers of WCAG', () => {
  it.each([
    [24, 24, false],
    [23.7, 40, false],
    [23.4, 40, true],
    [40, 12, true],
    [0, 40, false],
  ])('a target of %d × %d is small: %s', (w, h, small) => {
    expect(isSmallTarget(w, h)).toBe(small);
  });
  it.each([
    [16, 400, 4.5],
    [18.66, 700, 3],
    [18.66, 600, 4.5],
    [24, 400, 3],
  ])('text of %d px, weight %d needs %d', (size, weight, ratio) => {
    expect(textContrast({ size, weight })).toBe(ratio);
  });
  it('allow for colours that are kept in whole steps, and for no more', () => {
    expect(isEnough(4.496, 4.5)).toBe(true);
    expect(isEnough(4.49, 4.5)).toBe(false);
  });
});
