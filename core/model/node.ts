import type { Interaction } from './interaction.js';
import { Memo, type Json } from '../base/index.js';
import type { AtWidth } from './width.js';

/** Id of a node within its tree. Stays the same through every version of a kit. */
export type NodeId = string;
export type PropId = string;
export type SlotId = string;
/** `kit@version`, for instance `skerry-line@2.1.0`. */
export type KitRef = string;
/** `kit@version/component`, or `project/original` for the project's own components. */
export type ComponentRef = string;

/**
 * A length in px, or a token. Tokens are written as aliases of the design tokens community format:
 * `{space.m}` (of the kit the tree belongs to), `{kit@version/space.m}` or, on screens, `{means:page}`.
 */
export type Length = number | string;
/** As large as the content, as large as the container allows, or as given. */
export type Size = 'fit' | 'stretch' | Length;
export type Colour = string;
export type BoxFlow = 'row' | 'column' | 'grid' | 'free';
export type Justify = 'start' | 'center' | 'end' | 'between' | 'around' | 'evenly';
export type Align = 'start' | 'center' | 'end' | 'stretch' | 'baseline';
/** What an edge of a child of a free box does when the box changes size. */
export const EDGES = ['pin', 'scale', 'float'] as const;
export type Edge = (typeof EDGES)[number];

/**
 * Where something lies that lies over a screen: dialogs in the middle, drawers at a side, sheets and notices at an end, menus where
 * they are put.
 */
export const OVERLAY_PLACES = ['middle', 'left', 'right', 'top', 'bottom', 'free'] as const;
export type OverlayPlace = (typeof OVERLAY_PLACES)[number];

/** What a shape draws in its room; the last three show numbers: bars, a line through points, parts of a ring. */
export const SHAPES = ['ellipse', 'line', 'path', 'bars', 'curve', 'ring'] as const;
export type Shape = (typeof SHAPES)[number];

/** Everything that can be set on a node. Absent means: the default of its kind. */
export interface Attrs {
  readonly visible?: boolean;
  /** 0 to 1. */
  readonly opacity?: number;
  readonly width?: Size;
  readonly height?: Size;
  readonly minWidth?: Length;
  readonly maxWidth?: Length;
  readonly minHeight?: Length;
  readonly maxHeight?: Length;
  /** Width divided by height. */
  readonly aspect?: number;
  /** Width in per cent of the container, 0 to 100. */
  readonly share?: number;
  readonly grow?: number;
  readonly shrink?: number;
  readonly alignSelf?: Align;
  /** Place in a free box, px from its left and top edge. */
  readonly x?: number;
  readonly y?: number;
  /** How far its right and bottom edge were from those of the free box when it was placed, px: what its edges go by. */
  readonly right?: number;
  readonly bottom?: number;
  readonly edges?: { readonly left?: Edge; readonly right?: Edge; readonly top?: Edge; readonly bottom?: Edge };
  /** Stays in place while the screen scrolls. */
  readonly pin?: 'top' | 'bottom';
  /** Of something on the ground of a screen: it lies over the screen, there, and shows only when it is called for. */
  readonly overlay?: OverlayPlace;
  /** Behind what lies over a screen: all else is dimmed. Absent: unless it lies at the top or where it is put. */
  readonly scrim?: boolean;
  readonly flow?: BoxFlow;
  readonly gap?: Length;
  readonly rowGap?: Length;
  readonly columns?: number;
  /** Columns of a grid as CSS lists them, in place of a number of equal ones: `1fr 2fr`, `auto 120 1fr`. */
  readonly tracks?: string;
  /** As many equal columns as fit of at least this width. */
  readonly minColumn?: Length;
  /** In a grid: the column and the row it begins in, from 1; how many of each it takes. */
  readonly column?: number;
  readonly row?: number;
  readonly span?: number;
  readonly rowSpan?: number;
  /** The rows of its children's children line up, as with a CSS subgrid: a table of columns. */
  readonly shareRows?: boolean;
  /** In a column: reaches over the column's padding to its edges, as bars and heroes do. */
  readonly bleed?: boolean;
  readonly padding?: Length;
  readonly paddingX?: Length;
  readonly paddingY?: Length;
  readonly paddingTop?: Length;
  readonly paddingRight?: Length;
  readonly paddingBottom?: Length;
  readonly paddingLeft?: Length;
  readonly justify?: Justify;
  readonly align?: Align;
  readonly wrap?: boolean;
  readonly clip?: boolean;
  readonly fill?: Colour;
  readonly stroke?: Colour;
  readonly strokeWidth?: Length;
  /** On which sides a stroke is drawn; all when absent. */
  readonly strokeSides?: 'all' | 'top' | 'bottom' | 'left' | 'right' | 'y';
  readonly dash?: boolean;
  readonly radius?: Length;
  readonly shadow?: string;
  readonly text?: string;
  readonly textStyle?: string;
  readonly color?: Colour;
  readonly textAlign?: 'start' | 'center' | 'end';
  readonly maxLines?: number;
  /** Drawn as bars of the text's true measure, for wireframes. */
  readonly bars?: boolean;
  readonly underline?: boolean;
  readonly icon?: string;
  readonly size?: Length;
  readonly asset?: string;
  readonly fit?: 'cover' | 'contain';
  /** Focal point, 0 to 1 from the left and the top. */
  readonly focalX?: number;
  readonly focalY?: number;
  /** How much closer a picture is looked at than filling its room needs: 1 or more. With the focal point it is the crop. */
  readonly zoom?: number;
  readonly shape?: Shape;
  readonly path?: string;
  /** For shapes that show numbers: them, with commas between. */
  readonly values?: string;
}
export type AttrName = keyof Attrs;
/** What a thing says of its place among others: that is no part of what it is. */
export const PLACEMENT_ATTRS = [
  'x',
  'y',
  'right',
  'bottom',
  'edges',
  'column',
  'row',
  'span',
  'rowSpan',
  'pin',
  'overlay',
  'scrim',
  'grow',
  'shrink',
  'share',
  'alignSelf',
  'bleed',
] as const satisfies readonly AttrName[];

