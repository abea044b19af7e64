import { Memo } from '../base/index.js';
import type { Node, Nodes, Override } from './node.js';
import type { Project, Screen, World } from './project.js';
import type { AtWidth } from './width.js';

/** Values that differ together across screens: signed in, nothing yet, longer texts. Looked at, never laid over what is stored. */
export interface Situation {
  readonly id: string;
  readonly name: string;
  /** Texts are longer by this share of their length, %. */
  readonly longer?: number;
  /** Content sets that have no rows in it: all, or those named. */
  readonly empty?: 'all' | readonly string[];
}

/** Situations that every project has. */
export const READY_SITUATIONS: readonly Situation[] = [
  { id: 'texts-longer', name: 'Texts 40 % longer', longer: 40 },
  { id: 'nothing-yet', name: 'Nothing yet', empty: 'all' },
];

/** All situations that a project can be seen in: the ready ones, then its own. */
export const situationsOf = (project: Pick<Project, 'situations'>): readonly Situation[] => [
  ...READY_SITUATIONS,
  ...Object.values(project.situations ?? {}),
];
export const situationAt = (project: Pick<Project, 'situations'>, id: string): Situation | undefined =>
  situationsOf(project).find((s) => s.id === id);

/** Of everything that holds in a situation only: what holds in this one, as if it held always and last; the rest left out. */
export function nodeIn(node: Node, id: string): Node {
  const widths = node.widths?.some((w) => w.situation !== undefined) ? widthsIn(node.widths, id) : undefined;
  const overrides =
    node.type === 'instance' && node.overrides.some((s) => s.when?.situation !== undefined)
      ? overridesIn(node.overrides, id)
      : undefined;
  const entries =
    node.type === 'series' &&
    node.entries.some((e) => Object.values(e.overrides).some((l) => l.some((s) => s.when?.situation !== undefined)))
      ? node.entries.map((e) => ({
          ...e,
          overrides: Object.fromEntries(Object.entries(e.overrides).map(([k, l]) => [k, overridesIn(l, id)])),
        }))
      : undefined;
  if (!widths && !overrides && !entries) return node;
  return {
    ...node,
    ...(widths ? { widths } : {}),
    ...(overrides ? { overrides } : {}),
    ...(entries ? { entries } : {}),
  } as Node;
}
function widthsIn(all: readonly AtWidth[], id: string): readonly AtWidth[] {
  const own = all.filter((w) => w.situation === id).map(({ situation: _s, ...w }) => w);
  return [...all.filter((w) => w.situation === undefined), ...own];
}
function overridesIn(all: readonly Override[], id: string): readonly Override[] {
  const own = all
    .filter((s) => s.when?.situation === id)
    .map((s): Override => {
      const { situation: _s, ...when } = s.when ?? {};
      // What is said of a situation counts more than what is said of widths: from 0 px up is every width.
      return { ...s, when: { minWidth: 0, ...when } };
    });
  return [...all.filter((s) => s.when?.situation === undefined), ...own];
}

const seen = new Memo<Screen>(4);
/** A screen as it is in a situation: the same object each time. What is said of no situation stays the same. */
export function inSituation(screen: Screen, situation: Situation | undefined): Screen {
  if (!situation) return screen;
  return seen.of(screen, [situation], () => {
    let nodes: Record<string, Node> | null = null;
    for (const [key, node] of Object.entries(screen.nodes)) {
      const made = nodeIn(node, situation.id);
      if (made !== node) (nodes ??= { ...screen.nodes })[key] = made;
    }
    return { ...screen, ...(nodes ? { nodes: nodes as Nodes } : {}), situation };
  });
}

const emptied = new Memo<Project>(4);
/** The world that a screen in a situation is seen in: content sets that are empty there have no rows. */
export function worldIn(world: World, situation: Situation | undefined): World {
  const empty = situation?.empty;
  if (empty === undefined) return world;
  const project = emptied.of(world.project, [empty], () => ({
    ...world.project,
    contentSets: Object.fromEntries(
      Object.entries(world.project.contentSets).map(([id, set]) => [
        id,
        empty === 'all' || empty.includes(id) ? { ...set, rows: [] } : set,
      ]),
    ),
  }));
  return { ...world, project };
}

const WORDS = /\p{L}[\p{L}\p{M}\p{N}’'-]*/gu;
const LONGEST = 20_000;
const lengthened = new Map<string, string>();
/**
 * A text made longer by a share of what is read of it, with its own words in turn, as a translation may be: for seeing what has no
 * room. A single word grows by its own letters. What has no letters stays as it is.
 * @param percent of its length that is added
 */
export function longer(text: string, percent: number): string {
  const key = `${percent}|${text}`;
  let made = lengthened.get(key);
  if (made === undefined) {
    if (lengthened.size > 5000) lengthened.clear();
    lengthened.set(key, (made = lengthen(text, percent)));
  }
  return made;
}
function lengthen(text: string, percent: number): string {
  // What a link leads to is not read.
  const read = text.replace(/\]\([^)\s]*\)/gu, ' ');
  const words = read.match(WORDS) ?? [];
  const more = Math.min(LONGEST, Math.round((read.length * percent) / 100));
  if (words.length === 0 || more < 1) return text;
  const [only] = words;
  if (words.length === 1 && only !== undefined)
    return text.replace(
      only,
      () =>
        only +
        only
          .toLowerCase()
          .repeat(Math.ceil(more / only.length))
          .slice(0, more),
    );
  let added = '';
  for (let i = 0; added.length < more; i++) added += ` ${(words[i % words.length] ?? '').toLowerCase()}`;
  // Up to the length asked, though never a blank at the end.
  added = added.slice(0, Math.max(2, more)).trimEnd();
  const end = /[.!?…:]+\s*$/u.exec(text)?.index ?? text.length;
  return text.slice(0, end) + added + text.slice(end);
}
