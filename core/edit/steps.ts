import type { Component, ContentSet, Flow, Into, Json, KitRef, MatchSheet, Node, NodeId, Nodes, Screen, Setting, Wear } from '../model/index.js';

/** Which tree a step works on. */
export type TreeRef = `screen:${string}` | `original:${string}`;

/** One item of a series: the series' node, and the item's key. */
export interface EntryRef {
  readonly series: NodeId;
  readonly key: string;
}

interface Maybe {
  /** Left out, and reported, when what it names is gone; without it the whole edit is refused. */
  readonly ifThere?: boolean;
}

/** The smallest changes. Plain JSON; neighbours are named, never counted. `after: null` means first. */
export type Step = Maybe &
  (
    | { readonly do: 'insert'; readonly tree: TreeRef; readonly root: NodeId; readonly nodes: Nodes; readonly into: Into; readonly after: NodeId | null }
    | { readonly do: 'remove'; readonly tree: TreeRef; readonly node: NodeId }
    | { readonly do: 'move'; readonly tree: TreeRef; readonly node: NodeId; readonly into: Into; readonly after: NodeId | null }
    /** `attrs.x`, or a field of the node such as `name`, `component`, `entries`. `null` takes it away. */
    | { readonly do: 'set'; readonly tree: TreeRef; readonly node: NodeId; readonly field: string; readonly value: Json }
    /** With `entry`: for one item of a series only. Puts a setting, or with `value: null` drops it. `after` is the key of the one it stands behind; absent: in place, or last. */
    | { readonly do: 'setting'; readonly tree: TreeRef; readonly node: NodeId; readonly key: string; readonly value: Setting | null; readonly after?: string | null; readonly entry?: EntryRef }
    | { readonly do: 'insertScreen'; readonly screen: Screen; readonly after: string | null }
    | { readonly do: 'removeScreen'; readonly screen: string }
    | { readonly do: 'moveScreen'; readonly screen: string; readonly flow: string; readonly after: string | null }
    | { readonly do: 'setScreen'; readonly screen: string; readonly field: ScreenField; readonly value: Json }
    | { readonly do: 'name'; readonly value: string }
    | { readonly do: 'kits'; readonly value: readonly KitRef[] }
    | { readonly do: 'wears'; readonly value: readonly Wear[] }
    | { readonly do: 'screenWears'; readonly screen: string; readonly value: readonly Wear[] | null }
    | { readonly do: 'sheet'; readonly key: string; readonly value: MatchSheet | null }
    | { readonly do: 'flow'; readonly flow: string; readonly value: Flow | null; readonly after: string | null }
    | { readonly do: 'contentSet'; readonly set: string; readonly value: ContentSet | null }
    | { readonly do: 'original'; readonly original: string; readonly value: Component | null }
  );

export type ScreenField = 'name' | 'device' | 'width' | 'height';
export const SCREEN_FIELDS: readonly ScreenField[] = ['name', 'device', 'width', 'height'];
/** Fields of a node, besides `attrs.…`, that a `set` step may change. */
export const NODE_FIELDS = ['name', 'component', 'placed', 'entries', 'rows', 'was', 'means', 'bind'] as const;

/** A user action: named steps, all or nothing. */
export interface Edit {
  readonly id: string;
  /** What it did, for the history: `Place 3 fields`. */
  readonly label: string;
  readonly steps: readonly Step[];
}

/** Why a step cannot be done, with the thing it is about. */
export interface Refusal {
  readonly code: string;
  readonly about: string;
  readonly message: string;
}

export type { Node };
