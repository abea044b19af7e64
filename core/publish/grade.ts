import { aliasPath, type Kit } from '../model/index.js';

/** One thing that a good kit has, how far this one has it, and what is short. */
export interface GradeLine {
  readonly what: string;
  /** 0 to 1. */
  readonly share: number;
  /** Where it falls short, by name. */
  readonly short: readonly string[];
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
  const line = (what: string, of: readonly (readonly [name: string, good: boolean])[]): GradeLine => ({
    what,
    share: of.length === 0 ? 1 : of.filter(([, good]) => good).length / of.length,
    short: of.filter(([, good]) => !good).map(([name]) => name),
  });
  const props = all.flatMap((c) => c.contract.props.map((p) => ({ name: `${c.name}, ${p.name}`, p })));
  const colours = all.flatMap((c) =>
    Object.values(c.nodes).flatMap((n) =>
      Object.entries(n.attrs).flatMap(([k, v]) =>
        COLOURS.has(k) && typeof v === 'string' && v !== 'none'
          ? [[`${c.name}, ${n.name ?? n.id}`, aliasPath(v) !== null] as const]
          : [],
      ),
    ),
  );
  const press = all.filter((c) => ['button', 'link', 'checkbox', 'radio', 'switch', 'textbox', 'tab'].includes(c.role));
  const lines = [
    line(
      'components say in a line what they are for',
      all.map((c) => [c.name, c.summary.trim() !== '' && !c.summary.startsWith('Made on ')]),
    ),
    line(
      'components have a docs page',
      all.map((c) => [c.name, (c.docs ?? '') !== '']),
    ),
    line(
      'properties are described',
      props.map(({ name, p }) => [name, p.description.trim() !== '']),
    ),
    line(
      'properties have a meaning, so that a rebrand can carry them',
      props.map(({ name, p }) => [name, p.means !== undefined]),
    ),
    line(
      'slots say what belongs in them',
      all.flatMap((c) => c.contract.slots.map((s) => [`${c.name}, ${s.name}`, s.description !== ''] as const)),
    ),
    line(
      'what can be pressed has states',
      press.map((c) => [c.name, c.contract.states.length > 0 || c.contract.props.some((p) => p.means === 'state')]),
    ),
    line('colours are tokens', colours),
  ];
  return { share: lines.reduce((sum, l) => sum + l.share, 0) / lines.length, lines };
}
