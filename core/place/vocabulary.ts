import { words, similarity } from '../match/index.js';
import {
  componentsInOrder,
  kitRef,
  roleFacts,
  type Component,
  type ComponentRef,
  type Kit,
  type Project,
  type Template,
} from '../model/index.js';

/** Something a place line can name. */
export type Thing =
  | {
      readonly kind: 'component';
      readonly ref: ComponentRef;
      readonly component: Component;
      readonly siblings: readonly Component[];
      readonly name: string;
      readonly words: readonly string[];
      readonly role: string;
    }
  | {
      readonly kind: 'template';
      readonly template: Template;
      readonly kit: Kit;
      readonly name: string;
      readonly words: readonly string[];
      readonly role: string;
    }
  | {
      readonly kind: 'primitive';
      readonly primitive: PlainPart;
      readonly name: string;
      readonly words: readonly string[];
      readonly role: string;
    };

export type PlainPart =
  'row' | 'column' | 'grid' | 'box' | 'space' | 'icon' | 'text' | 'picture' | 'line' | 'ellipse' | 'path' | 'series';
/** What everything else is made of: the Shelf's family of basic parts. */
export const BASIC_PARTS: readonly PlainPart[] = [
  'box',
  'row',
  'column',
  'grid',
  'text',
  'icon',
  'picture',
  'line',
  'ellipse',
  'path',
];

const PRIMITIVES: readonly { primitive: PlainPart; name: string; words: readonly string[] }[] = [
  { primitive: 'row', name: 'Row', words: ['plain row', 'horizontal', 'horizontal row', 'group'] },
  {
    primitive: 'column',
    name: 'Column',
    words: ['plain column', 'stack', 'vertical', 'section', 'vertical stack', 'layout column'],
  },
  { primitive: 'grid', name: 'Grid', words: ['plain grid', 'tiles', 'grid layout'] },
  { primitive: 'box', name: 'Box', words: ['plain box', 'container', 'frame'] },
  { primitive: 'space', name: 'Space', words: ['gap', 'spacer'] },
  { primitive: 'text', name: 'Text', words: ['plain text', 'words'] },
  { primitive: 'icon', name: 'Icon', words: ['glyph', 'plain icon'] },
  { primitive: 'picture', name: 'Picture', words: ['plain picture', 'image', 'photo'] },
  { primitive: 'line', name: 'Plain line', words: ['drawn line', 'stroke'] },
  { primitive: 'ellipse', name: 'Ellipse', words: ['circle', 'oval', 'dot', 'plain circle'] },
  { primitive: 'path', name: 'Path', words: ['drawn path', 'outline shape'] },
  { primitive: 'series', name: 'Series', words: ['repeat', 'repeated'] },
];

const norm = (text: string): string => words(text).join(' ');

const memo = new WeakMap<Kit, readonly Thing[]>();

/** Everything that can be placed from a kit. */
export function thingsOf(kit: Kit): readonly Thing[] {
  let known = memo.get(kit);
  if (!known) {
    const ref = kitRef(kit);
    const things: Thing[] = componentsInOrder(kit).map((component) => ({
      kind: 'component',
      ref: `${ref}/${component.id}`,
      component,
      siblings: Object.values(kit.components),
      name: component.name,
      words: [...component.words, component.id, ...roleFacts(component.role).words],
      role: component.role,
    }));
    for (const template of kit.templates)
      things.push({ kind: 'template', template, kit, name: template.name, words: template.words, role: template.kind });
    known = things;
    memo.set(kit, known);
  }
  return known;
}

/** The same, with the project's own components first and the plain boxes last. */
export function vocabulary(kit: Kit | undefined, project?: Project): readonly Thing[] {
  const own: Thing[] = Object.values(project?.originals ?? {}).map((component) => ({
    kind: 'component',
    ref: `project/${component.id}`,
    component,
    siblings: Object.values(project?.originals ?? {}),
    name: component.name,
    words: component.words,
    role: component.role,
  }));
  const plain: Thing[] = PRIMITIVES.map((p) => ({ kind: 'primitive', ...p, role: p.primitive }));
  return [...own, ...(kit ? thingsOf(kit) : []), ...plain];
}

/** `fields` and `field`, `boxes` and `box`. */
export function singular(text: string): string {
  if (text.endsWith('ies') && text.length > 4) return `${text.slice(0, -3)}y`;
  if (/(?:ss|x|ch|sh)es$/u.test(text)) return text.slice(0, -2);
  return text.endsWith('s') && !text.endsWith('ss') && text.length > 3 ? text.slice(0, -1) : text;
}

