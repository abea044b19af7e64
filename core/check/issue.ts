import type { IssueType } from './types.js';

/** One place that has something wrong with it, with its measure. */
export interface Issue {
  readonly type: IssueType;
  readonly screen: string;
  /** The node of the screen it is about. */
  readonly node: string;
  readonly title: string;
  readonly detail: string;
  /** px, contrast ratio or count, for sorting within a type. */
  readonly measure: number;
  /** The same for all places that come from the same: a part of a component, a pair of colours, a property. */
  readonly group: string;
  /** What that is, in words. */
  readonly about: string;
  /** The part it is about, by its key; where it is no part of a picture, the node's. */
  readonly key: string;
  /** For contrast: what stands on what, as CSS colours. */
  readonly colours?: { readonly text: string; readonly ground: string; readonly needs: number };
  /** The text it is about. */
  readonly said?: string;
  /** The override it is about, in its own words: `Label: Find crossings`. */
  readonly what?: string;
  /** The mode it is seen in, where that is not the screen's own. */
  readonly mode?: string;
  /** The width it is seen at, px, where that is not the screen's own; and the situation it is seen in. */
  readonly width?: number;
  readonly situation?: string;
}

/** Issues with one cause: fixed once, or not at all. */
export interface IssueGroup {
  readonly id: string;
  readonly type: IssueType;
  /** What is wrong, in words that hold for all of its places. */
  readonly title: string;
  /** What it is about: a part of a component, a pair of colours, a property. */
  readonly about: string;
  readonly places: readonly Issue[];
  /** How many screens they are on. */
  readonly screens: number;
}

/** One issue among those of all screens: what comes back under the same name is the same issue. */
export const sameIssue = (f: Issue): string => `${f.group}|${f.screen}|${f.key}|${f.width ?? ''}|${f.situation ?? ''}`;
