import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readKit, type Edit, type Project, type Step } from '../core/index.js';
import { Sequelize } from 'sequelize';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { openDatabase } from './database.js';
import { verifySnapshots } from './verify.js';

let house: TestServer;
beforeAll(async () => {
  house = new TestServer(await freshDatabase());
  await house.start();
});
afterAll(() => house?.kill());

interface Answer {
  readonly status: number;
  readonly body: Record<string, unknown> & {
    project: Project;
    edits: { revision: number; edit: Edit }[];
    detail: string;
    revision: number;
  };
}
async function call(method: string, path: string, body?: unknown): Promise<Answer> {
  const response = await fetch(`${house.address}/api${path}`, {
    method,
    ...(body === undefined
      ? {}
      : {
          body: body instanceof FormData ? body : JSON.stringify(body),
          ...(body instanceof FormData ? {} : { headers: { 'content-type': 'application/json' } }),
        }),
  });
  return { status: response.status, body: (await response.json()) as Answer['body'] };
}
const fresh = async (): Promise<string> =>
  (await call('POST', '/projects', { name: 'Test', kit: 'plywood@1.0.0' })).body.project.id;
const named = (n: number): Edit => ({
  id: `edit-number-${n}`,
  label: `Name ${n}`,
  steps: [{ do: 'name', value: `Name ${n}` }],
});
const screen = (id: string): Step => ({
  do: 'insertScreen',
  screen: {
    id,
    name: id,
    flow: 'flow-1',
    device: 'phone',
    width: 390,
    height: 844,
    root: 'root',
    nodes: { root: { id: 'root', type: 'box', attrs: {}, children: [] } },
  },
  after: null,
});
const send = (id: string, base: number, ...edits: Edit[]): Promise<Answer> =>
  call('POST', `/projects/${id}/edits`, { base, edits });

describe('edits', () => {
  it('are confirmed in one order, whoever sends them, with no number left out', async () => {
    const id = await fresh();
    await Promise.all(Array.from({ length: 12 }, (_, n) => send(id, 0, named(n))));
    const all = (await call('GET', `/projects/${id}/edits?after=0`)).body.edits;
    expect(all.map((e) => e.revision)).toEqual(Array.from({ length: 12 }, (_, i) => i + 1));
    // Whichever came last is what the project is called now.
    expect((await call('GET', `/projects/${id}`)).body.project.name).toBe(all.at(-1)?.edit.label);
  });
  it('are done once, however often they are sent', async () => {
    const id = await fresh();
    const one = await send(id, 0, named(1));
    const two = await send(id, 0, named(1));
    expect(two.body.edits.map((e) => e.revision)).toEqual(one.body.edits.map((e) => e.revision));
    expect((await call('GET', `/projects/${id}`)).body.revision).toBe(1);
  });
  it('are refused under an id that was used for something else, and what stands is told', async () => {
    const id = await fresh();
    await send(id, 0, named(1));
    const other = await send(id, 0, { ...named(2), id: 'edit-number-1' });
    expect([other.status, other.body['code']]).toEqual([409, 'edit.changed']);
    const both = await send(id, 1, named(3), { ...named(4), id: 'edit-number-3' });
    expect([both.status, both.body['code']]).toEqual([409, 'edit.changed']);
    expect((await call('GET', `/projects/${id}`)).body.revision).toBe(1);
  });
  it('that come late are laid on top of what came first, or refused with a reason', async () => {
    const id = await fresh();
    await send(id, 0, { id: 'make-the-screen', label: 'Add', steps: [screen('a')] });
    await send(id, 1, { id: 'drop-the-screen', label: 'Drop', steps: [{ do: 'removeScreen', screen: 'a' }] });
    const late = await send(id, 1, {
      id: 'late-and-too-late',
      label: 'Rename',
      steps: [{ do: 'setScreen', screen: 'a', field: 'name', value: 'B' }],
    });
    expect(late.status).toBe(409);
    expect(late.body.detail.length).toBeGreaterThan(20);
    expect((await send(id, 0, named(7))).status).toBe(200);
    expect((await call('GET', `/projects/${id}`)).body.revision).toBe(3);
  });
  it('are all or nothing', async () => {
    const id = await fresh();
    const got = await send(id, 0, {
      id: 'half-good-half-bad',
      label: 'Both',
      steps: [
        { do: 'name', value: 'Good' },
        { do: 'removeScreen', screen: 'gone' },
      ],
    });
    expect(got.status).toBe(409);
    expect((await call('GET', `/projects/${id}`)).body.project.name).toBe('Test');
  });
  it('survive a kill in the middle of many: what was confirmed is there, and the rest can be sent again', async () => {
    const id = await fresh();
    const confirmed: number[] = [];
    const sending = Promise.all(
      Array.from({ length: 30 }, async (_, n) => {
        try {
          if ((await send(id, 0, named(n))).status === 200) confirmed.push(n);
        } catch {
          // The server was killed while it was asked.
        }
      }),
    );
    await new Promise((done) => setImmediate(done));
    const { port } = house;
    await house.kill();
    await sending;
    await house.start(port);
    const had = (await call('GET', `/projects/${id}/edits?after=0`)).body.edits;
    for (const n of confirmed) expect(had.some((e) => e.edit.id === `edit-number-${n}`)).toBe(true);
    for (let n = 0; n < 30; n++) expect((await send(id, 0, named(n))).status).toBe(200);
    expect((await call('GET', `/projects/${id}`)).body.revision).toBe(30);
  });
});

