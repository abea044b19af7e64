/** The first of things that say the same, found by what they say. Each goes when nothing that is like it is left. */
export class Interner<T extends object> {
  private readonly first = new Map<string, WeakRef<T>>();
  private readonly known = new WeakMap<T, T>();
  private readonly gone = new FinalizationRegistry<string>((said) => {
    if (!this.first.get(said)?.deref()) this.first.delete(said);
  });

  /** @param said what a thing says: of two that say the same, either will do */
  constructor(private readonly said: (thing: T) => string) {}

  /** The first thing met that says what this one does; itself, when there is none. */
  of(thing: T): T {
    const found = this.known.get(thing);
    if (found) return found;
    const said = this.said(thing);
    const one = this.first.get(said)?.deref() ?? thing;
    if (one === thing) {
      this.first.set(said, new WeakRef(thing));
      this.gone.register(thing, said);
    }
    this.known.set(thing, one);
    return one;
  }
}
