import { aliasPath, ROLES, type Component, type Kit } from '../model/index.js';

/** One thing that a good kit has, how far this one has it, and what is short. */
export interface GradeLine {
  readonly what: string;
  /** 0 to 1. */
  readonly share: number;
  /** Where it falls short. */
  readonly short: readonly Shortfall[];
}
/** Something that falls short: what, in words, and the component it is a part of. */
export interface Shortfall {
  readonly name: string;
  readonly component?: string;
}
/** What was looked at: what it is called, whether it is good, and the component it is a part of. */
export type Judged = readonly [name: string, good: boolean, component?: Component | undefined];
export const gradeLine = (what: string, of: readonly Judged[]): GradeLine => ({
  what,
  share: of.length === 0 ? 1 : of.filter(([, good]) => good).length / of.length,
  short: of.flatMap(([name, good, c]) => (good ? [] : [{ name, ...(c ? { component: c.id } : {}) }])),
});
export const meanShare = (lines: readonly GradeLine[]): number =>
  lines.length === 0 ? 1 : lines.reduce((sum, l) => sum + l.share, 0) / lines.length;

/** What starters are, no components. */
const STARTERS: ReadonlySet<string> = new Set(['section', 'page']);

/** Roles that are known and have a component in a kit, and those that have none: not every kit is for everything. */
export function rolesCovered(kit: Kit): { readonly have: readonly string[]; readonly none: readonly string[] } {
  const there = new Set(Object.values(kit.components).map((c) => c.role));
  const all = Object.keys(ROLES).filter((r) => !STARTERS.has(r));
  return { have: all.filter((r) => there.has(r)), none: all.filter((r) => !there.has(r)) };
}
export interface Grade {
  /** 0 to 1: the mean of the lines. */
  readonly share: number;
  readonly lines: readonly GradeLine[];
}
const COLOURS: ReadonlySet<string> = new Set(['fill', 'stroke', 'color']);

/** What can be said of a kit's quality by reading it: evidence, shortfall by shortfall. */
export function gradeKit(kit: Kit): Grade {
  const all = Object.values(kit.components);
  const line = gradeLine;
  const props = all.flatMap((c) => c.contract.props.map((p) => ({ name: `${c.name}, ${p.name}`, p, c })));
  const colours = all.flatMap((c) =>
    Object.values(c.nodes).flatMap((n) =>
      Object.entries(n.attrs).flatMap(([k, v]) =>
        COLOURS.has(k) && typeof v === 'string' && v !== 'none'
          ? [[`${c.name}, ${n.name ?? n.id}`, aliasPath(v) !== null, c] as const]
          : [],
      ),
    ),
  );
  const press = all.filter((c) => ['button', 'link', 'checkbox', 'radio', 'switch', 'textbox', 'tab'].includes(c.role));
  const lines = [
    line(
      'components say in a line what they are for',
      all.map((c) => [c.name, c.summary.trim() !== '' && !c.summary.startsWith('Made on '), c]),
    ),
    line(
      'components have a docs page',
      all.map((c) => [c.name, (c.docs ?? '') !== '', c]),
    ),
    line(
      'properties are described',
      props.map(({ name, p, c }) => [name, p.description.trim() !== '', c]),
    ),
    line(
      'properties have a meaning, so that a rebrand can carry them',
      props.map(({ name, p, c }) => [name, p.means !== undefined, c]),
    ),
    line(
      'slots say what belongs in them',
      all.flatMap((c) => c.contract.slots.map((s) => [`${c.name}, ${s.name}`, s.description !== '', c] as const)),
    ),
    line(
      'what can be pressed has states',
      press.map((c) => [c.name, c.contract.states.length > 0 || c.contract.props.some((p) => p.means === 'state'), c]),
    ),
    line('colours are tokens', colours),
  ];
  return { share: meanShare(lines), lines };
}
