import type { Transferred } from '../transfer/index.js';
import {
  type Component,
  type InstanceNode,
  type ComponentRef,
  type Json,
  type Kit,
  type NodeId,
  type Nodes,
  type Prop,
  type Override,
  type StateName,
  type AppliedKit,
} from '../model/index.js';
import type { RNode } from './look.js';
import type { Enclosing, Layer } from './props.js';
import type { Terms } from './values.js';

export interface ResolveOptions {
  /** Look through this instead of what the screen wears. */
  readonly appliedKits?: readonly AppliedKit[];
  /** What lies over the screen is shown: which. Absent: nothing. */
  readonly overlay?: NodeId;
  /** Token mode, for instance `dark`. */
  readonly mode?: string;
  /** States shown, by the key of an instance. */
  readonly states?: Readonly<Record<string, readonly StateName[]>>;
  /** Also draw slots that are empty and need not be filled. */
  readonly emptySlots?: boolean;
  /** An original is looked at by itself, to be edited: its parts stand as the things of a screen do. */
  readonly open?: boolean;
  /** Then: this in place of the original that is named, for what is only tried. */
  readonly instead?: Component;
  /** Told every layer that gives a value to an attribute of the part with this key. */
  readonly trace?: { readonly key: string; readonly tell: (layer: Layer) => void };
  /** Told what is inside the instance with this key. */
  readonly inside?: { readonly key: string; readonly tell: (inside: Inside) => void };
}

/** An instance opened up: its tree with everything that is known where it stands. */
export interface Inside {
  readonly context: Context;
  readonly node: InstanceNode;
  readonly shown: ComponentRef;
  readonly component: Component;
  readonly scope: Scope;
  /** What the trees around it change of its own attributes. */
  readonly changes: Readonly<Record<string, unknown>> | null;
  /** What stands in its slots, by slot. */
  readonly fills: Readonly<Record<string, readonly NodeId[]>>;
}

/** A tree that is being resolved, with what is known where it stands. */
export interface Scope {
  /** Undefined for a screen's own tree. */
  readonly component?: Component;
  readonly kit: Kit | undefined;
  readonly nodes: Nodes;
  readonly props: Readonly<Record<string, Json>>;
  readonly rules: ReadonlyMap<NodeId, Readonly<Record<string, Json>>>;
  /** What stands in boxes whose children a rule moved; undefined: none did. */
  readonly moved?: ReadonlyMap<NodeId, readonly NodeId[]> | undefined;
  /** This is the tree of the original that is looked at by itself. */
  readonly open?: boolean;
  /** Overrides of enclosing trees that reach into this one, by first segment; weakest first. */
  readonly reach: ReadonlyMap<string, readonly Transferred[]>;
  readonly slot: (id: string, key: string) => readonly RNode[];
  readonly states: readonly StateName[];
  readonly prefix: string;
  readonly owner: string;
  readonly enclosing: readonly Enclosing[];
  /** Components whose own trees this stands in: one of them again would never end. Slot content belongs to who wrote it. */
  readonly within: readonly ComponentRef[];
  readonly item?: {
    readonly of: string;
    readonly values: Readonly<Record<string, Json>>;
    readonly props: readonly Prop[];
  };
  /** Inside an item of a screen's series: what differs in this item, by node. */
  readonly entry?: Readonly<Record<NodeId, readonly Override[]>>;
}
/** What holds for the whole screen. */
export interface Context extends Terms {
  readonly width: number;
  /** Texts are longer by so much, %; 0: as they are. */
  readonly longer: number;
  readonly options: ResolveOptions;
  count: number;
}
