import type { Json } from '../base/index.js';
import type { Component, Template } from './component.js';
import type { KitRef } from './node.js';

export type TokenType =
  'color' | 'dimension' | 'number' | 'shadow' | 'fontFamily' | 'fontWeight' | 'duration' | 'other';

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

/** `id@version`. */
export function kitRef(kit: Pick<Kit, 'id' | 'version'>): KitRef {
  return `${kit.id}@${kit.version}`;
}

/** Components in the order of the kit's families, then as they stand in the kit. */
export function componentsInOrder(kit: Kit): readonly Component[] {
  const all = Object.values(kit.components);
  return [...all].sort((a, b) => kit.families.indexOf(a.family) - kit.families.indexOf(b.family));
}
