/** Something wrong with what was given, in words a designer understands. */
export interface Problem {
  /** Stable, for programs: `kit.unknown-part`. */
  readonly code: string;
  /** The thing concerned, by name or path. */
  readonly where: string;
  /** One sentence: what is wrong, and what was done about it. */
  readonly message: string;
  readonly level: 'refused' | 'left out' | 'note';
}

/** The outcome of reading something: what could be taken, and everything that was wrong. */
export interface Read<T> {
  readonly value: T | null;
  readonly problems: readonly Problem[];
}
