import type { Project } from '../../core/index.js';
import type { ErrorCode } from '../errors.js';
import type { Cell } from './contact.js';

/** A picture as a data URI, and its own size in px. */
export interface Inlined {
  readonly href: string;
  readonly width: number;
  readonly height: number;
}

/** Everything a process needs to draw: kits as they were installed, and every font. Sent first. */
export interface Supplies {
  readonly kits: readonly string[];
  readonly fonts: readonly {
    readonly family: string;
    readonly weight: number;
    readonly italic: boolean;
    readonly use: 'kit' | 'fallback';
    readonly path: string;
  }[];
}

/** What is to be drawn: a screen of a project that holds only that screen, or a drawing (SVG) from outside, as PNG. */
export type Wanted =
  | {
      readonly what: 'screen';
      readonly project: Project;
      readonly screen: string;
      readonly lens?: string;
      /** The mode it is seen in; absent: its own. */
      readonly mode?: string;
      /** The situation it is seen in; absent: as it is. */
      readonly situation?: string;
      /** What is shown over it: by its id. */
      readonly over?: string;
      /** As PNG at this scale, 0.1 to 4; else as SVG with its fonts inside. */
      readonly scale?: number;
    }
  /** Pictures of screens with their names, as one PNG. */
  | { readonly what: 'sheet'; readonly label: string; readonly cells: readonly Cell[] }
  | { readonly what: 'drawing'; readonly label: string; readonly bytes: Uint8Array };

export type ToProcess =
  | { readonly supplies: Supplies }
  | { readonly job: number; readonly wanted: Wanted }
  | { readonly job: number; readonly pictures: Readonly<Record<string, Inlined | null>> };

export type Drawn =
  { readonly svg: string; readonly name: string } | { readonly png: Uint8Array; readonly name: string };

export type FromProcess =
  | { readonly ready: true }
  | { readonly job: number; readonly needs: readonly string[] }
  | { readonly job: number; readonly drawn: Drawn }
  | { readonly job: number; readonly error: ErrorCode; readonly says: string; readonly about: string };
