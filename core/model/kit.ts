import type { Json } from '../base/index.js';
import type { Component, Template } from './component.js';
import type { KitRef } from './node.js';

export type TokenType =
  'color' | 'dimension' | 'number' | 'shadow' | 'fontFamily' | 'fontWeight' | 'duration' | 'cubicBezier' | 'other';

/** A token with its aliases still in it. `modes` replaces the value in that mode. */
export interface Token {
  readonly path: string;
  readonly type: TokenType;
  readonly value: Json;
  readonly modes?: Readonly<Record<string, Json>>;
  readonly means?: string;
  readonly description?: string;
}

export interface TextStyle {
  readonly id: string;
  readonly name: string;
  readonly family: string;
  /** 100 to 900. */
  readonly weight: number;
  readonly italic: boolean;
  /** px */
  readonly size: number;
  /** px */
  readonly lineHeight: number;
  /** px */
  readonly letterSpacing: number;
  readonly means?: string;
}

export interface FontFile {
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  /** File name within the kit's package. */
  readonly file: string;
}

/** A drawing on a square of `box` px: path data, filled or stroked in the colour of the icon. */
export interface Icon {
  readonly id: string;
  readonly name: string;
  readonly box: number;
  readonly words: readonly string[];
  readonly means?: string;
  readonly paths: readonly { readonly d: string; readonly fill: boolean; readonly width?: number }[];
}

/** One immutable version of a UI kit. */
export interface Kit {
  readonly id: string;
  readonly name: string;
  readonly version: string;
  readonly author: string;
  readonly licence: string;
  readonly summary: string;
  readonly notes: string;
  /** `wireframe` kits are the low-fidelity lens, `brand` kits the high-fidelity one. */
  readonly fidelity: 'wireframe' | 'brand';
  readonly basedOn?: KitRef;
  /** Three colours that stand for the kit in lists. */
  readonly swatches: readonly string[];
  readonly tokens: Readonly<Record<string, Token>>;
  readonly textStyles: Readonly<Record<string, TextStyle>>;
  readonly fonts: readonly FontFile[];
  readonly icons: Readonly<Record<string, Icon>>;
  readonly components: Readonly<Record<string, Component>>;
  /** Families in the order the kit shows them. */
  readonly families: readonly string[];
  readonly templates: readonly Template[];
}

/** Orders versions by their numbers (semver.org, 2.0.0, 11); what stands behind a hyphen comes before what has none. */
export function compareVersions(a: string, b: string): number {
  const [x = '', preX] = a.split('-', 2);
  const [y = '', preY] = b.split('-', 2);
  const [p, q] = [x.split('.').map(Number), y.split('.').map(Number)];
  for (let i = 0; i < Math.max(p.length, q.length); i++) {
    const by = (p[i] ?? 0) - (q[i] ?? 0);
    if (by !== 0) return by;
  }
  return preX === preY ? 0 : preX === undefined ? 1 : preY === undefined ? -1 : preX < preY ? -1 : 1;
}

/** The newest of the versions of a kit that are newer than the one named; undefined: there is none. */
export function updateOf(kits: ReadonlyMap<KitRef, Kit>, ref: KitRef): Kit | undefined {
  const own = kits.get(ref);
  if (!own) return undefined;
  return [...kits.values()]
    .filter((k) => k.id === own.id && compareVersions(k.version, own.version) > 0)
    .sort((a, b) => compareVersions(b.version, a.version))[0];
}

/** The kits to choose from: those in use, and of all others the newest version; no other version of what is in use. */
export function kitsToOffer(kits: ReadonlyMap<KitRef, Kit>, inUse: ReadonlySet<KitRef>): readonly Kit[] {
  const used = new Set([...inUse].flatMap((ref) => kits.get(ref)?.id ?? []));
  return [...kits].flatMap(([ref, k]) => {
    if (inUse.has(ref)) return [k];
    if (used.has(k.id)) return [];
    const newer = [...kits.values()].some((o) => o.id === k.id && compareVersions(o.version, k.version) > 0);
    return newer ? [] : [k];
  });
}

/** `id@version`. */
export function kitRef(kit: Pick<Kit, 'id' | 'version'>): KitRef {
  return `${kit.id}@${kit.version}`;
}

/** Components in the order of the kit's families, then as they stand in the kit. */
export function componentsInOrder(kit: Kit): readonly Component[] {
  const all = Object.values(kit.components);
  return [...all].sort((a, b) => kit.families.indexOf(a.family) - kit.families.indexOf(b.family));
}
