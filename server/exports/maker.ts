import type { Project, Screen } from '../../core/index.js';
import type { Assets } from '../assets.js';
import type { ScreenRequest } from '../drawing/messages.js';
import type { RenderPool } from '../drawing/renderPool.js';
import type { FileNames } from './names.js';

export const MIME = {
  html: 'text/html; charset=utf-8',
  pdf: 'application/pdf',
  svg: 'image/svg+xml',
  png: 'image/png',
  zip: 'application/zip',
} as const;

export const FORMS = ['svg', '1x', '2x', '3x', '4x'] as const;

/** What an export is made from: the screens that were asked for, and everything that draws them. */
export interface ExportJob {
  readonly project: Project;
  readonly screens: readonly Screen[];
  /** From 0.1 to 4. */
  readonly scale: number;
  readonly forms: ReadonlySet<(typeof FORMS)[number]>;
  readonly names: FileNames;
  readonly renderPool: RenderPool;
  readonly assets: Assets;
  /** Aborted when whoever asked has gone. */
  readonly gone: AbortSignal;
  /** A screen as it is to be drawn; with an overlay of it open. */
  readonly request: (screen: Screen, overlay?: string) => ScreenRequest;
  /** What the pattern of file names can say of a screen. */
  readonly values: (screen: Screen) => Readonly<Record<string, string>>;
}

/** How far it is, or a file that is ready. */
export type ExportEvent =
  | { readonly done: number; readonly of: number }
  | { readonly name: string; readonly type: keyof typeof MIME; readonly bytes: Uint8Array };

/** Makes one kind of export. Throws a `ProblemError` for the person when it cannot be made. */
export type ExportMaker = (job: ExportJob) => AsyncGenerator<ExportEvent>;

/** So many are drawn at a time: while one is drawn, the next already waits. */
const AT_ONCE = 2;

/** Makes one after the other, so many at a time, and tells how far it is after each. Ends early when nobody waits any more. */
export async function* eachInTurn<T, R>(
  list: readonly T[],
  gone: AbortSignal,
  make: (one: T) => Promise<R>,
  take: (got: R, one: T) => void,
): AsyncGenerator<ExportEvent> {
  const coming: Promise<R>[] = [];
  for (const [i, one] of list.entries()) {
    for (let n = coming.length; n < Math.min(list.length, i + AT_ONCE); n++) {
      const next = make(list[n] as T);
      // What fails is told when its turn comes.
      next.catch(() => undefined);
      coming.push(next);
    }
    take(await (coming[i] as Promise<R>), one);
    if (gone.aborted) return;
    yield { done: i + 1, of: list.length };
  }
}

export const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
