import type { Project } from '../../core/index.js';
import type { ErrorCode } from '../errors.js';
import type { Cell } from './contact.js';
import type { PageLink, PdfPage } from './pdf.js';

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

/** A screen of a project that holds only that screen, as it is looked at. */
export interface ScreenRequest {
  readonly project: Project;
  readonly screen: string;
  readonly lens?: string;
  /** The mode it is seen in; absent: its own. */
  readonly mode?: string;
  /** The situation it is seen in; absent: as it is. */
  readonly situation?: string;
  /** What is shown over it: by its id. */
  readonly overlay?: string;
}
/** What is to be drawn: a screen, or a drawing (SVG) from outside, as PNG. */
export type RenderRequest =
  | (ScreenRequest & {
      readonly what: 'screen';
      /** As PNG at this scale, 0.1 to 4; else as SVG with its fonts inside. */
      readonly scale?: number;
    })
  /** As a page: with all that it needs inside, or beside it in files. */
  | (ScreenRequest & {
      readonly what: 'html';
      readonly files: boolean;
      /** Where pages lie: by screen, or by screen and what lies over it (`screen~over`). */
      readonly hrefs: Readonly<Record<string, string>>;
    })
  /** As a PDF of one page; and such pages as one document. */
  | (ScreenRequest & { readonly what: 'pdf' })
  | { readonly what: 'join'; readonly label: string; readonly parts: readonly PdfPage[] }
  /** Pieces of a screen, each by itself: the icons that it shows, or the things that are marked as assets. */
  | (ScreenRequest & {
      readonly what: 'pieces';
      readonly of: 'icons' | 'assets';
      readonly svg: boolean;
      /** As PNG at each of these scales, 1 to 4. */
      readonly scales: readonly number[];
    })
  /** Pictures of screens with their names, as one PNG. */
  | { readonly what: 'sheet'; readonly label: string; readonly cells: readonly Cell[] }
  | { readonly what: 'drawing'; readonly label: string; readonly bytes: Uint8Array };

export type ToProcess =
  | { readonly supplies: Supplies }
  | { readonly job: number; readonly wanted: RenderRequest }
  | { readonly job: number; readonly pictures: Readonly<Record<string, Inlined | null>> };

/** A page, and what lies beside it: font files by the names it calls them, and pictures by their ids. */
export interface DrawnPage {
  readonly html: string;
  readonly name: string;
  readonly fonts: readonly { readonly name: string; readonly path: string }[];
  readonly pictures: readonly string[];
}
export type DrawnPicture =
  { readonly svg: string; readonly name: string } | { readonly png: Uint8Array; readonly name: string };
export interface DrawnPdf {
  readonly pdf: Uint8Array;
  readonly links: readonly PageLink[];
  readonly name: string;
}
/** A piece of a screen: as a drawing, and as pictures at some scales. */
export interface Piece {
  readonly name: string;
  readonly svg?: string;
  readonly pngs: readonly { readonly scale: number; readonly bytes: Uint8Array }[];
}
/** Pieces, icons each once. */
export interface DrawnPieces {
  readonly pieces: readonly Piece[];
  readonly name: string;
}
export type Drawn = DrawnPicture | DrawnPdf | DrawnPage | DrawnPieces;

export type FromProcess =
  | { readonly ready: true }
  | { readonly job: number; readonly needs: readonly string[] }
  | { readonly job: number; readonly drawn: Drawn }
  | { readonly job: number; readonly error: ErrorCode; readonly says: string; readonly about: string };
