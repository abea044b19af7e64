import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WebSocket } from 'ws';
import type { Edit, Json, Project } from '../core/index.js';
import { percentile, tell } from '../bench/report.js';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { Chance } from '../testing/random.js';
import { mutated } from './mutate.js';

interface Confirmed {
  readonly revision: number;
  readonly edit: Edit;
}
const named = (n: number | string): Edit => ({
  id: `edit-${n}`,
  label: `Name ${n}`,
  steps: [{ do: 'name', value: `Name ${n}` }],
});
async function send(
  address: string,
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; json: Record<string, unknown> }> {
  const got = await fetch(`${address}/api${path}`, {
    method,
    ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });
  return { status: got.status, json: (await got.json()) as Record<string, unknown> };
}
const make = async (address: string): Promise<string> =>
  ((await send(address, 'POST', '/projects', { name: 'Soak', kit: 'plywood@1.0.0' })).json['project'] as Project).id;
/** MB of memory that a process has in use. */
const memoryOf = (pid: number): number =>
  (Number(readFileSync(`/proc/${pid}/statm`, 'latin1').split(' ')[1]) * 4096) / 1024 / 1024;

// ── killing ──
/** What one writer was told, to be found again. */
class Writer {
  readonly confirmed = new Set<string>();
  private serial = 0;
  stopped = false;
  constructor(
    readonly project: string,
    private readonly name: string,
  ) {}
  /** Sends edit after edit until it is stopped; what was not answered is sent again under its id. */
  async write(address: () => string): Promise<void> {
    let edit: Edit | null = null;
    while (!this.stopped) {
      edit ??= named(`${this.name}-${++this.serial}`);
      try {
        const got = await send(address(), 'POST', `/projects/${this.project}/edits`, { base: 0, edits: [edit] });
        if (got.status === 200) {
          this.confirmed.add(edit.id);
          edit = null;
        } else await new Promise((r) => setTimeout(r, 20));
      } catch {
        await new Promise((r) => setTimeout(r, 20));
      }
    }
  }
}

/** Everything that belongs to a start on this data. */
const processesOf = (data: string, what: string): number[] =>
  readdirSync('/proc')
    .filter((p) => /^\d+$/u.test(p))
    .filter((p) => {
      try {
        return (
          readFileSync(`/proc/${p}/cmdline`, 'utf8').includes(what) &&
          (readFileSync(`/proc/${p}/cmdline`, 'utf8').includes(data) ||
            readFileSync(`/proc/${p}/environ`, 'utf8').includes(`DEKKOR_DATA=${data}`))
        );
      } catch {
        return false;
      }
    })
    .map(Number);

/**
 * Kills server, database and start script again and again while writers write; then looks whether everything that was
 * confirmed is there, once, in order.
 */
