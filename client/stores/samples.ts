import {
  defaultRoom,
  groundOf,
  kitAt,
  kitRef,
  layout,
  layoutNode,
  lookupIn,
  Memo,
  paint,
  qualify,
  resolve,
  resolveSample,
  splitRef,
  type ComponentRef,
  type InstanceNode,
  type Kit,
  type Nodes,
  type Primitive,
  type Override,
  type Template,
  type AppliedKit,
  type World,
} from '../../core/index.js';
import { fonts } from './library.js';

/** Something drawn by itself. */
export interface Sample {
  readonly primitives: readonly Primitive[];
  /** px */
  readonly height: number;
  readonly width: number;
  /** The colour of what it is meant to stand on. */
  readonly background: string;
}

const NO_OVERRIDES: readonly Override[] = [];
const drawn = new Memo<Sample>(300);
const starters = new Memo<Sample>(4);
/** What samples of a kit itself are remembered for. */
const ITSELF = {};

/** A component drawn by itself, with what is chosen on an instance and what is in its slots carried to it. Width in px. */
export function sampleOf(
  world: World,
  ref: ComponentRef,
  width: number,
  appliedKits: readonly AppliedKit[],
  node?: InstanceNode,
  nodes?: Nodes,
  mode = '',
): Sample {
  const inside = node && node.fills.length > 0 ? nodes : undefined;
  return drawn.of(
    node ?? ITSELF,
    [ref, width, appliedKits, inside, mode, fonts.version],
    () => {
      const made = resolveSample(world, ref, node?.overrides ?? NO_OVERRIDES, {
        appliedKits,
        width,
        mode,
        ...(node ? { placed: node.placed ?? node.component, fills: node.fills } : {}),
        ...(inside ? { nodes: inside } : {}),
      });
      const wide = defaultRoom(made.instance?.role ?? '').width === 'stretch';
      const laid = layoutNode(made, fonts, wide ? width : undefined, undefined, width);
      const kit = kitAt(world, splitRef(made.instance?.shown ?? ref).kit);
      return { primitives: paint(laid), height: laid.h, width: laid.w, background: groundOf(kit, mode) };
    },
    lookupIn(world),
  );
}

const WIDTHS = { phone: 390, tablet: 834, desktop: 1280 } as const;

/** A section or page starter drawn by itself. */
export function templateOf(world: World, t: Template, kit: Kit, appliedKits: readonly AppliedKit[], mode = ''): Sample {
  return starters.of(
    t,
    [kit, appliedKits, mode, fonts.version],
    () => {
      const width = t.kind === 'page' ? WIDTHS[t.device ?? 'phone'] : WIDTHS.phone;
      const height = t.kind === 'page' ? Math.round(width * (width < 500 ? 2 : 0.65)) : null;
      const nodes = qualify(t.nodes, kitRef(kit));
      const laid = layout(
        resolve(
          world,
          { id: 'sample', name: t.name, flow: '', device: 'custom', width, height, root: t.root, nodes },
          { appliedKits, mode },
        ),
        fonts,
      );
      return { primitives: paint(laid), height: laid.h, width, background: groundOf(kit, mode) };
    },
    lookupIn(world),
  );
}
