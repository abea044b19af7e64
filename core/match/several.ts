import type { Option, Piece, Prop, PropPair } from '../model/index.js';

/**
 * What one kit says in one property and another in several: a choice and flags for its options, two texts and one of two lines, texts
 * with a place each and a list. A property that says several things has several meanings, in the order of their places.
 */

/** What a prop means: usually one thing, several where it says several. */
export const meaningsOf = (p: Pick<Prop, 'means'>): readonly string[] => p.means?.split(' ').filter(Boolean) ?? [];

/** Options that say nothing in particular: no flag is on for them. */
const PLAIN: ReadonlySet<string> = new Set([
  'secondary',
  'medium',
  'regular',
  'neutral',
  'body',
  'rest',
  'none',
  'soft',
]);

/** The place of a meaning in what says several; null: it is not said there, or nothing else is. */
export function pieceOf(means: string | undefined, in_: Prop): Piece | null {
  const all = meaningsOf(in_);
  const at = means === undefined ? -1 : all.indexOf(means);
  if (at < 0 || all.length < 2) return null;
  if (in_.kind === 'text') return { of: 'line', at, ...(at === all.length - 1 ? { rest: true } : {}) };
  const field = in_.kind === 'list' ? in_.item.find((p) => p.kind === 'text')?.id : undefined;
  return field === undefined ? null : { of: 'item', at, field };
}

/** A choice shown by flags that stand for its options; null: none does. */
function byFlags(choice: Prop, options: readonly Option[], flags: readonly Prop[]): PropPair | null {
  const found = flags.flatMap((f): PropPair[] => {
    const on = options.filter((o) => o.means !== undefined && o.means === f.means);
    if (f.kind !== 'flag' || on.length === 0) return [];
    return [{ to: f.id, why: `on for ${on.map((o) => o.name).join(', ')}`, options: {} }];
  });
  if (found.length === 0) return null;
  const said = new Set(flags.map((f) => f.means));
  const one = (p: PropPair): PropPair => {
    const flag = flags.find((f) => f.id === p.to);
    return {
      ...p,
      options: Object.fromEntries(
        options.map((o) => {
          if (o.means !== undefined && o.means === flag?.means) return [o.id, 'true'];
          const told = o.id === choice.default || o.means === undefined || PLAIN.has(o.means) || said.has(o.means);
          return [o.id, told ? 'false' : null];
        }),
      ),
    };
  };
  const [first, ...rest] = found.map(one);
  return first ? { ...first, ...(rest.length > 0 ? { also: rest } : {}) } : null;
}

/** A flag that stands for an option of a choice: off, it says nothing. */
function byChoice(flag: Prop, choices: readonly Prop[]): PropPair | null {
  for (const c of choices) {
    const option = c.options?.find((o) => o.means !== undefined && o.means === flag.means);
    if (c.kind === 'choice' && option)
      return { to: c.id, why: `it is ${c.name}, ${option.name}`, options: { true: option.id } };
  }
  return null;
}

/**
 * Pairs of props that are not one for one, added to `pairs`, whose lone props are those with `to: null`.
 * @param a @param b two lists of props of different kits
 */
export function pairSeveral(
  a: readonly Prop[],
  b: readonly Prop[],
  pairs: Readonly<Record<string, PropPair>>,
): Record<string, PropPair> {
  const made: Record<string, PropPair> = { ...pairs };
  const taken = new Set(Object.values(pairs).map((p) => p.to));
  const free = b.filter((p) => !taken.has(p.id));
  for (const p of a) {
    const now = made[p.id];
    const all = meaningsOf(p);
    // Several things said in one: each goes where it is said alone.
    if (all.length > 1 && (p.kind === 'text' || p.kind === 'list')) {
      const found = all.flatMap((means): PropPair[] => {
        const to = b.find((x) => x.kind === 'text' && x.means === means && (x.id === now?.to || free.includes(x)));
        const out = to && pieceOf(means, p);
        return to && out ? [{ to: to.id, why: `${p.kind === 'list' ? 'item' : 'line'} ${out.at + 1} of it`, out }] : [];
      });
      const [first, ...rest] = found;
      if (first) made[p.id] = { ...first, ...(rest.length > 0 ? { also: rest } : {}) };
      continue;
    }
    if (p.kind === 'text') {
      const to = b.find((x) => (x.id === now?.to || now?.to === null) && pieceOf(p.means, x));
      const into = to && pieceOf(p.means, to);
      if (into) made[p.id] = { to: to.id, why: `${into.of} ${into.at + 1} of ${to.name}`, into };
    }
    if (now?.to !== null) continue;
    const other =
      p.kind === 'choice' ? byFlags(p, p.options, free) : p.kind === 'flag' && p.means ? byChoice(p, free) : null;
    if (other) made[p.id] = other;
  }
  return made;
}

const turned = (p: PropPair, to: string): PropPair => ({
  to,
  why: p.why,
  ...(p.into ? { out: p.into } : {}),
  ...(p.out ? { into: p.out } : {}),
});
const back = (map: Readonly<Record<string, string | null>>): Record<string, string | null> => {
  const made: Record<string, string | null> = {};
  for (const [from, to] of Object.entries(map)) if (to !== null && !Object.hasOwn(made, to)) made[to] = from;
  return made;
};

/** Pairs of props read the other way round. */
export function invertProps(props: Readonly<Record<string, PropPair>>): Record<string, PropPair> {
  const ways = new Map<string, PropPair[]>();
  for (const [from, pair] of Object.entries(props)) {
    const several = (pair.also ?? []).length > 0;
    for (const p of [pair, ...(pair.also ?? [])]) {
      if (p.to === null) continue;
      const options = p.options && back(p.options);
      const way: PropPair = {
        ...turned(p, from),
        // Of several flags for one choice, those that are off say nothing.
        ...(options ? { options: several ? { true: options['true'] ?? null } : options } : {}),
        ...(p.item ? { item: invertProps(p.item) } : {}),
      };
      ways.set(p.to, [...(ways.get(p.to) ?? []), way]);
    }
  }
  return Object.fromEntries(
    [...ways].map(([to, [first, ...rest]]) => {
      const one = first as PropPair;
      // What shows in one place of it shares it; what does not, came first.
      const shared = one.out ? rest.filter((p) => p.out) : [];
      return [to, { ...one, ...(shared.length > 0 ? { also: shared } : {}) }];
    }),
  );
}