export async function soakKills(kills: number): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'dekkor-soak-'));
  const chance = new Chance(kills);
  let child: ChildProcess | null = null;
  let address = '';
  let byHand = 0;
  const start = async (): Promise<void> => {
    for (let n = 0; n < 5; n++) {
      const made = spawn(process.execPath, ['scripts/start.mjs'], {
        stdio: ['ignore', 'pipe', 'pipe'],
        env: { ...process.env, DEKKOR_DATA: data, PORT: '0' },
      });
      child = made;
      let said = '';
      const ready = await new Promise<boolean>((done) => {
        const hear = (d: Buffer): void => {
          said += d.toString();
          const at = /ready at (\S+)/u.exec(said)?.[1];
          if (at !== undefined) {
            address = at;
            done(true);
          }
        };
        made.stdout?.on('data', hear);
        made.stderr?.on('data', hear);
        made.once('exit', () => done(false));
      });
      if (ready) return;
      // One that was killed a moment ago may still be ending: a person would try again.
      if (!/running on this data|starting on this data/u.test(said)) byHand++;
      if (n > 1) console.error(`  it did not start: ${said.slice(-300)}`);
      await new Promise((r) => setTimeout(r, 500));
    }
  };
  await start();
  const projects = [await make(address), await make(address)];
  const writers = Array.from({ length: 6 }, (_, n) => new Writer(projects[n % 2] ?? '', `w${n}`));
  const writing = writers.map((w) => w.write(() => address));
  const began = Date.now();
  let done = 0;
  for (; done < kills; done++) {
    await new Promise((r) => setTimeout(r, 60 + chance.below(500)));
    const what = chance.below(10);
    if (what < 4) {
      // The database: it is started again by itself.
      const pid = Number(readFileSync(join(data, 'pg/postmaster.pid'), 'utf8').split('\n')[0]);
      try {
        process.kill(pid, 'SIGKILL');
      } catch {
        continue;
      }
      const until = Date.now() + 20_000;
      while (Date.now() < until) {
        const ok = await fetch(`${address}/api/health`).then(
          (r) => r.status === 200,
          () => false,
        );
        if (ok) break;
        await new Promise((r) => setTimeout(r, 30));
      }
      continue;
    }
    const now = child as ChildProcess | null;
    const gone =
      now && now.exitCode === null && now.signalCode === null
        ? new Promise((r) => now.once('exit', r))
        : Promise.resolve();
    if (what < 7) for (const pid of processesOf(data, 'dist/server/main.mjs')) process.kill(pid, 'SIGKILL');
    else now?.kill('SIGKILL');
    await gone;
    await start();
  }
  for (const w of writers) w.stopped = true;
  await Promise.all(writing);
  let lost = 0;
  let doubled = 0;
  let disorder = 0;
  let all = 0;
  for (const id of projects) {
    const got = await send(address, 'GET', `/projects/${id}/edits?after=0`);
    const list = got.json['edits'] as Confirmed[];
    all += list.length;
    const ids = list.map((c) => c.edit.id);
    doubled += ids.length - new Set(ids).size;
    disorder += list.filter((c, i) => c.revision !== i + 1).length;
    const there = new Set(ids);
    for (const w of writers) if (w.project === id) for (const e of w.confirmed) if (!there.has(e)) lost++;
    for (const w of writers)
      if (w.project === id) {
        const own = ids.filter((e) => e.startsWith(`edit-w${writers.indexOf(w)}-`)).map((e) => Number(e.split('-')[2]));
        disorder += own.filter((n, i) => i > 0 && n < (own[i - 1] ?? 0)).length;
      }
    if ((await send(address, 'GET', `/projects/${id}`)).status !== 200) lost++;
  }
  tell(
    'Kills of server, database and start script under load',
    done,
    `in ${Math.round((Date.now() - began) / 1000)} s`,
  );
  tell(`  of ${all.toLocaleString('en')} confirmed edits lost`, lost, '', { below: 1 });
  tell('  doubled', doubled, '', { below: 1 });
  tell('  out of order', disorder, '', { below: 1 });
  tell('  starts that needed somebody', byHand, '', { below: 1 });
  const ended = new Promise((r) => child?.once('exit', r));
  (child as ChildProcess | null)?.kill('SIGTERM');
  await ended;
  rmSync(data, { recursive: true, force: true });
}