describe('projects', () => {
  it('are renamed, copied, deleted and brought back', async () => {
    const id = await fresh();
    await call('PATCH', `/projects/${id}`, { name: 'Other' });
    const copy = await call('POST', `/projects/${id}/copy`, {});
    expect(copy.body.project.name).toContain('Other');
    await call('DELETE', `/projects/${id}`);
    const list = async (): Promise<{ id: string; deletedAt: string | null }[]> =>
      (await call('GET', '/projects')).body['projects'] as { id: string; deletedAt: string | null }[];
    expect((await list()).find((p) => p.id === id)?.deletedAt).not.toBeNull();
    await call('POST', `/projects/${id}/restore`, {});
    expect((await list()).find((p) => p.id === id)?.deletedAt).toBeNull();
  });
  it('renamed by several at once are each renamed: every name that was confirmed stands in the history', async () => {
    const id = await fresh();
    const names = Array.from({ length: 24 }, (_, n) => `Quay ${n}`);
    const got = await Promise.all(names.map((name) => call('PATCH', `/projects/${id}`, { name })));
    expect(got.map((g) => g.status)).toEqual(names.map(() => 200));
    const all = (await call('GET', `/projects/${id}/edits?after=0`)).body.edits;
    const said = all.map(({ edit }) => (edit.steps[0]?.do === 'name' ? edit.steps[0].value : ''));
    expect([...said].sort()).toEqual([...names].sort());
    const list = (await call('GET', '/projects')).body['projects'] as { id: string; name: string }[];
    expect(list.find((p) => p.id === id)?.name).toBe(said.at(-1));
  });
  it('that were put away say so, and keep what was done on them meanwhile for when they are back', async () => {
    const id = await fresh();
    await call('DELETE', `/projects/${id}`);
    const late = await send(id, 0, named(1));
    expect([late.status, late.body['code']]).toEqual([410, 'project.away']);
    expect(late.body.detail).toContain('Test was put away');
    await call('POST', `/projects/${id}/restore`, {});
    expect((await send(id, 0, named(1))).status).toBe(200);
  });
  it('begin with the two demo projects', async () => {
    const list = (await call('GET', '/projects')).body['projects'] as { name: string; screens: number }[];
    expect(list.find((p) => p.name === 'Norrvik crossings')?.screens).toBeGreaterThanOrEqual(6);
    expect(list.find((p) => p.name === 'Summit pass')?.screens).toBeGreaterThanOrEqual(3);
  });
  it.each([
    ['GET', '/projects/nobody'],
    ['GET', '/projects/nobody/edits?after=0'],
    ['GET', '/kits/none@1.0.0/kit.json'],
    ['GET', '/kits/none@1.0.0/read.json'],
    ['GET', '/pictures/none'],
    ['GET', '/nothing'],
  ])('%s %s names what is not there', async (method, path) => {
    const got = await call(method, path);
    expect(got.status).toBe(404);
    expect(got.body.detail).toMatch(/no|nothing/u);
  });
});

describe('the program in the browser', () => {
  it('is kept by what it is called by, and the page that names it is asked for every time', async () => {
    const got = async (path: string): Promise<Response> => fetch(`${house.address}${path}`);
    const page = await got('/');
    expect(page.headers.get('cache-control')).toBe('no-cache');
    const [, first = ''] = /src="(\/assets\/[^"]+\.js)"/u.exec(await page.text()) ?? [];
    const program = await got(first);
    expect(program.status).toBe(200);
    expect(program.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect((await got('/mark.svg')).headers.get('cache-control')).not.toContain('31536000');
    // Any address of a view is that page.
    expect((await got('/p/norrvik-crossings/compose')).headers.get('cache-control')).toBe('no-cache');
  });
});

