import type { Component, Kit, Prop } from '../model/index.js';

/** How much a version changes, by semantic versioning. */
export type Change = 'major' | 'minor' | 'patch';
export interface VersionAdvice {
  readonly version: string;
  readonly change: Change;
  /** What changed, in words, the gravest first. */
  readonly why: readonly string[];
}

const NEXT: Readonly<Record<Change, (v: readonly number[]) => string>> = {
  major: ([a = 0]) => `${a + 1}.0.0`,
  minor: ([a = 0, b = 0]) => `${a}.${b + 1}.0`,
  patch: ([a = 0, b = 0, c = 0]) => `${a}.${b}.${c + 1}`,
};

/**
 * Which version a kit should have after another: what was removed or retyped breaks who uses it, what was added does not
 * (semver.org, 2.0.0).
 */
export function nextVersion(before: Kit | undefined, after: Kit): VersionAdvice {
  if (!before) return { version: '1.0.0', change: 'minor', why: ['the first version'] };
  const major: string[] = [];
  const minor: string[] = [];
  const patch: string[] = [];
  for (const c of Object.values(before.components)) {
    const now = after.components[c.id];
    if (!now) major.push(`${c.name} is gone`);
    else compare(c, now, major, minor, patch);
  }
  for (const c of Object.values(after.components)) if (!before.components[c.id]) minor.push(`${c.name} is new`);
  for (const t of Object.keys(before.tokens)) if (!after.tokens[t]) major.push(`the token ${t} is gone`);
  for (const t of Object.keys(after.tokens)) if (!before.tokens[t]) minor.push(`the token ${t} is new`);
  for (const t of after.templates) if (!before.templates.some((x) => x.id === t.id)) minor.push(`${t.name} is new`);
  const change: Change = major.length > 0 ? 'major' : minor.length > 0 ? 'minor' : 'patch';
  const numbers = before.version.split(/[.-]/u).slice(0, 3).map(Number);
  return { version: NEXT[change](numbers), change, why: [...major, ...minor, ...patch] };
}

function compare(a: Component, b: Component, major: string[], minor: string[], patch: string[]): void {
  const before = major.length + minor.length;
  const props = new Map(b.contract.props.map((p) => [p.id, p]));
  for (const p of a.contract.props) {
    const now = props.get(p.id) ?? b.contract.props.find((x) => x.renamedFrom === p.id);
    if (!now) major.push(`${a.name} has no ${p.name.toLowerCase()} any more`);
    else if (now.kind !== p.kind) major.push(`${p.name} of ${a.name} is a ${now.kind} now, not a ${p.kind}`);
    else for (const o of gone(p, now)) major.push(`${p.name} of ${a.name} has no ${o} any more`);
  }
  for (const p of b.contract.props)
    if (!a.contract.props.some((x) => x.id === p.id || x.id === p.renamedFrom))
      minor.push(`${b.name} has a new ${p.name.toLowerCase()}`);
  for (const s of a.contract.slots)
    if (!b.contract.slots.some((x) => x.id === s.id)) major.push(`${a.name} has no slot ${s.name} any more`);
  for (const s of b.contract.slots)
    if (!a.contract.slots.some((x) => x.id === s.id)) minor.push(`${b.name} has a new slot ${s.name}`);
  if (
    major.length + minor.length === before &&
    JSON.stringify([a.nodes, a.rules]) !== JSON.stringify([b.nodes, b.rules])
  )
    patch.push(`${b.name} looks another`);
}
const gone = (a: Prop, b: Prop): readonly string[] =>
  (a.options ?? []).filter((o) => !b.options?.some((x) => x.id === o.id)).map((o) => o.name.toLowerCase());