// ── requests that are none ──
/** Edits, bodies and raw bytes of every kind: what is answered, and whether everything still opens. */
export async function soakRequests(total: number): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  const id = await make(house.address);
  await send(house.address, 'POST', `/projects/${id}/edits`, {
    base: 0,
    edits: [
      {
        id: 'first-screen',
        label: 'Add',
        steps: [
          {
            do: 'insertScreen',
            screen: {
              id: 'a',
              name: 'A',
              flow: 'flow-1',
              device: 'phone',
              width: 390,
              height: 844,
              root: 'root',
              nodes: { root: { id: 'root', type: 'box', attrs: {}, children: [] } },
            },
            after: null,
          },
        ],
      },
    ],
  });
  const steps: readonly Json[] = [
    {
      do: 'insert',
      tree: 'screen:a',
      root: 'n',
      nodes: { n: { id: 'n', type: 'box', attrs: { width: 10 }, children: [] } },
      into: { parent: 'root' },
      after: null,
    },
    {
      do: 'insert',
      tree: 'screen:a',
      root: 'm',
      nodes: {
        m: { id: 'm', type: 'instance', component: 'plywood@1.0.0/button', attrs: {}, overrides: [], fills: [] },
      },
      into: { parent: 'root' },
      after: null,
    },
    { do: 'setScreen', screen: 'a', field: 'name', value: 'B' },
    { do: 'name', value: 'Other' },
    {
      do: 'contentSet',
      set: 's',
      value: {
        id: 's',
        name: 'S',
        columns: [{ id: 'c', name: 'C', kind: 'text' }],
        rows: [{ key: 'r', values: { c: 'x' } }],
      },
    },
  ];
  let failed = 0;
  let hangs = 0;
  let slowest = 0;
  let taken = 0;
  const began = performance.now();
  for (let n = 0; n < total; n++) {
    const chance = new Chance(n * 31 + 5);
    const at = performance.now();
    if (chance.is(0.15)) {
      const head = `${chance.of(['GET', 'POST', 'PUT', 'DELETE', 'X'])} /api/${chance.of(['projects', 'pictures', 'kits', '%ff', '../..', `projects/${id}/edits`])} HTTP/1.1\r\nhost: 127.0.0.1\r\n${chance.of(['', 'content-length: 9\r\n', 'content-length: -1\r\n', 'transfer-encoding: chunked\r\n', 'content-type: application/json\r\n', 'expect: 100-continue\r\n'])}connection: close\r\n\r\n${chance.of(['', '{', '{"a":1}', '0\r\n\r\n', '\u0000\u0001'])}`;
      const answer = await rawOnce(house, head);
      if (/^HTTP\/1\.1 5/u.test(answer)) failed++;
    } else {
      const edit = { id: `soak-${n}`, label: 'Soak', steps: [chance.of(steps)] } as unknown as Json;
      const body = chance.is(0.8)
        ? { base: 0, edits: [mutated(edit, chance)] }
        : mutated({ base: 0, edits: [edit] }, chance);
      const got = await send(house.address, 'POST', `/projects/${id}/edits`, body);
      if (got.status >= 500) {
        failed++;
        if (failed < 5) console.error(`  ${got.status} for ${JSON.stringify(body).slice(0, 300)}`);
      }
      if (got.status === 200) taken++;
    }
    const took = performance.now() - at;
    slowest = Math.max(slowest, took);
    if (took > 2000) hangs++;
    if (n % 500 === 0 && (await send(house.address, 'GET', `/projects/${id}`)).status !== 200) failed++;
  }
  const { port } = house;
  const memory = memoryOf(house.pid);
  await house.kill();
  await house.start(port);
  const opened = await send(house.address, 'GET', `/projects/${id}`);
  const picture = await fetch(`${house.address}/api/projects/${id}/screens/a.png`);
  tell('Spoilt requests', total, `in ${Math.round((performance.now() - began) / 1000)} s`);
  tell('  answered as a failure of the server', failed, '', { below: 1 });
  tell('  longer than 2 s', hangs, '', { below: 1 });
  tell('  slowest', slowest, 'ms', { below: 2000 });
  tell(
    `  does not open, or needs mending, with the ${taken} that were taken`,
    opened.status === 200 && opened.json['problems'] === undefined && picture.status === 200 ? 0 : 1,
    '',
    { below: 1 },
  );
  tell('  memory of the server', memory, 'MB', { below: 600 });
  await house.kill();
}
const rawOnce = (house: TestServer, text: string): Promise<string> =>
  new Promise((done) => {
    const socket = connect(Number(house.port), '127.0.0.1', () => socket.write(text));
    let got = '';
    const end = (): void => {
      socket.destroy();
      done(got);
    };
    const timer = setTimeout(end, 300);
    socket.on('data', (d) => {
      got += d.toString('latin1');
      clearTimeout(timer);
      end();
    });
    socket.on('error', end);
    socket.on('close', () => done(got));
  });

// ── many tabs ──
/** Many open tabs, some of which never read what they are told. */
export async function soakSockets(count: number, silent: number): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  const id = await make(house.address);
  const sockets: WebSocket[] = [];
  let told = 0;
  for (let n = 0; n < count; n++) {
    const socket = new WebSocket(`${house.address.replace('http', 'ws')}/api/projects/${id}/live`);
    await new Promise((done) => socket.once('open', done));
    socket.on('message', () => told++);
    socket.on('error', () => undefined);
    sockets.push(socket);
    if (n < silent) (socket as unknown as { _socket: { pause(): void } })._socket.pause();
  }
  const before = memoryOf(house.pid);
  let most = before;
  const label = 'x'.repeat(200);
  for (let n = 0; n < 300; n++) {
    await send(house.address, 'POST', `/projects/${id}/edits`, {
      base: 0,
      edits: Array.from({ length: 20 }, (_, k) => ({ ...named(`s${n}-${k}`), label: `${label}${n}` })),
    });
    if (n % 20 === 0) most = Math.max(most, memoryOf(house.pid));
  }
  tell(`${count} tabs, ${silent} of them silent, and 6,000 edits: memory grows by`, most - before, 'MB', {
    below: 250,
  });
  const at = performance.now();
  house.end();
  await house.ended();
  tell('  and the server ends within', performance.now() - at, 'ms', { below: 5000 });
  tell('  told', told, 'messages');
  for (const s of sockets) s.terminate();
}