describe('pictures', () => {
  const file = (name: string, bytes: Uint8Array | string): FormData => {
    const form = new FormData();
    form.append('picture', new Blob([bytes as BlobPart]), name);
    return form;
  };
  const svg = (inside: string, size = 'width="40" height="30"'): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inside}</svg>`;
  it('are stored once, and a drawing becomes a picture without its scripts', async () => {
    const drawing = svg('<script>alert(1)</script><rect width="40" height="30" fill="red"/>');
    const one = await call('POST', '/pictures', file('a.svg', drawing));
    const two = await call('POST', '/pictures', file('b.svg', drawing));
    expect(one.status).toBe(201);
    expect(two.body['id']).toBe(one.body['id']);
    const bytes = new Uint8Array(
      await (await fetch(`${house.address}/api/pictures/${String(one.body['id'])}`)).arrayBuffer(),
    );
    expect([...bytes.slice(1, 4)]).toEqual([80, 78, 71]);
  });
  it.each([
    ['notes.txt', 'only words', 415, /notes\.txt is not a picture/u],
    ['huge.svg', svg('', 'width="90000" height="90000"'), 422, /90000 × 90000/u],
    ['bomb.png', pngHeader(60_000, 60_000), 422, /60000 × 60000/u],
  ])('%s is refused by name', async (name, bytes, status, why) => {
    const got = await call('POST', '/pictures', file(name, bytes));
    expect(got.status).toBe(status);
    expect(got.body.detail).toMatch(why);
  });
});

/** A PNG that says it is so large, with nothing in it. */
function pngHeader(width: number, height: number): Uint8Array {
  const bytes = new Uint8Array(33);
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
  new DataView(bytes.buffer).setUint32(16, width);
  new DataView(bytes.buffer).setUint32(20, height);
  bytes.set([8, 6], 24);
  return bytes;
}

describe('kits', () => {
  const install = async (kit: unknown): Promise<Answer> => {
    const form = new FormData();
    form.append('kit', new Blob([typeof kit === 'string' ? kit : JSON.stringify(kit)]), 'kit.json');
    return call('POST', '/kits', form);
  };
  it.each([
    ['{ no json', /neither a kit package/u],
    [{ hello: 1 }, /./u],
    [[], /./u],
  ])('that are none are refused: %j', async (kit, why) => {
    const got = await install(kit);
    expect(got.status).toBe(422);
    expect(got.body.detail).toMatch(why);
    expect(got.body.detail).toContain('Nothing was installed');
  });
  it('of an installed version are never replaced', async () => {
    const own = await (await fetch(`${house.address}/api/kits/plywood@1.0.0/kit.json`)).json();
    expect((await install(own)).status).toBe(409);
  });
  const own = async (id: string): Promise<Record<string, unknown>> => ({
    ...((await (await fetch(`${house.address}/api/kits/plywood@1.0.0/kit.json`)).json()) as Record<string, unknown>),
    id,
  });
  it('that come several times at once are installed once', async () => {
    const kit = await own('alder');
    const got = await Promise.all(Array.from({ length: 6 }, () => install(kit)));
    expect(got.map((g) => g.status).sort()).toEqual([201, 409, 409, 409, 409, 409]);
  });
  it('are taken out when nothing needs them, and not before', async () => {
    await install(await own('birch'));
    const made = await call('POST', '/projects', { name: 'In birch', kit: 'birch@1.0.0' });
    expect(made.status).toBe(201);
    const used = await call('DELETE', '/kits/birch@1.0.0');
    expect([used.status, used.body.detail]).toEqual([409, expect.stringContaining('is needed by In birch')]);
    // It can be hidden: it is offered no more, what has it stays as it is.
    expect((await call('PATCH', '/kits/birch@1.0.0', { hidden: 'yes' })).status).toBe(400);
    expect((await call('PATCH', '/kits/none@1.0.0', { hidden: true })).status).toBe(404);
    expect((await call('PATCH', '/kits/birch@1.0.0', { hidden: true })).status).toBe(200);
    const told = (await call('GET', '/kits')).body as unknown as { kits: { ref: string; hidden: boolean }[] };
    expect(told.kits.filter((k) => k.hidden).map((k) => k.ref)).toEqual(['birch@1.0.0']);
    expect((await call('GET', '/kits/birch@1.0.0/kit.json')).status).toBe(200);
    expect((await call('PATCH', '/kits/birch@1.0.0', { hidden: false })).status).toBe(200);
    expect((await call('DELETE', '/kits/plywood@1.0.0')).body.detail).toContain('came with Dekkor');
    await install(await own('cedar'));
    expect((await call('DELETE', '/kits/cedar@1.0.0')).status).toBe(200);
    expect((await call('GET', '/kits/cedar@1.0.0/kit.json')).status).toBe(404);
    expect((await install(await own('cedar'))).status).toBe(201);
  });
  it('are given as they were read, and kept for good under a stamp that none has but this', async () => {
    type Info = { ref: string; stamp: string; fonts: string[] };
    const told = async (ref = 'larch@1.0.0'): Promise<Info> => {
      const { kits } = (await call('GET', '/kits')).body as unknown as { kits: Info[] };
      const info = kits.find((k) => k.ref === ref);
      if (!info) throw new Error(`${ref} is not installed`);
      return info;
    };
    const kept = async (path: string): Promise<string | null> =>
      (await fetch(`${house.address}/api/kits/larch@1.0.0/${path}`)).headers.get('cache-control');
    const kit = await own('larch');
    await install(kit);
    const { stamp } = await told();
    expect(stamp).toMatch(/^[0-9a-f]{16}$/u);
    expect((await told('plywood@1.0.0')).fonts).toEqual((kit['fonts'] as { file: string }[]).map((f) => f.file));
    const read = await fetch(`${house.address}/api/kits/larch@1.0.0/read.json?stamp=${stamp}`);
    expect(await read.json()).toEqual(readKit(kit, { files: [] }).value);
    expect(read.headers.get('cache-control')).toContain('immutable');
    expect(await kept('read.json')).toBe('no-cache');
    // Another in its place, called the same.
    await call('DELETE', '/kits/larch@1.0.0');
    await install({ ...kit, name: 'Larch, mended' });
    const now = await told();
    expect(now.stamp).not.toBe(stamp);
    expect(await kept(`read.json?stamp=${stamp}`)).toBe('no-cache');
    expect(await kept(`read.json?stamp=${now.stamp}`)).toContain('immutable');
    expect(await kept('kit.json')).toBe('no-cache');
  });
  it('that come in the place of others are what screens are drawn with, though there are as many as before', async () => {
    const tinted = async (id: string, fill: string): Promise<unknown> => {
      const kit = JSON.parse(JSON.stringify(await own(id))) as {
        tokens: { color: Record<string, { $value: string }> };
      };
      const block = kit.tokens.color['block'];
      if (block) block.$value = fill;
      return kit;
    };
    await install(await tinted('elm', '#112233'));
    const id = await fresh();
    const button = {
      id: 'n',
      type: 'instance',
      component: 'plywood@1.0.0/button',
      attrs: {},
      overrides: [],
      fills: [],
    } as const;
    await send(id, 0, {
      id: 'one-screen',
      label: 'Add',
      steps: [
        screen('a'),
        { do: 'insert', tree: 'screen:a', root: 'n', nodes: { n: button }, into: { parent: 'root' }, after: null },
      ],
    });
    const seen = async (lens: string): Promise<string> =>
      (await fetch(`${house.address}/api/projects/${id}/screens/a.svg?lens=${lens}`)).text();
    expect(await seen('elm@1.0.0')).toContain('#112233');
    expect((await call('DELETE', '/kits/elm@1.0.0')).status).toBe(200);
    await install(await tinted('fir', '#445566'));
    expect(await seen('fir@1.0.0')).toContain('#445566');
    expect((await call('DELETE', '/kits/fir@1.0.0')).status).toBe(200);
    await install(await tinted('fir', '#778899'));
    expect(await seen('fir@1.0.0')).toContain('#778899');
  });
  it('that are made to take long are read or refused in time, and others are answered meanwhile', async () => {
    const kit = (await own('dogwood')) as { tokens: Record<string, unknown>; components: unknown[] };
    const part = (id: string, of: string): unknown => ({ id, type: 'instance', component: of });
    for (let n = 0; n < 5000; n++) kit.tokens[`a${n}`] = { $type: 'color', $value: `{a${n + 1}}` };
    for (let n = 0; n < 120; n++)
      kit.components.push({
        ...(kit.components[0] as object),
        id: `c${n}`,
        tree: {
          id: 'root',
          type: 'box',
          children: Array.from({ length: 30 }, (_, k) => part(`x${k}`, `c${(n + k + 1) % 120}`)),
        },
      });
    const at = performance.now();
    let slowest = 0;
    const installing = install(kit);
    for (let n = 0; n < 10; n++) {
      const asked = performance.now();
      await call('GET', '/kits');
      slowest = Math.max(slowest, performance.now() - asked);
    }
    const got = await installing;
    expect(got.status).toBe(201);
    // About a second; what grows with the product of its parts would take hours.
    expect(performance.now() - at).toBeLessThan(30_000);
    expect(slowest).toBeLessThan(5000);
  });
});

describe('what is stored and can no longer be read', () => {
  /** As a disk or a person may leave it: what is stored of a project is written over. */
  async function spoil(id: string, sql: string): Promise<void> {
    const db = new Sequelize(house.db, { dialect: 'postgres', logging: false });
    await db.query(sql, { bind: [id] });
    await db.close();
  }
  const restart = async (): Promise<void> => {
    const { port } = house;
    await house.kill();
    await house.start(port);
  };
  it('is shown on Home as such, beside all others, and the last good state of it is opened as a copy', async () => {
    const id = await fresh();
    await send(id, 0, named(1));
    // Enough for a snapshot of its own, which is then spoilt.
    for (let n = 0; n < 3; n++) await send(id, 1, ...Array.from({ length: 40 }, (_, k) => named(10 + n * 40 + k)));
    await expect
      .poll(async () => {
        const db = new Sequelize(house.db, { dialect: 'postgres', logging: false });
        const [rows] = await db.query('select 1 from snapshots where project_id = $1', { bind: [id] });
        await db.close();
        return rows.length;
      })
      .toBe(2);
    await spoil(
      id,
      `update snapshots set document = '{"format":"dekkor/2","project":' where project_id = $1 and revision > 0`,
    );
    await restart();
    const list = (await call('GET', '/projects')).body['projects'] as { id: string; problem: string | null }[];
    expect(list.find((p) => p.id === id)?.problem).toMatch(/cannot be opened|cannot be read/u);
    expect(list.filter((p) => p.problem === null).length).toBeGreaterThan(2);
    const copy = await call('POST', `/projects/${id}/rescue`, {});
    expect(copy.status).toBe(201);
    expect(copy.body.project.name).toMatch(/, rescued$/u);
    const file = await fetch(`${house.address}/api/projects/${id}/stored.json`);
    expect(file.headers.get('content-disposition')).toContain('attachment');
    expect(((await file.json()) as { edits: unknown[] }).edits).toHaveLength(121);
  });
  it('is noticed where a snapshot is not what its edits make, and taken away: the edits count', async () => {
    const id = await fresh();
    for (let n = 0; n < 3; n++)
      await send(id, n * 40, ...Array.from({ length: 40 }, (_, k) => named(2000 + n * 40 + k)));
    const rows = async (): Promise<number> => {
      const db = new Sequelize(house.db, { dialect: 'postgres', logging: false });
      const [found] = await db.query('select 1 from snapshots where project_id = $1', { bind: [id] });
      await db.close();
      return found.length;
    };
    await expect.poll(rows).toBe(2);
    const db = openDatabase(house.db);
    expect((await verifySnapshots(db)).filter((d) => d.project === id)).toEqual([]);
    await spoil(
      id,
      `update snapshots set document = replace(document, 'Name 2', 'Other 2') where project_id = $1 and revision > 0`,
    );
    expect((await verifySnapshots(db)).filter((d) => d.project === id)).toHaveLength(1);
    await db.close();
    expect(await rows()).toBe(1);
    await restart();
    expect((await call('GET', `/projects/${id}`)).body.project.name).toBe('Name 2119');
  });
  it('of a kit keeps neither the server nor the other kits from starting', async () => {
    await spoil('x', `insert into kits (ref, json, installed_at) values ('spoilt@1.0.0', $1 || '{', now())`);
    await restart();
    const got = (await call('GET', '/kits')).body as unknown as { kits: unknown[]; broken: { ref: string }[] };
    expect(got.broken.map((k) => k.ref)).toEqual(['spoilt@1.0.0']);
    expect(got.kits.length).toBeGreaterThan(2);
    expect((await call('DELETE', '/kits/spoilt@1.0.0')).status).toBe(200);
    expect(((await call('GET', '/kits')).body as unknown as { broken: unknown[] }).broken).toEqual([]);
  });
  it('is never a part of the history: the database itself refuses to change, delete or empty it', async () => {
    const id = await fresh();
    await send(id, 0, named(1));
    for (const sql of [
      `update edits set label = 'x' where project_id = $1`,
      'delete from edits where project_id = $1',
      'delete from projects where id = $1',
    ])
      await expect(spoil(id, sql)).rejects.toThrow(/edits are never changed/u);
    const db = new Sequelize(house.db, { dialect: 'postgres', logging: false });
    await expect(db.query('truncate edits')).rejects.toThrow(/edits are never changed/u);
    await db.close();
  });
});
