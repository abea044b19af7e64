/** A seeded generator of numbers from 0 to 1, so that every run makes the same (mulberry32, public domain). */
export function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Choices made with a seed. */
export class Chance {
  private readonly next: () => number;
  constructor(seed: number) {
    this.next = seeded(seed);
  }
  /** 0 up to, not including, `n`. */
  below(n: number): number {
    return Math.floor(this.next() * n);
  }
  is(share: number): boolean {
    return this.next() < share;
  }
  of<T>(list: readonly T[]): T {
    const one = list[this.below(list.length)];
    if (list.length === 0) throw new RangeError('There is nothing to choose from');
    return one as T;
  }
  /** Of a list that may be empty. */
  maybe<T>(list: readonly T[]): T | undefined {
    return list.length === 0 ? undefined : this.of(list);
  }
}
