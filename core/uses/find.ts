import type { Json, Node, Screen } from '../model/index.js';
import { plainText } from '../text/index.js';

/** Something on a screen that says something. */
export interface TextMatch {
  readonly screen: Screen;
  readonly node: string;
  readonly text: string;
}
/** All strings in a value, however deep. */
function strings(value: Json, into: string[]): void {
  // Keys, options and icons are words in small letters: nobody reads them.
  if (typeof value === 'string') {
    if (!/^[a-z0-9]+(?:[-.:][a-z0-9]+)*$/u.test(value)) into.push(value);
  } else if (Array.isArray(value)) for (const v of value) strings(v, into);
  else if (typeof value === 'object' && value !== null) for (const v of Object.values(value)) strings(v, into);
}
function saidBy(node: Node): string {
  const all: string[] = [];
  if (node.name !== undefined) all.push(node.name);
  if (node.attrs.text !== undefined) all.push(node.attrs.text);
  if (node.type === 'instance') for (const s of node.overrides) if (s.kind === 'prop') strings(s.value, all);
  return all
    .filter((t) => t !== '')
    .map(plainText)
    .join(' · ');
}

const known = new WeakMap<Screen, readonly { readonly node: string; readonly text: string; readonly low: string }[]>();
function textsOn(screen: Screen): NonNullable<ReturnType<typeof known.get>> {
  let list = known.get(screen);
  if (!list) {
    list = Object.values(screen.nodes).flatMap((n) => {
      const text = saidBy(n);
      return text === '' ? [] : [{ node: n.id, text, low: text.toLowerCase() }];
    });
    known.set(screen, list);
  }
  return list;
}

/**
 * Things on screens that say all the words of a query, in the order of the screens; at most `most`. What a screen says is
 * looked up once for as long as it is as it is.
 */
export function findTexts(screens: readonly Screen[], query: string, most: number): readonly TextMatch[] {
  const words = query
    .toLowerCase()
    .split(/\s+/u)
    .filter((w) => w !== '');
  if (words.length === 0) return [];
  const found: TextMatch[] = [];
  for (const screen of screens)
    for (const { node, text, low } of textsOn(screen)) {
      if (!words.every((w) => low.includes(w))) continue;
      found.push({ screen, node, text });
      if (found.length >= most) return found;
    }
  return found;
}

/** How well a name answers a query: 0 not at all; higher is better. All words must be in it; beginnings count more. */
export function matchesQuery(name: string, query: string): number {
  const low = name.toLowerCase();
  const words = query
    .toLowerCase()
    .split(/\s+/u)
    .filter((w) => w !== '');
  if (words.length === 0) return 0;
  let score = low.startsWith(words.join(' ')) ? 4 : 0;
  for (const w of words) {
    const at = low.indexOf(w);
    if (at < 0) return 0;
    score += at === 0 || /[^\p{L}\p{N}]/u.test(low[at - 1] ?? '') ? 2 : 1;
  }
  return score + 1 / (1 + low.length);
}
