import type { Kit } from '../../core/index.js';

/** The version a kit with that id is made in: 1.0.0, or the minor version after the highest that is there, so always free. */
export function nextVersion(kits: Iterable<Pick<Kit, 'id' | 'version'>>, id: string): string {
  const there = [...kits].filter((k) => k.id === id).map((k) => k.version.split('.').map(Number));
  const [major = 1, minor = -1] = there.sort((a, b) => (b[0] ?? 0) - (a[0] ?? 0) || (b[1] ?? 0) - (a[1] ?? 0))[0] ?? [];
  return `${major}.${minor + 1}.0`;
}
