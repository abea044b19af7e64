import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ERRORS, REFUSALS } from './errors.js';

const home = fileURLToPath(new URL('..', import.meta.url));
const doc = readFileSync(join(home, 'docs/errors.md'), 'utf8');
const documented = new Map(
  [...doc.matchAll(/^\| `([a-z.-]+)` \| (?:(\d{3}) \| )?(.+) \|$/gmu)].map((m) => [
    m[1]!,
    { status: m[2], says: m[3] },
  ]),
);

/** Every code that the core refuses a step with, as it is written there. */
function refusalsInCore(folder = join(home, 'core/edit')): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((f) => {
    if (f.isDirectory()) return refusalsInCore(join(folder, f.name));
    if (!f.name.endsWith('.ts') || f.name.endsWith('.test.ts')) return [];
    const text = readFileSync(join(folder, f.name), 'utf8');
    return [...text.matchAll(/refuse\(\s*'([a-z.-]+)'/gu), ...text.matchAll(/code: '([a-z.-]+)'/gu)].map((m) => m[1]!);
  });
}

describe('the list of errors', () => {
  it('is documented as it is: every code, its status and its sentence, and none besides', () => {
    const known = new Map<string, { status: string | undefined; says: string }>([
      ...Object.entries(ERRORS).map(([code, [status, says]]) => [code, { status: String(status), says }] as const),
      ...Object.entries(REFUSALS).map(([code, says]) => [code, { status: undefined, says }] as const),
    ]);
    expect(Object.fromEntries(documented)).toEqual(Object.fromEntries(known));
  });
  it('names every reason for which a step can be refused, and no other', () => {
    expect([...new Set(refusalsInCore())].sort()).toEqual(Object.keys(REFUSALS).sort());
  });
});
