import munkres from 'munkres-js';

/**
 * One-to-one pairing with the best total (the assignment problem; J. Munkres, SIAM 5(1), 1957).
 * `score(i, j)` is 0 or less for pairs that must not be. Ties go to the earlier of both sides.
 * @returns for each of the `n` left ones the right one's index, or -1.
 */
export function assign(n: number, m: number, score: (i: number, j: number) => number): number[] {
  const result = new Array<number>(n).fill(-1);
  if (n === 0 || m === 0) return result;
  const scores: number[][] = [];
  let best = 0;
  let any = false;
  for (let i = 0; i < n; i++) {
    const row: number[] = [];
    for (let j = 0; j < m; j++) {
      const s = Math.max(0, score(i, j));
      if (s > 0) any = true;
      // The contract's order breaks ties: a hair less for every place apart and for later places.
      row.push(s > 0 ? s - 1e-4 * Math.abs(i - j) - 1e-7 * (i + j) : 0);
      best = Math.max(best, s);
    }
    scores.push(row);
  }
  if (!any) return result;
  const size = Math.max(n, m);
  const costs: number[][] = [];
  for (let i = 0; i < size; i++) {
    const row: number[] = [];
    for (let j = 0; j < size; j++) row.push(best - (scores[i]?.[j] ?? 0));
    costs.push(row);
  }
  for (const [i, j] of munkres(costs)) if (i < n && j < m && (scores[i]?.[j] ?? 0) > 0) result[i] = j;
  return result;
}