/** One choice made on an instance, kept for good in the terms it was made in. */
export interface Override {
  /** The component that was shown at the instance when the choice was made. */
  readonly home: ComponentRef;
  /**
   * The components that stood at each instance boundary of `at` when the choice was made, where another brand showed some of
   * them: without it they are those that `home` itself names.
   */
  readonly through?: readonly ComponentRef[];
  /** As written before `through`: only the last of them. */
  readonly leaf?: ComponentRef;
  /** One node id per instance boundary, `#key` after a series. Empty: the instance's own contract. */
  readonly at: readonly string[];
  /** `prop`: a prop of the instance at `at`. `attr`: an attribute of the part named last in `at`. */
  readonly kind: 'prop' | 'attr';
  readonly name: string;
  readonly value: Json;
  readonly when?: When;
}

/** A test on state, screen width (px, inclusive) and the situation that is looked at. */
export interface When {
  readonly state?: StateName;
  readonly minWidth?: number;
  readonly maxWidth?: number;
  readonly situation?: string;
}
export type StateName = 'selected' | 'focus' | 'hover' | 'pressed' | 'disabled';
/** Weakest first: a later state wins. */
export const STATES: readonly StateName[] = ['selected', 'focus', 'hover', 'pressed', 'disabled'];

/** Content put into a slot, in the terms of the component shown when it was put there. */
export interface SlotFill {
  readonly home: ComponentRef;
  readonly slot: SlotId;
  readonly children: readonly NodeId[];
}

/** Where an detached part came from. */
export interface DetachedFrom {
  /** As it was shown when it was detached. */
  readonly component: ComponentRef;
  /** The way to the part in it; empty: all of it. */
  readonly at: readonly string[];
  /** On all of it: the instance as it stood, overrides and all. */
  readonly instance?: InstanceNode;
}

