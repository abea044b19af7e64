// Installs what is missing and builds what has changed. Node built-ins only.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { waitForLock } from './lock.mjs';

export const home = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

/** Packages and the build as they must be; one process at a time. */
export async function prepare() {
  const release = await waitForLock('prepare', home, 'Another start is installing or building here; waiting for it …');
  try {
    installPackages();
    buildIfChanged();
  } finally {
    release();
  }
}

/** npm packages as the lock file says; nothing is done when they are already so. */
export function installPackages() {
  const lock = readFileSync(join(home, 'package-lock.json'));
  const stamp = createHash('sha256').update(lock).digest('hex');
  const file = join(home, 'node_modules', '.dekkor-lock');
  if (existsSync(file) && readFileSync(file, 'utf8') === stamp) return;
  console.log('Installing packages …');
  const got = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: home,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (got.status !== 0) throw new Error('Installing the packages did not work. Try it by hand: npm ci');
  writeFileSync(file, stamp);
}

function hashTree(hash, folder) {
  for (const name of readdirSync(folder).sort()) {
    if (name === 'node_modules' || name.endsWith('.test.ts')) continue;
    const path = join(folder, name);
    const info = statSync(path);
    if (info.isDirectory()) hashTree(hash, path);
    else if (/\.(ts|vue|css|html|json|mts|mjs|svg)$/.test(name))
      hash.update(path.slice(home.length)).update(readFileSync(path));
  }
}

function buildClientElsewhere(run) {
  const at = mkdtempSync(join(tmpdir(), 'dekkor-build-'));
  try {
    for (const part of ['client', 'core', 'package.json', 'vite.config.ts', 'tsconfig.base.json'])
      cpSync(join(home, part), join(at, part), { recursive: true });
    symlinkSync(join(home, 'node_modules'), join(at, 'node_modules'));
    run('vite', ['build', '--logLevel', 'error'], at);
    rmSync(join(home, 'dist', 'client'), { recursive: true, force: true });
    cpSync(join(at, 'dist', 'client'), join(home, 'dist', 'client'), { recursive: true });
  } finally {
    rmSync(at, { recursive: true, force: true });
  }
}

/** Packages with native parts or files beside their code, and optional ones that a package asks for and that are not installed. */
const UNBUNDLED = ['@resvg/resvg-js', 'harfbuzzjs', 'sequelize', 'pg', 'pg-hstore', 'bufferutil', 'utf-8-validate'];
const COMMONJS = [
  "import { createRequire as createRequireOf } from 'node:module';",
  "import { dirname as folderOf } from 'node:path';",
  "import { fileURLToPath as pathOf } from 'node:url';",
  'const require = createRequireOf(import.meta.url);',
  'const __filename = pathOf(import.meta.url);',
  'const __dirname = folderOf(__filename);',
].join(' ');

/** Builds client and server when their sources changed since the last build. */
export function buildIfChanged() {
  const hash = createHash('sha256');
  for (const folder of ['core', 'client', 'server', 'kits/demo']) hashTree(hash, join(home, folder));
  for (const file of ['vite.config.ts', 'package-lock.json']) hash.update(readFileSync(join(home, file)));
  const stamp = hash.digest('hex');
  const file = join(home, 'dist', '.stamp');
  if (existsSync(file) && readFileSync(file, 'utf8') === stamp) return;
  console.log('Building …');
  const run = (program, args, at = home) => {
    const got = spawnSync(join(home, 'node_modules', '.bin', program), args, {
      cwd: at,
      encoding: 'utf8',
      env: { ...process.env, NODE_ENV: 'production' },
    });
    if (got.status !== 0) throw new Error(`Building failed (${program}):\n${got.stdout}\n${got.stderr}`);
  };
  // What means something in an address cannot stand in the path of what the client is built from: it is built beside, then.
  if (/[#?%]/.test(home)) buildClientElsewhere(run);
  else run('vite', ['build', '--logLevel', 'error']);
  rmSync(join(home, 'dist', 'server'), { recursive: true, force: true });
  run('esbuild', [
    'server/main.ts',
    'server/drawing/process.ts',
    'server/kitReader.worker.ts',
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--target=node20',
    // With its packages in it, it starts in a third of the time; what is used rarely is in files of its own, loaded when it is.
    '--splitting',
    '--chunk-names=chunks/[name]-[hash]',
    ...UNBUNDLED.map((name) => `--external:${name}`),
    // Packages of the older module form look for these.
    `--banner:js=${COMMONJS}`,
    '--outdir=dist/server',
    '--out-extension:.js=.mjs',
    '--log-level=error',
  ]);
  mkdirSync(join(home, 'dist'), { recursive: true });
  writeFileSync(file, stamp);
}
