import { sameJson, screenOf, type Json, type Screen, type World } from '../model/index.js';
import type { BuildSheet, BuildValue } from './build.js';

/** More than this of one kind is counted, not told. */
const TOLD = 40;
const px = (v: number): string => `${Math.round(v * 10) / 10} px`;
const clipped = (t: string): string => (t.length > 80 ? `${t.slice(0, 79)}…` : t);
const quoted = (t: string): string => (t === '' ? 'empty' : `“${clipped(t)}”`);
const valueWords = (v: BuildValue): string => (v.token === null ? v.value : `${v.token}, ${v.value}`);

/** By name, what is said of it; of names that are there twice the first. */
function byName<T extends { readonly name: string }>(all: readonly T[]): ReadonlyMap<string, T> {
  const found = new Map<string, T>();
  for (const v of all) if (!found.has(v.name)) found.set(v.name, v);
  return found;
}

/**
 * What of a thing is another than it was, for who builds it: measures, contract, tokens and values, texts, states, what it does, and how
 * assistive technology is told of it. In words, what is seen first.
 * @param was how it was; null: it was not there
 */
export function sheetChanges(was: BuildSheet | null, now: BuildSheet): readonly string[] {
  if (!was) return ['It is new'];
  const words: string[] = [];
  if (was.component?.ref !== now.component?.ref)
    words.push(`It was ${was.component?.name ?? 'no component'}, and is ${now.component?.name ?? 'no component'}`);
  for (const [key, says] of [
    ['x', 'From the left'],
    ['y', 'From the top'],
    ['w', 'Width'],
    ['h', 'Height'],
  ] as const)
    if (Math.abs(was.at[key] - now.at[key]) >= 0.5)
      words.push(`${says} ${px(was.at[key])} then, ${px(now.at[key])} now`);
  const [chosen, chose] = [byName(was.contract), byName(now.contract)];
  for (const [name, p] of chose) {
    const before = chosen.get(name);
    if (!before) words.push(`${name} is new: ${quoted(p.value)}`);
    else if (before.value !== p.value) words.push(`${name} was ${quoted(before.value)}, and is ${quoted(p.value)}`);
  }
  for (const name of chosen.keys()) if (!chose.has(name)) words.push(`${name} is gone from its contract`);
  const [said, says] = [byName(was.values), byName(now.values)];
  for (const [name, v] of says) {
    const before = said.get(name);
    if (!before) words.push(`${name} is new: ${valueWords(v)}`);
    else if (before.token !== v.token || before.value !== v.value)
      words.push(`${name} was ${valueWords(before)}, and is ${valueWords(v)}`);
  }
  for (const [name, v] of said) if (!says.has(name)) words.push(`${name} is gone; it was ${valueWords(v)}`);
  words.push(...listWords('Text', was.texts, now.texts, quoted));
  words.push(...listWords('State', was.states, now.states, (s) => s));
  words.push(...listWords('What it does', was.interactions, now.interactions, (s) => s));
  words.push(...listWords('By itself', was.byItself, now.byItself, (s) => s));
  if (was.access && now.access) {
    if (was.access.role !== now.access.role) words.push(`Its role was ${was.access.role}, and is ${now.access.role}`);
    if (was.access.name !== now.access.name)
      words.push(`It was read as ${quoted(was.access.name)}, and is read as ${quoted(now.access.name)}`);
    if (was.access.order !== now.access.order && was.access.order !== null && now.access.order !== null)
      words.push(`It was read as number ${was.access.order}, and is number ${now.access.order}`);
  } else if (was.access) words.push('Assistive technology is not told of it any more');
  else if (now.access) words.push(`Assistive technology is told of it: ${now.access.role} ${quoted(now.access.name)}`);
  return words;
}
/** What came and went of a list, whatever its order. */
function listWords(
  what: string,
  was: readonly string[],
  now: readonly string[],
  say: (t: string) => string,
): readonly string[] {
  const left = [...was];
  const fresh = now.filter((t) => {
    const at = left.indexOf(t);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
  const words =
    left.length === 1 && fresh.length === 1
      ? [`${what} was ${say(left[0] ?? '')}, and is ${say(fresh[0] ?? '')}`]
      : [...left.map((t) => `${what} gone: ${say(t)}`), ...fresh.map((t) => `${what} new: ${say(t)}`)];
  return words.length > TOLD ? [...words.slice(0, TOLD), `and ${words.length - TOLD} more`] : words;
}

/** Things of a screen that are said otherwise than they were, and those that are new, by their ids. */
export function changedThings(then: World, now: Screen): ReadonlyMap<string, 'new' | 'changed'> {
  const was = screenOf(then.project, now.id);
  const found = new Map<string, 'new' | 'changed'>();
  for (const [id, n] of Object.entries(now.nodes)) {
    if (id === now.root) continue;
    const before = was?.nodes[id];
    if (!before) found.set(id, 'new');
    else if (before !== n && !sameJson(before as unknown as Json, n as unknown as Json)) found.set(id, 'changed');
  }
  return found;
}