interface Common {
  readonly id: NodeId;
  readonly name?: string;
  /** What the part is for, whatever a kit calls it. */
  readonly means?: string;
  readonly attrs: Attrs;
  /** Attribute (or `props.x` of an instance) to prop id; `list.field` inside a series. */
  readonly bind?: Readonly<Record<string, string>>;
  /** Where an detached part came from. */
  readonly was?: DetachedFrom;
  /** A part of an original that instances leave as it is. */
  readonly locked?: boolean;
  /** What it is at some widths of the screen only. */
  readonly widths?: readonly AtWidth[];
  /** It leaves as files of its own. */
  readonly asset?: boolean;
  /** What it does when it is pressed, changed, shown. */
  readonly interactions?: readonly Interaction[];
}
export interface BoxNode extends Common {
  readonly type: 'box';
  readonly children: readonly NodeId[];
}
export interface LeafNode extends Common {
  readonly type: 'text' | 'icon' | 'image' | 'shape';
}
export interface InstanceNode extends Common {
  readonly type: 'instance';
  readonly component: ComponentRef;
  /** What it was first placed as, once it has been swapped: its defaults are the meanings that are held. */
  readonly placed?: ComponentRef;
  readonly overrides: readonly Override[];
  readonly fills: readonly SlotFill[];
}
/** Only inside an original: where content of the one who uses it goes. */
export interface SlotNode extends Common {
  readonly type: 'slot';
  readonly slot: SlotId;
}
/** One thing repeated: by a list prop of the enclosing original, or by keyed entries of its own. */
export interface SeriesNode extends Common {
  readonly type: 'series';
  readonly item: NodeId;
  readonly of?: PropId;
  /** A content set: one item a row. Entries then only say how single items differ. */
  readonly rows?: string;
  readonly entries: readonly SeriesEntry[];
}
export interface SeriesEntry {
  readonly key: string;
  /** What differs in this item only, by the node of the item it is set on. */
  readonly overrides: Readonly<Record<NodeId, readonly Override[]>>;
}
/** The home of a override made on a plain part (a text, an icon) of a series' item. */
export const PLAIN_HOME: ComponentRef = 'screen';
export type Node = BoxNode | LeafNode | InstanceNode | SlotNode | SeriesNode;
export type NodeType = Node['type'];
export type Nodes = Readonly<Record<NodeId, Node>>;

/** Where a node stands: a box, or a slot of an instance. */
export interface ParentRef {
  readonly parent: NodeId;
  readonly slot?: { readonly home: ComponentRef; readonly slot: SlotId };
}

/** Identity of a test. */
export const whenName = ({ state, minWidth, maxWidth, situation }: When): string =>
  `${state ?? ''}:${minWidth ?? ''}:${maxWidth ?? ''}${situation === undefined ? '' : `:${situation}`}`;
/** Identity of a override: what it is about, not its value. */
export function overrideKey(s: Pick<Override, 'home' | 'at' | 'kind' | 'name' | 'when' | 'through'>): string {
  const when = s.when ? whenName(s.when) : '';
  return `${s.home}|${s.at.join('/')}|${s.kind}.${s.name}|${when}${s.through ? `|${s.through.join(',')}` : ''}`;
}

/** Children of a node in document order, slot content and series item included. */
export function childrenOf(node: Node): readonly NodeId[] {
  switch (node.type) {
    case 'box':
      return node.children;
    case 'instance':
      return node.fills.flatMap((f) => f.children);
    case 'series':
      return [node.item];
    case 'text':
    case 'icon':
    case 'image':
    case 'shape':
    case 'slot':
      return [];
  }
}

/** The node and everything below it, parents before children. Unknown ids are passed over. */
export function subtree(nodes: Nodes, id: NodeId): NodeId[] {
  const found: NodeId[] = [];
  const seen = new Set<NodeId>();
  const walk = (at: NodeId): void => {
    const node = nodes[at];
    if (!node || seen.has(at)) return;
    seen.add(at);
    found.push(at);
    for (const child of childrenOf(node)) walk(child);
  };
  walk(id);
  return found;
}

const places = new Memo<ReadonlyMap<NodeId, ParentRef>>();

/** Where each node of a tree stands. Memoised on the identity of `nodes`. */
export function placesOf(nodes: Nodes): ReadonlyMap<NodeId, ParentRef> {
  return places.of(nodes, [], () => {
    const map = new Map<NodeId, ParentRef>();
    for (const node of Object.values(nodes)) {
      if (node.type === 'instance') {
        for (const f of node.fills)
          for (const c of f.children) map.set(c, { parent: node.id, slot: { home: f.home, slot: f.slot } });
      } else for (const c of childrenOf(node)) map.set(c, { parent: node.id });
    }
    return map;
  });
}

/** The ids that stand in one place, in order. */
export function listAt(nodes: Nodes, into: ParentRef): readonly NodeId[] {
  const parent = nodes[into.parent];
  if (!parent) return [];
  if (parent.type === 'instance') {
    const { slot } = into;
    return slot ? (parent.fills.find((f) => f.home === slot.home && f.slot === slot.slot)?.children ?? []) : [];
  }
  return childrenOf(parent);
}
