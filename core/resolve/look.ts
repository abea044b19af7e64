import type {
  Align,
  Attrs,
  Edge,
  BoxFlow,
  Icon,
  Justify,
  Kit,
  OverlayPlace,
  Shape,
  TextStyle,
  Track,
} from '../model/index.js';

/** Attributes with every token followed: lengths in px, colours as CSS colours. All of them always, so that all looks are alike to the machine. */
export interface Look {
  readonly visible: boolean;
  readonly opacity: number;
  readonly width: 'fit' | 'stretch' | number;
  readonly height: 'fit' | 'stretch' | number;
  readonly minWidth: number;
  readonly maxWidth: number;
  readonly minHeight: number;
  readonly maxHeight: number;
  readonly aspect: number;
  /** Width as a part of the container's, 0 to 1; 0: not said. */
  readonly share: number;
  readonly grow: number;
  /** -1: not said, so it follows from the size. */
  readonly shrink: number;
  readonly alignSelf: Align | undefined;
  readonly x: number;
  readonly y: number;
  readonly right: number | null;
  readonly bottom: number | null;
  readonly edges:
    { readonly left?: Edge; readonly right?: Edge; readonly top?: Edge; readonly bottom?: Edge } | undefined;
  readonly pin: 'top' | 'bottom' | undefined;
  readonly overlay: OverlayPlace | undefined;
  readonly scrim: boolean | undefined;
  readonly flow: BoxFlow;
  readonly gap: number;
  readonly rowGap: number;
  readonly columns: number;
  /** The columns of a grid: as listed, or so many equal ones. */
  readonly tracks: readonly Track[];
  /** 0: not said. */
  readonly minColumn: number;
  /** From 1; 0: not said. */
  readonly column: number;
  readonly row: number;
  readonly span: number;
  readonly rowSpan: number;
  readonly shareRows: boolean;
  readonly bleed: boolean;
  readonly paddingTop: number;
  readonly paddingRight: number;
  readonly paddingBottom: number;
  readonly paddingLeft: number;
  readonly justify: Justify;
  readonly align: Align;
  readonly wrap: boolean;
  readonly clip: boolean;
  readonly fill: string | undefined;
  readonly stroke: string | undefined;
  readonly strokeWidth: number;
  readonly strokeSides: 'all' | 'top' | 'bottom' | 'left' | 'right' | 'y';
  readonly dash: boolean;
  readonly radius: number;
  readonly shadow: Shadow | undefined;
  readonly textStyle: TextStyle | undefined;
  readonly color: string;
  readonly textAlign: 'start' | 'center' | 'end';
  readonly maxLines: number;
  readonly bars: boolean;
  readonly underline: boolean;
  readonly icon: Icon | undefined;
  readonly size: number;
  readonly asset: string | undefined;
  readonly fit: 'cover' | 'contain';
  readonly focalX: number;
  readonly focalY: number;
  readonly zoom: number;
  readonly shape: Shape;
  readonly path: string;
  /** What a shape of numbers shows. */
  readonly values: string;
  /** All of it as it was said, tokens and all, and the kit in whose words. */
  readonly said: Attrs;
  readonly kit: Kit | undefined;
}

/** A drop shadow, px. */
export interface Shadow {
  readonly x: number;
  readonly y: number;
  readonly blur: number;
  readonly color: string;
}

/** A part of the resolved tree: what is drawn, and where it came from. Made by `part`. */
export interface RNode {
  /** Stable across changes: node ids from the screen down, joined by `/`. */
  readonly key: string;
  readonly type: 'box' | 'text' | 'icon' | 'image' | 'shape' | 'slot' | 'broken';
  readonly name: string;
  readonly look: Look;
  /** What a text says; empty for everything else. */
  readonly text: string;
  /** The same as it is written, where a situation shows it longer. */
  readonly written: string;
  readonly children: readonly RNode[];
  /** The part of another instance that this one is like in everything but its key and what it belongs to. */
  readonly as: RNode | null;
  /** What layout knows of this part: nobody else’s business, and gone with it. */
  note: object | null;
  /** The node of the screen that this belongs to or is a part of. */
  readonly owner: string;
  /** Its children are the items of a series. */
  readonly series: boolean;
  /** Set on the root of an instance. */
  readonly instance: ResolvedInstance | undefined;
  /** Set on a slot's box, filled or not. */
  readonly slot: ResolvedSlot | undefined;
  /** For broken nodes: what is wrong, in words. */
  readonly problem: string | undefined;
}

/** A slot where it stands: whose it is, and what it takes. */
export interface ResolvedSlot {
  readonly of: string;
  readonly slot: string;
  readonly name: string;
  readonly accepts: readonly string[];
}

export interface ResolvedInstance {
  readonly written: string;
  readonly shown: string;
  readonly name: string;
  readonly role: string;
  readonly props: Readonly<Record<string, import('../model/index.js').Json>>;
}

/** A part; what is not said of it is not so. All have the same fields in the same order: layout and painting are quicker by half. */
export const part = (
  told: Pick<RNode, 'key' | 'type' | 'name' | 'look' | 'owner'> & Partial<Omit<RNode, 'note'>>,
): RNode => ({
  key: told.key,
  type: told.type,
  name: told.name,
  look: told.look,
  text: told.text ?? '',
  written: told.written ?? told.text ?? '',
  children: told.children ?? NO_PARTS,
  as: told.as ?? null,
  note: null,
  owner: told.owner,
  series: told.series ?? false,
  instance: told.instance,
  slot: told.slot,
  problem: told.problem,
});
const NO_PARTS: readonly RNode[] = [];

/**
 * What can be seen of a tree, but for where it lies, written so that two can be compared: parts that do not show, texts that say
 * nothing, and how a look was said, are no part of it.
 */
export function looksOf(root: RNode): string {
  const all: unknown[] = [];
  const walk = (n: RNode): void => {
    if (!n.look.visible || (n.type === 'text' && n.text === '')) return;
    all.push(n.key, n.text, { ...n.look, said: undefined, kit: undefined });
    n.children.forEach(walk);
  };
  walk(root);
  return JSON.stringify(all);
}

/** Everything in a screen's tree, resolved. */
export interface ResolvedScreen {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number | null;
  readonly root: RNode;
  /** What lies over it, when that is shown. */
  readonly overlay: RNode | undefined;
  readonly mainKit: Kit | undefined;
}
