import { Interner, sameJson, track, type Json, type LookUp } from '../base/index.js';
import type { Component } from './component.js';
import type { Kit } from './kit.js';
import { splitRef } from './component.js';
import type { Situation } from './situation.js';
import { atWidth } from './width.js';
import { editionKey, editionOf, type Edition } from './editions.js';
import type { ComponentRef, KitRef, NodeId, Nodes, PropId, SlotId } from './node.js';

/** A place in a value that says several things: a line of a text, an item of a list. */
export interface Piece {
  readonly of: 'line' | 'item';
  /** Counted from 0. */
  readonly at: number;
  /** For items: which of its fields. */
  readonly field?: PropId;
  /** For lines: it and all that follow. */
  readonly rest?: boolean;
}

/** How one prop of a pair is shown. `to: null`: nothing shows it. */
export interface PropPair {
  readonly to: PropId | null;
  /** It shows in one place of what `to` says; others show in the rest. */
  readonly into?: Piece;
  /** Only this of its value is meant. */
  readonly out?: Piece;
  /** It shows in several: these besides. */
  readonly also?: readonly PropPair[];
  /** For choices: option id to option id. */
  readonly options?: Readonly<Record<string, string | null>>;
  /** For lists: the item's props. */
  readonly item?: Readonly<Record<PropId, PropPair>>;
  readonly why: string;
}

/** Which component stands for which, down to props, slots and parts. */
export interface ComponentPair {
  readonly from: ComponentRef;
  readonly to: ComponentRef | null;
  /** 0 to 1. */
  readonly confidence: number;
  readonly why: string;
  /** Chosen by the designer, so that planning again leaves it alone. */
  readonly chosen?: boolean;
  /** By whom and when, where that is known: a name, and a date as `2027-06-14`. */
  readonly by?: string;
  readonly at?: string;
  readonly props: Readonly<Record<PropId, PropPair>>;
  readonly slots: Readonly<Record<SlotId, SlotId | null>>;
  readonly parts: Readonly<Record<NodeId, NodeId | null>>;
}

/** Which component, property, option and part of one kit stands for which of another. */
export interface MatchSheet {
  readonly from: KitRef;
  readonly to: KitRef;
  readonly pairs: Readonly<Record<ComponentRef, ComponentPair>>;
  readonly tokens: Readonly<Record<string, string | null>>;
  /** Tokens of the first kit whose counterpart was chosen by hand. */
  readonly tokensChosen?: readonly string[];
  readonly textStyles: Readonly<Record<string, string | null>>;
  readonly icons: Readonly<Record<string, string | null>>;
  /** Causes of what there was to look at that are left as they are, by their names. */
  readonly dismissed?: readonly string[];
}

/** One kit standing in for another, with the sheet frozen when it was put on. */
export interface AppliedKit {
  readonly kit: KitRef;
  readonly shows: KitRef;
  readonly sheet: MatchSheet;
}

export interface Screen {
  readonly id: string;
  readonly name: string;
  readonly flow: string;
  readonly device: 'phone' | 'tablet' | 'desktop' | 'custom';
  /** px */
  readonly width: number;
  /** px, or `null`: as tall as its content. */
  readonly height: number | null;
  readonly root: NodeId;
  readonly nodes: Nodes;
  /** Differs from the project when this screen is held back from a rebrand. */
  readonly appliedKits?: readonly AppliedKit[];
  /** The mode of the kit's tokens it is always seen in: light, dark. Absent: as the kit is by itself. */
  readonly mode?: string;
  /** Things in the order in which the keyboard goes through them, where it is another than they stand in. */
  readonly order?: readonly NodeId[];
  /** What is drawn over it to lay it out by; never exported. */
  readonly grid?: ScreenGrid;
  /** Steps of its base grid, px. */
  readonly base?: number;
  readonly guides?: readonly Guide[];
  /** The situation it is looked at in, see `inSituation`: never stored. */
  readonly situation?: Situation;
}

const moded = new WeakMap<Screen, Map<string, Screen>>();
/** The screen as it is seen in another mode; the same object each time. */
export function inMode(screen: Screen, mode: string): Screen {
  if (mode === '' || screen.mode === mode) return screen;
  let known = moded.get(screen);
  if (!known) moded.set(screen, (known = new Map()));
  const made = known.get(mode) ?? { ...screen, mode };
  known.set(mode, made);
  return made;
}

/** Columns over a screen, px: so many between the margins, or of a given width in the middle. */
export interface ScreenGrid {
  readonly count: number;
  readonly gutter: number;
  readonly margin: number;
  readonly width?: number;
  /** Other columns from some widths of the screen on (px), each up to the next. */
  readonly from?: readonly (Omit<ScreenGrid, 'from'> & { readonly at: number })[];
}
/** A line over a screen, px from its left (`x`) or its top (`y`). */
export interface Guide {
  readonly id: string;
  readonly axis: 'x' | 'y';
  readonly at: number;
}

export interface Flow {
  readonly id: string;
  readonly name: string;
}

export interface ContentSet {
  readonly id: string;
  readonly name: string;
  readonly columns: readonly {
    readonly id: string;
    readonly name: string;
    readonly kind: 'text' | 'number' | 'flag' | 'image' | 'icon';
  }[];
  readonly rows: readonly { readonly key: string; readonly values: Readonly<Record<string, Json>> }[];
}

