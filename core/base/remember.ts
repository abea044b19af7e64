/**
 * The one way results are remembered. A result names what it was made from in two ways: what it was given (`on`, compared
 * by identity) and what it looked up while it was made (recorded by itself, and looked up again before the result is used).
 * So nothing remembered can be stale, and what did not change is never made again.
 */

/** Finds what a name stands for now; the same kind and name were looked up when a result was made. */
export type LookUp = (kind: string, name: string) => unknown;

/** What was looked up, by kind and name. */
export type Reads = ReadonlyMap<string, ReadonlyMap<string, unknown>>;

/** What was looked up so far: all that something remembered had looked up, as long as nothing else was; then a list of its own. */
interface Recording {
  all: Map<string, Map<string, unknown>> | null;
  same: Reads | null;
}
let recording: Recording | null = null;
const NO_READS: Reads = new Map();

/** Tells that something was looked up: whatever is being made now depends on it. Returns it. */
export function track<T>(kind: string, name: string, found: T): T {
  if (recording) addRead(recording, kind, name, found);
  return found;
}

function addRead(into: Recording, kind: string, name: string, found: unknown): void {
  const { same } = into;
  if (same) {
    const names = same.get(kind);
    if (names && names.get(name) === found && (found !== undefined || names.has(name))) return;
    into.all = new Map([...same].map(([k, all]) => [k, new Map(all)] as const));
    into.same = null;
  }
  into.all ??= new Map();
  let names = into.all.get(kind);
  if (!names) into.all.set(kind, (names = new Map()));
  names.set(name, found);
}

/** Does everything that was looked up still come out the same? */
export function stillReads(reads: Reads, look: LookUp): boolean {
  for (const [kind, names] of reads) for (const [name, found] of names) if (look(kind, name) !== found) return false;
  return true;
}

function trackAll(reads: Reads): void {
  if (!recording || reads.size === 0 || reads === recording.same) return;
  // Much of what is made is made of one thing that is remembered: then both have the same list.
  if (!recording.all && !recording.same) recording.same = reads;
  else for (const [kind, names] of reads) for (const [name, found] of names) addRead(recording, kind, name, found);
}

/** Makes something and tells what was looked up for it. What encloses it depends on the same. */
export function recordReads<T>(make: () => T): { readonly made: T; readonly reads: Reads } {
  const around = recording;
  const mine: Recording = { all: null, same: null };
  recording = mine;
  let reads = NO_READS;
  try {
    const made = make();
    reads = mine.all ?? mine.same ?? NO_READS;
    return { made, reads };
  } finally {
    recording = around;
    trackAll(mine.all ?? mine.same ?? reads);
  }
}

interface Remembered<T> {
  readonly on: readonly unknown[];
  readonly reads: Reads;
  readonly made: T;
}

const same = (a: readonly unknown[], b: readonly unknown[]): boolean => {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
};
const NOTHING: LookUp = () => undefined;

/** Results about one kind of thing. Each thing keeps its last few; they go when the thing goes. */
export class Memo<T> {
  private readonly known = new WeakMap<object, Remembered<T>[]>();

  /** @param most results kept for one thing: as many as there are ways in which it is looked at in turn */
  constructor(private readonly most = 1) {}

  /**
   * The result for a thing: remembered when it was made from the same, else made now.
   * @param on everything the result depends on that is given rather than looked up
   * @param look how names are looked up now; needed when `make` looks anything up
   */
  of(thing: object, on: readonly unknown[], make: () => T, look: LookUp = NOTHING): T {
    let list = this.known.get(thing);
    if (list)
      for (const r of list) {
        if (!same(r.on, on) || !stillReads(r.reads, look)) continue;
        trackAll(r.reads);
        return r.made;
      }
    const { made, reads } = recordReads(make);
    if (!list) this.known.set(thing, (list = []));
    if (list.length >= this.most) list.shift();
    list.push({ on, reads, made });
    return made;
  }
}
