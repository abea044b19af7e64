import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { theme } from './theme.js';

const home = fileURLToPath(new URL('..', import.meta.url));
const read = (path: string): string => readFileSync(join(home, path), 'utf8');
const imported = (text: string): readonly string[] =>
  [...text.matchAll(/from 'primevue\/([a-z/]+)'/gu)].map((m) => m[1] ?? '');

it('has tokens for every component that is used, and for those within them', () => {
  const seen = new Set<string>();
  const styled = new Set<string>();
  const visit = (name: string): void => {
    const path = `node_modules/primevue/${name}/index.mjs`;
    if (seen.has(name) || !existsSync(join(home, path))) return;
    seen.add(name);
    const text = read(path);
    for (const [, style = ''] of text.matchAll(/BaseStyle\.extend\(\{\s*name: '([a-z-]+)'/gu))
      styled.add(style.replace('-directive', ''));
    imported(text).forEach(visit);
  };
  for (const file of readdirSync(join(home, 'client'), { recursive: true, encoding: 'utf8' }))
    if (/\.(?:vue|ts)$/u.test(file)) imported(read(`client/${file}`)).forEach(visit);
  const offered = readdirSync(join(home, 'node_modules/@primeuix/themes/dist/aura'));
  const wanted = [...styled].filter((name) => offered.includes(name)).sort();
  expect(wanted.length).toBeGreaterThan(20);
  expect(Object.keys(theme.components ?? {}).sort()).toEqual(wanted);
});
