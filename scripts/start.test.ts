import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';

/** A Dekkor started as by a person, on data of its own. */
class Started {
  said = '';
  readonly child: ChildProcess;
  readonly ended: Promise<number | null>;
  constructor(data: string, port = '0', more: Readonly<Record<string, string>> = {}, as: readonly string[] = []) {
    const [program = '', ...args] = [...as, process.execPath, 'scripts/start.mjs'];
    this.child = spawn(program, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, DEKKOR_DATA: data, PORT: port, ...more },
    });
    const hear = (d: Buffer): void => void (this.said += d.toString());
    this.child.stdout?.on('data', hear);
    this.child.stderr?.on('data', hear);
    this.ended = new Promise((done) => this.child.once('exit', (code) => done(code)));
  }
  async ready(): Promise<string> {
    await expect.poll(() => this.address ?? this.child.exitCode, { timeout: 40_000, interval: 30 }).not.toBeNull();
    if (this.address === null) throw new Error(`It did not start: ${this.said}`);
    return this.address;
  }
  get address(): string | null {
    return /ready at (\S+)/u.exec(this.said)?.[1] ?? null;
  }
  /** ms until it had ended */
  async end(signal: NodeJS.Signals): Promise<number> {
    const at = performance.now();
    this.child.kill(signal);
    await this.ended;
    return performance.now() - at;
  }
}
/** Processes that have something to do with this data. */
const processesOf = (what: string): readonly number[] =>
  readdirSync('/proc')
    .filter((p) => /^\d+$/u.test(p))
    .filter((p) => {
      try {
        return (
          readFileSync(`/proc/${p}/cmdline`, 'utf8').includes(what) || environment(p).includes(`DEKKOR_DATA=${what}`)
        );
      } catch {
        return false;
      }
    })
    .map(Number);
const environment = (pid: string): string => {
  try {
    return readFileSync(`/proc/${pid}/environ`, 'utf8');
  } catch {
    return '';
  }
};
const postgresOf = (folder: string): number =>
  Number(readFileSync(join(folder, 'pg/postmaster.pid'), 'utf8').split('\n')[0]);
const nothingLeft = (): Promise<void> =>
  expect.poll(() => processesOf(data).length, { timeout: 12_000, interval: 50 }).toBe(0);

/** Can somebody else than root run what stands here? */
const othersCanRead =
  process.getuid?.() === 0 &&
  spawnSync('setpriv', [
    '--reuid',
    '65534',
    '--clear-groups',
    process.execPath,
    '-e',
    "require('node:fs').readFileSync('scripts/start.mjs')",
  ]).status === 0;
let data = '';
const started: Started[] = [];
function start(port?: string, more?: Readonly<Record<string, string>>, as?: readonly string[]): Started {
  const one = new Started(data, port, more, as);
  started.push(one);
  return one;
}
beforeEach(() => {
  data = mkdtempSync(join(tmpdir(), 'dekkor-start ü-'));
});
afterEach(async () => {
  for (const s of started.splice(0)) s.child.kill('SIGKILL');
  await nothingLeft();
  rmSync(data, { recursive: true, force: true });
});
const projects = async (address: string): Promise<number> =>
  ((await (await fetch(`${address}/api/projects`)).json()) as { projects: unknown[] }).projects.length;

