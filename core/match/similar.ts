/** Lower case letters and digits in words: `leadingIcon`, `Leading icon` and `leading-icon` come out the same. */
export function words(name: string): string[] {
  return name
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w !== '');
}

function bigrams(text: string): Map<string, number> {
  const found = new Map<string, number>();
  for (let i = 0; i < text.length - 1; i++) {
    const pair = text.slice(i, i + 2);
    found.set(pair, (found.get(pair) ?? 0) + 1);
  }
  return found;
}

const known = new Map<string, number>();

/**
 * How alike two names are, 0 to 1: the better of shared words (Jaccard) and shared letter pairs
 * (Sørensen–Dice, L. R. Dice, Ecology 26, 1945).
 */
export function similarity(a: string, b: string): number {
  const key = `${a}\u0000${b}`;
  const was = known.get(key);
  if (was !== undefined) return was;
  const x = words(a);
  const y = words(b);
  const joinedX = x.join(' ');
  const joinedY = y.join(' ');
  let score = 0;
  if (joinedX === joinedY && joinedX !== '') score = 1;
  else if (joinedX !== '' && joinedY !== '') {
    const both = x.filter((w) => y.includes(w)).length;
    const jaccard = both / (new Set([...x, ...y]).size || 1);
    const p = bigrams(joinedX);
    const q = bigrams(joinedY);
    let shared = 0;
    for (const [pair, n] of p) shared += Math.min(n, q.get(pair) ?? 0);
    const dice = (2 * shared) / Math.max(1, joinedX.length - 1 + joinedY.length - 1);
    score = Math.max(jaccard, dice);
  }
  if (known.size > 50_000) known.clear();
  known.set(key, score);
  return score;
}