// ── long histories, many pictures ──
/** A project of very many edits: opened cold, and edited by somebody who was away from the beginning. */
export async function soakHistory(count: number): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  const id = await make(house.address);
  const screen = (n: number): Edit => ({
    id: `screen-${n}`,
    label: 'Add',
    steps: [
      {
        do: 'insertScreen',
        screen: {
          id: `s${n}`,
          name: `Screen ${n}`,
          flow: 'flow-1',
          device: 'phone',
          width: 390,
          height: 844,
          root: 'root',
          nodes: { root: { id: 'root', type: 'box', attrs: {}, children: [] } },
        },
        after: n > 0 ? `s${n - 1}` : null,
      },
    ],
  });
  let base = 0;
  const give = async (edits: readonly Edit[]): Promise<void> => {
    const got = await send(house.address, 'POST', `/projects/${id}/edits`, { base, edits });
    if (got.status !== 200) throw new Error(JSON.stringify(got.json).slice(0, 200));
    base += edits.length;
  };
  await give(Array.from({ length: 20 }, (_, n) => screen(n)));
  for (let n = 0; base < count; n++)
    await give(
      Array.from({ length: Math.min(500, count - base) }, (_, k): Edit => ({
        id: `h${n}-${k}`,
        label: 'Rename',
        steps: [{ do: 'setScreen', screen: `s${k % 20}`, field: 'name', value: `Screen ${n} ${k}` }],
      })),
    );
  const { port } = house;
  await house.kill();
  await house.start(port);
  let at = performance.now();
  const opened = await send(house.address, 'GET', `/projects/${id}`);
  tell(
    `${count.toLocaleString('en')} edits: opened cold`,
    opened.status === 200 ? performance.now() - at : Infinity,
    'ms',
    { below: 300 },
  );
  at = performance.now();
  const late = await send(house.address, 'POST', `/projects/${id}/edits`, {
    base: 1,
    edits: [{ ...screen(77), steps: [{ ...(screen(77).steps[0] as object), after: 's0' }] }],
  });
  tell('  an edit made on revision 1', late.status === 200 ? performance.now() - at : Infinity, 'ms', { below: 200 });
  at = performance.now();
  const middle = await send(house.address, 'GET', `/projects/${id}/at/${Math.floor(count / 2) + 321}`);
  tell('  a state in the middle of the history', middle.status === 200 ? performance.now() - at : Infinity, 'ms');
  await house.kill();
}

/** Many pictures asked for at once, and what everybody else waits meanwhile. */
export async function soakPictures(count: number): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  const list = (await send(house.address, 'GET', '/projects')).json['projects'] as { id: string; shown: string[] }[];
  const { id = '', shown = [] } = list.find((p) => p.shown.length > 0) ?? {};
  // A server that has been at work for a moment, not one that has just begun.
  await Promise.all(
    Array.from({ length: 20 }, (_, n) =>
      fetch(`${house.address}/api/projects/${id}/screens/${shown[n % shown.length]}.png?scale=${0.3 + n / 50}`).then(
        (r) => r.arrayBuffer(),
      ),
    ),
  );
  const at = performance.now();
  const drawing = Array.from({ length: count }, (_, n) =>
    fetch(`${house.address}/api/projects/${id}/screens/${shown[n % shown.length]}.png?scale=${1 + n / count}`).then(
      (r) => r.status,
    ),
  );
  const others: number[] = [];
  let going = true;
  const asking = (async () => {
    while (going) {
      const began = performance.now();
      await send(house.address, 'GET', '/kits');
      others.push(performance.now() - began);
      await new Promise((r) => setTimeout(r, 10));
    }
  })();
  const statuses = await Promise.all(drawing);
  going = false;
  await asking;
  tell(
    `${count} pictures at once: drawn`,
    statuses.filter((s) => s === 200).length,
    `in ${Math.round(performance.now() - at)} ms`,
  );
  tell('  the slowest of all other answers meanwhile', percentile(others, 100), 'ms', { below: 100 });
  await house.kill();
}