describe('the start command', () => {
  it('serves, tells a second one where, and ends with everything it started', async () => {
    const first = start();
    const address = await first.ready();
    expect(await projects(address)).toBe(2);
    const second = start();
    expect(await second.ended).toBe(1);
    expect(second.said).toContain(`running on this data already: ${address}`);
    expect(await first.end('SIGTERM')).toBeLessThan(5000);
    await nothingLeft();
  });
  it('started twice at the same moment, for the first time, serves once and tells the other', async () => {
    const both = [start(), start()];
    const codes = await Promise.all(both.map((s) => Promise.race([s.ended, s.ready().catch(() => null)])));
    const serving = both.filter((s) => s.address !== null);
    expect(serving).toHaveLength(1);
    expect(codes).toContain(1);
    expect(both.find((s) => s.address === null)?.said).toMatch(
      /Another Dekkor is starting|running on this data already/u,
    );
    expect(await projects(serving[0]?.address ?? '')).toBe(2);
  });
  it('ends within 5 s also when the server hangs, and at once when asked twice', async () => {
    const one = start();
    await one.ready();
    const server = processesOf(data).find((p) =>
      readFileSync(`/proc/${p}/cmdline`, 'utf8').includes('dist/server/main.mjs'),
    );
    process.kill(server ?? 0, 'SIGSTOP');
    expect(await one.end('SIGINT')).toBeLessThan(5000);
    await nothingLeft();
    const two = start();
    await two.ready();
    two.child.kill('SIGINT');
    expect(await two.end('SIGINT')).toBeLessThan(4000);
    await nothingLeft();
  });
  it('that is killed leaves nothing running, and starts again with everything', async () => {
    const one = start();
    const address = await one.ready();
    await fetch(`${address}/api/projects`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Kept', kit: 'plywood@1.0.0' }),
    });
    await one.end('SIGKILL');
    await nothingLeft();
    expect(await projects(await start().ready())).toBe(3);
  });
  it.runIf(othersCanRead)('serves without being root too, and leaves nothing running when it is killed', async () => {
    chownSync(data, 65534, 65534);
    const one = start('0', { HOME: data }, ['setpriv', '--reuid', '65534', '--regid', '65534', '--clear-groups']);
    await one.ready();
    const own = processesOf(data).find((p) => readFileSync(`/proc/${p}/cmdline`, 'utf8').includes('scripts/start.mjs'));
    process.kill(own ?? one.child.pid ?? 0, 'SIGKILL');
    await nothingLeft();
  });
  it('killed at any moment of its first start can be started again', async () => {
    for (const after of [150, 500, 900, 1300, 1700, 2100]) {
      const one = start();
      await new Promise((r) => setTimeout(r, after));
      await one.end('SIGKILL');
    }
    expect(await projects(await start().ready())).toBe(2);
  });
  it('starts the database again when that dies, and says so meanwhile', async () => {
    const one = start();
    const address = await one.ready();
    process.kill(postgresOf(data), 'SIGKILL');
    const away = await fetch(`${address}/api/projects`);
    if (away.status !== 200) {
      expect(away.status).toBe(503);
      expect(((await away.json()) as { code: string }).code).toBe('store.away');
    }
    await expect.poll(async () => (await fetch(`${address}/api/health`)).status, { timeout: 20_000 }).toBe(200);
    expect(await projects(address)).toBe(2);
    await expect.poll(() => one.said).toContain('The database answers again');
  });
  it('says when its port is taken, and takes no other', async () => {
    const taken = createServer();
    const port = await new Promise<number>((done) =>
      taken.listen(0, '127.0.0.1', () => done((taken.address() as { port: number }).port)),
    );
    const one = start(String(port));
    expect(await one.ended).toBe(1);
    expect(one.said).toContain(`Port ${port} is taken by another program`);
    taken.close();
    await nothingLeft();
  });
  it('names data that another version of the database made, and leaves it as it is', async () => {
    const one = start();
    await one.ready();
    await one.end('SIGTERM');
    writeFileSync(join(data, 'pg/PG_VERSION'), '9.6\n');
    const two = start();
    expect(await two.ended).toBe(1);
    expect(two.said).toContain('was made by PostgreSQL 9.6, which is not installed');
    expect(existsSync(join(data, 'pg/base'))).toBe(true);
  });
  it('is not put where others reach it without a key', async () => {
    const one = start('0', { DEKKOR_HOST: '0.0.0.0' });
    expect(await one.ended).toBe(1);
    expect(one.said).toContain('give it a key (DEKKOR_KEY');
  });
});
