import type { Kit } from '../model/index.js';
import { contractChanges } from './contract.js';
import { valueChanges } from './values.js';
import { drawnAs } from './update.js';

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
 * Which version a kit should have after another: what was removed, retyped or narrowed breaks who uses it, what was added does not,
 * and what only looks or is called another is a patch (semver.org, 2.0.0).
 */
export function nextVersion(before: Kit | undefined, after: Kit): VersionAdvice {
  if (!before) return { version: '1.0.0', change: 'minor', why: ['the first version'] };
  const why: Record<Change, string[]> = { major: [], minor: [], patch: [] };
  for (const c of Object.values(before.components)) {
    const now = after.components[c.id];
    if (!now) {
      why.major.push(`${c.name} is gone`);
      continue;
    }
    const changes = contractChanges(c, now);
    for (const { says, kind } of changes) why[WEIGHT[kind]].push(`${c.name}: ${says}`);
    if (changes.length === 0 && drawnAs(before, c) !== drawnAs(after, now)) why.patch.push(`${now.name} looks another`);
  }
  for (const c of Object.values(after.components)) if (!before.components[c.id]) why.minor.push(`${c.name} is new`);
  for (const { says, kind } of valueChanges(before, after).differences) why[WEIGHT[kind]].push(says);
  const change: Change = why.major.length > 0 ? 'major' : why.minor.length > 0 ? 'minor' : 'patch';
  const numbers = before.version.split(/[.-]/u).slice(0, 3).map(Number);
  return { version: NEXT[change](numbers), change, why: [...why.major, ...why.minor, ...why.patch] };
}
const WEIGHT = { breaks: 'major', adds: 'minor', other: 'patch' } as const;