/** People get the first letter right, or swap the first two: `lable` is no table. */
const likeStart = (word: string, typed: string): boolean =>
  word[0] === typed[0] || (word[0] === typed[1] && word[1] === typed[0]);

/** How well a phrase names a thing: 1000 its name, 900 one of its words (10 less in the plural), less for beginnings and misspellings, 0 not at all. */
export function naming(thing: Thing, phrase: string): number {
  const asked = norm(phrase);
  if (asked === '') return 0;
  const one = singular(asked);
  const name = norm(thing.name);
  if (name === asked) return 1000;
  if (name === one) return 990;
  let best = 0;
  for (const w of thing.words) {
    const word = norm(w);
    if (word === asked) best = Math.max(best, 900);
    else if (word === one) best = Math.max(best, 890);
    else if (asked.length >= 2 && word.startsWith(asked)) best = Math.max(best, 380 - (word.length - asked.length));
  }
  // `login form` for the sign-in form: every word is one of its own.
  if (best === 0 && thing.kind === 'template' && asked.includes(' ')) {
    const own = new Set([name, ...thing.words].flatMap((w) => words(w)));
    if (asked.split(' ').every((w) => own.has(w) || own.has(singular(w)))) return 880;
  }
  if (asked.length >= 2 && name.startsWith(asked)) best = Math.max(best, 500 - (name.length - asked.length));
  else if (asked.length >= 2 && name.split(' ').some((w) => w.startsWith(asked)))
    best = Math.max(best, 400 - name.length);
  if (best === 0 && one.length >= 4) {
    const names = [name, ...thing.words.map(norm)];
    const limit = one.length >= 7 ? 2 : 1;
    const wrong = Math.min(
      ...names
        .filter((n) => likeStart(n, one) && Math.abs(n.length - one.length) <= limit)
        .map((n) => distance(n, one, limit)),
      limit + 1,
    );
    if (wrong <= limit) best = 310 - wrong * 10;
  }
  return best;
}

/** Edits between two words, a swap of neighbours counted once, given up above `limit` (Damerau, CACM 7(3), 1964). */
export function distance(a: string, b: string, limit: number): number {
  let before: number[] = [];
  let last: number[] = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    let least = i;
    for (let j = 1; j <= b.length; j++) {
      const cost = a[i - 1] === b[j - 1] ? 0 : 1;
      let v = Math.min((last[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (last[j - 1] ?? 0) + cost);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) v = Math.min(v, (before[j - 2] ?? 0) + 1);
      row.push(v);
      least = Math.min(least, v);
    }
    if (least > limit) return least;
    before = last;
    last = row;
  }
  return last[b.length] ?? 0;
}

/** Things that fit what was typed, best first. Nothing typed: everything, in the kit's order. */
export function search(things: readonly Thing[], query: string): readonly Thing[] {
  const asked = norm(query);
  if (asked === '') return things;
  const scored = things.map((thing, i) => {
    let score = naming(thing, asked);
    if (score === 0) {
      const summary =
        thing.kind === 'component' ? thing.component.summary : thing.kind === 'template' ? thing.template.summary : '';
      if (words(summary).some((w) => w.startsWith(asked))) score = 120;
      else if (similarity(thing.name, asked) > 0.6) score = 100;
    }
    return { thing, score, i };
  });
  return scored
    .filter((s) => s.score > 0)
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .map((s) => s.thing);
}

/** Icons that go with a text, best first: by their names and words, then those that are used most. At most `most`. */
export function suggestIcons(kit: Kit, text: string, used: readonly string[], most: number): readonly string[] {
  const asked = words(text)
    .filter((w) => w.length > 2)
    .map(singular);
  const scored = Object.values(kit.icons).map((icon, i) => {
    const fit = (names: readonly string[], whole: number): number =>
      Math.max(
        0,
        ...asked.flatMap((a) =>
          names
            .map(singular)
            .map((n) => (n === a ? whole : n.length > 3 && (n.startsWith(a) || a.startsWith(n)) ? whole * 0.6 : 0)),
        ),
      );
    const score = Math.max(
      fit(words(icon.name), 100),
      fit(
        icon.words.flatMap((w) => words(w)),
        80,
      ),
    );
    const rank = used.indexOf(icon.id);
    return { id: icon.id, i, score: score + (rank < 0 ? 0 : Math.max(1, 20 - rank)) };
  });
  return scored
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .slice(0, most)
    .map((s) => s.id);
}

/** A plain thing by itself, as place lines know it. */
export const plainThing = (plain: PlainPart): Thing => {
  const p = PRIMITIVES.find((x) => x.primitive === plain);
  return { kind: 'primitive', primitive: plain, name: p?.name ?? plain, words: p?.words ?? [], role: plain };
};
