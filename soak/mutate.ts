import type { Json } from '../core/index.js';
import type { Chance } from '../testing/random.js';

/** Values that readers stumble over: wrong kinds, too much, too little, names that reach into objects, and what looks right. */
const NASTY: readonly Json[] = [
  null,
  true,
  0,
  -1,
  1e9,
  1e308,
  -1e308,
  0.1,
  '',
  ' ',
  'x',
  '\u0000',
  '\ud800',
  '__proto__',
  'constructor',
  'toString',
  'url(https://harbour.example/x)',
  'url(#a)',
  '</style><script>',
  '{color.ink}',
  '{{}}',
  '../../etc/passwd',
  '👩‍👩‍👧‍👦'.repeat(50),
  'w'.repeat(5000),
  '\u200d'.repeat(500),
  [],
  {},
  [[]],
  [null],
  { id: 'x' },
  { value: 1e308, unit: 'rem' },
  [1, 'a', null, {}],
];

const copyOf = (json: Json): Json => JSON.parse(JSON.stringify(json)) as Json;
type Holder = Record<string, Json> | Json[];

/** The same JSON with some of its parts replaced, doubled, taken out, renamed or put where another stood. */
export function mutated(json: Json, chance: Chance): Json {
  const copy = JSON.parse(JSON.stringify(json)) as Json;
  const times = 1 + chance.below(4);
  for (let n = 0; n < times; n++) {
    const [holder, key] = somewhere(copy, chance);
    if (!holder) continue;
    const held = (holder as Record<string, Json>)[key] as Json;
    switch (chance.below(6)) {
      case 0:
        if (Array.isArray(holder)) holder.splice(Number(key), 1);
        else delete holder[key];
        break;
      case 1: {
        const [other, at] = somewhere(copy, chance);
        if (other) put(holder, key, copyOf((other as Record<string, Json>)[at] ?? null));
        break;
      }
      case 2:
        if (Array.isArray(holder)) for (let k = 0; k < 30; k++) holder.push(copyOf(held ?? null));
        else
          put(
            holder,
            chance.of(['__proto__x', 'constructor', 'id', 'type', 'children', 'a.b/c']),
            copyOf(held ?? null),
          );
        break;
      // eslint-disable-next-line no-restricted-syntax -- the rest of the numbers
      default:
        put(holder, key, copyOf(chance.of(NASTY)));
    }
  }
  return copy;
}

function put(holder: Holder, key: string, value: Json): void {
  if (Array.isArray(holder)) holder[Number(key)] = value;
  else Object.defineProperty(holder, key, { value, enumerable: true, configurable: true, writable: true });
}

/** Some part of it, the deeper ones as likely as the others: what holds it, and its name there. */
function somewhere(json: Json, chance: Chance): readonly [Holder | null, string] {
  let at: Json = json;
  let found: readonly [Holder | null, string] = [null, ''];
  for (let depth = 0; depth < 40; depth++) {
    if (typeof at !== 'object' || at === null) break;
    const keys = Object.keys(at);
    if (keys.length === 0) break;
    const key = chance.of(keys);
    found = [at as Holder, key];
    if (chance.is(0.12)) break;
    at = (at as Record<string, Json>)[key] as Json;
  }
  return found;
}
