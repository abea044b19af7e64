/** Lower case letters and digits in words: `leadingIcon`, `Leading icon` and `leading-icon` come out the same. */
export function words(name: string): string[] {
  return name
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w !== '');
}

/** A name as it is compared: its words, each once, and its letter pairs in order, each as often as it is there. */
interface Compared {
  readonly joined: string;
  readonly words: ReadonlySet<string>;
  readonly pairs: Uint32Array;
}
const compared = new Map<string, Compared>();
function read(name: string): Compared {
  const was = compared.get(name);
  if (was) return was;
  const all = words(name);
  const joined = all.join(' ');
  const pairs = new Uint32Array(Math.max(0, joined.length - 1));
  for (let i = 0; i < pairs.length; i++) pairs[i] = joined.charCodeAt(i) * 65_536 + joined.charCodeAt(i + 1);
  pairs.sort();
  const made = { joined, words: new Set(all), pairs };
  if (compared.size > MOST) compared.clear();
  compared.set(name, made);
  return made;
}
/** How many numbers two ordered lists share. */
function shared(a: Uint32Array, b: Uint32Array): number {
  let [i, j, n] = [0, 0, 0];
  while (i < a.length && j < b.length) {
    const d = (a[i] ?? 0) - (b[j] ?? 0);
    if (d === 0) n++;
    if (d <= 0) i++;
    if (d >= 0) j++;
  }
  return n;
}

const MOST = 50_000;
const known = new Map<string, number>();

/**
 * How alike two names are, 0 to 1: the better of shared words (Jaccard) and shared letter pairs
 * (Sørensen–Dice, L. R. Dice, Ecology 26, 1945).
 */
export function similarity(a: string, b: string): number {
  const key = `${a}\u0000${b}`;
  const was = known.get(key);
  if (was !== undefined) return was;
  const x = read(a);
  const y = read(b);
  let score = 0;
  if (x.joined !== '' && y.joined !== '') {
    if (x.joined === y.joined) score = 1;
    else {
      let both = 0;
      for (const w of x.words) if (y.words.has(w)) both++;
      const jaccard = both / (x.words.size + y.words.size - both);
      const dice = (2 * shared(x.pairs, y.pairs)) / Math.max(1, x.pairs.length + y.pairs.length);
      score = Math.max(jaccard, dice);
    }
  }
  if (known.size > MOST) known.clear();
  known.set(key, score);
  return score;
}
