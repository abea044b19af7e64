import { check, faultMessage, shapes, upgradeNodes, wholeTree } from '../validate/index.js';
import type { Piece } from './actions.js';

/** What was copied, as it travels on the clipboard between screens, projects and tabs. */
export interface ClipboardPiece {
  /** The form it is written in; 1 is read too. */
  readonly dekkor: 2;
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
  dekkor: check.number(1, 2),
  from: check.text(200),
  kits: check.list(check.ref, 100),
  pieces: check.list(piece, 2000),
});

function upgradeCopied(value: object): unknown {
  const { pieces } = value as { readonly pieces?: unknown };
  if (!Array.isArray(pieces)) return value;
  return {
    ...value,
    dekkor: 2,
    pieces: pieces.map((p: unknown) =>
      typeof p === 'object' && p !== null && 'nodes' in p ? { ...p, nodes: upgradeNodes(p.nodes) } : p,
    ),
  };
}

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
  const copied = (value as { readonly dekkor: unknown }).dekkor === 1 ? upgradeCopied(value) : value;
  const bad = shape(copied, 'what was copied');
  return bad ? { problem: `${faultMessage(bad).replace(/^w/u, 'W')}.` } : (copied as ClipboardPiece);
}