export interface Project {
  readonly id: string;
  readonly name: string;
  /** Pinned kits; the first is the one new screens are made with. */
  readonly kits: readonly KitRef[];
  readonly appliedKits: readonly AppliedKit[];
  readonly flows: readonly Flow[];
  readonly screens: readonly Screen[];
  readonly originals: Readonly<Record<string, Component>>;
  /** What this project changed of installed originals, by `kit/component`; absent: nothing. */
  readonly editions?: Readonly<Record<string, Edition>>;
  readonly contentSets: Readonly<Record<string, ContentSet>>;
  /** Situations of its own, by id; absent: none. */
  readonly situations?: Readonly<Record<string, Situation>>;
  /** Sheets the designer corrected, kept for the next time; key `from>to`. */
  readonly matchSheets: Readonly<Record<string, MatchSheet>>;
}

/** A project together with every kit it may need. */
export interface World {
  readonly project: Project;
  readonly kits: ReadonlyMap<KitRef, Kit>;
}

/** The original that a reference names, or undefined. Whatever is being made depends on it from then on. */
export function componentAt(world: World, ref: ComponentRef): Component | undefined {
  return track('component', ref, findComponent(world, ref));
}

function findComponent(world: World, ref: ComponentRef): Component | undefined {
  const { kit, id } = splitRef(ref);
  if (kit === 'project') return ownEntry(world.project.originals, id);
  const found = world.kits.get(kit);
  const base = found ? ownEntry(found.components, id) : undefined;
  const { editions } = world.project;
  const edition = base && editions ? ownEntry(editions, editionKey(kit, id)) : undefined;
  return base && edition ? editionOf(base, edition) : base;
}

/** An installed kit by its reference; seen in the same way. */
export function kitAt(world: Pick<World, 'kits'>, ref: KitRef): Kit | undefined {
  return track('kit', ref, world.kits.get(ref));
}

/** A content set by its id; seen in the same way. */
export function contentSetAt(project: Pick<Project, 'contentSets'>, id: string): ContentSet | undefined {
  return track('content', id, ownEntry(project.contentSets, id));
}

/** How what was looked up is found again, for everything that is remembered about this world. */
export function lookupIn(world: World): LookUp {
  const find: Readonly<Record<string, (name: string) => unknown>> = {
    component: (name) => findComponent(world, name),
    kit: (name) => world.kits.get(name),
    content: (name) => ownEntry(world.project.contentSets, name),
  };
  return (kind, name) => find[kind]?.(name);
}

/** Looks up without being fooled by names such as `constructor`. */
function ownEntry<T>(record: Readonly<Record<string, T>>, id: string): T | undefined {
  return Object.hasOwn(record, id) ? record[id] : undefined;
}

/** The kit a reference belongs to; undefined for the project's own components. */
export function kitOfRef(world: World, ref: ComponentRef): Kit | undefined {
  return kitAt(world, splitRef(ref).kit);
}

export function screenOf(project: Project, id: string): Screen | undefined {
  return project.screens.find((s) => s.id === id);
}

/** What lies over a screen, at its width: things on its ground, in order. */
export function overlaysOf(screen: Pick<Screen, 'root' | 'nodes' | 'width'>): readonly NodeId[] {
  const ground = screen.nodes[screen.root];
  if (ground?.type !== 'box') return [];
  return ground.children.filter((id) => {
    const node = screen.nodes[id];
    if (!node || (node.attrs.overlay === undefined && !node.widths)) return false;
    const { attrs } = atWidth(node, screen.width);
    return attrs.overlay !== undefined && attrs.visible !== false;
  });
}

/** What a screen wears: its own choice when held back, else the project's. */
export function appliedKitsOf(project: Project, screen?: Screen): readonly AppliedKit[] {
  return screen?.appliedKits ? sharedAppliedKits.of(screen.appliedKits) : project.appliedKits;
}
/** Screens that were given the same each keep it by themselves; what is known of one holds for all of them. */
const sharedAppliedKits = new Interner<readonly AppliedKit[]>((appliedKits) => JSON.stringify(appliedKits));

/** What a new screen of a flow wears: what all that are in it were given, when that is the same; undefined: what the project wears. */
export function appliedKitsInFlow(project: Project, flow: string): readonly AppliedKit[] | undefined {
  const mates = project.screens.filter((s) => s.flow === flow);
  const first = mates[0]?.appliedKits;
  return first && mates.every((s) => sameJson(s.appliedKits ?? null, first)) ? first : undefined;
}

/** The kit that shows for a kit, following what is worn. */
export function shownKit(appliedKits: readonly AppliedKit[], kit: KitRef): KitRef {
  return appliedKits.find((w) => w.kit === kit)?.shows ?? kit;
}

/** The component that shows for a component. Without a counterpart it stays itself. */
export function shownComponent(appliedKits: readonly AppliedKit[], ref: ComponentRef): ComponentRef {
  const { kit } = splitRef(ref);
  const wear = appliedKits.find((w) => w.kit === kit);
  return wear?.sheet.pairs[ref]?.to ?? ref;
}

/** A project with nothing in it but one flow. */
export function emptyProject(id: string, name: string, kit: KitRef): Project {
  return {
    id,
    name,
    kits: [kit],
    appliedKits: [],
    flows: [{ id: 'flow-1', name: 'First flow' }],
    screens: [],
    originals: {},
    contentSets: {},
    matchSheets: {},
  };
}

/** Device presets: px; `null` height grows with the content. */
export const DEVICES = [
  { device: 'phone', name: 'Phone', width: 390, height: 844 },
  { device: 'phone', name: 'Small phone', width: 360, height: 740 },
  { device: 'tablet', name: 'Tablet', width: 834, height: 1112 },
  { device: 'desktop', name: 'Desktop', width: 1280, height: 800 },
  { device: 'desktop', name: 'Wide desktop', width: 1600, height: 900 },
] as const;
