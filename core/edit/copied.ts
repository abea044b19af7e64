import { check, faultMessage, shapes, wholeTree } from '../validate/index.js';
import type { Piece } from './actions.js';

/** What was copied, as it travels on the clipboard between screens, projects and tabs. */
export interface ClipboardPiece {
  readonly dekkor: 1;
  /** The project that it comes from. */
  readonly from: string;
  readonly kits: readonly string[];
  readonly pieces: readonly Piece[];
}

const piece = check.both(check.group({ root: check.id, nodes: shapes.nodes }), (value, where) => {
  const { root, nodes } = value as Piece;
  return wholeTree(root, nodes, `${where}.nodes`);
});
const shape = check.group({
  dekkor: check.number(1, 1),
  from: check.text(200),
  kits: check.list(check.ref, 100),
  pieces: check.list(piece, 2000),
});

/**
 * Reads what was copied here or anywhere: the clipboard is anybody's.
 * @returns null when it is none of ours; what is wrong with it when it cannot be used
 */
export function readClipboard(text: string): ClipboardPiece | { readonly problem: string } | null {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return null;
  }
  if (typeof value !== 'object' || value === null || !('dekkor' in value)) return null;
  const bad = shape(value, 'what was copied');
  return bad ? { problem: `${faultMessage(bad).replace(/^w/u, 'W')}.` } : (value as ClipboardPiece);
}
