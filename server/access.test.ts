import { spawnSync } from 'node:child_process';
import { connect } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WebSocket } from 'ws';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';

let house: TestServer;
let keyed: TestServer;
let project = '';
beforeAll(async () => {
  const db = await freshDatabase();
  house = new TestServer(db);
  keyed = new TestServer(await freshDatabase(), { DEKKOR_KEY: 'harbour-light' });
  await house.start();
  await keyed.start();
  const made = await fetch(`${house.address}/api/projects`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Gate', kit: 'plywood@1.0.0' }),
  });
  project = ((await made.json()) as { project: { id: string } }).project.id;
});
afterAll(async () => {
  await house?.kill();
  await keyed?.kill();
});

/** Sends exactly these bytes; gives all that is answered until the connection ends. */
function raw(text: string | Uint8Array, to = house, wait = 5000): Promise<string> {
  return new Promise((done) => {
    const socket = connect(Number(to.port), '127.0.0.1', () => socket.write(text));
    let got = '';
    const end = (): void => {
      socket.destroy();
      done(got);
    };
    const timer = setTimeout(end, wait);
    socket.on('data', (d) => {
      got += d.toString('latin1');
      // An answer that says how long it is ends there.
      const length = /content-length: (\d+)/iu.exec(got)?.[1];
      const head = got.indexOf('\r\n\r\n');
      if (length !== undefined && head >= 0 && got.length >= head + 4 + Number(length)) {
        clearTimeout(timer);
        end();
      }
    });
    socket.on('error', end);
    socket.on('close', () => {
      clearTimeout(timer);
      done(got);
    });
  });
}
const statusOf = (answer: string): number => Number(/^HTTP\/1\.1 (\d+)/u.exec(answer)?.[1] ?? 0);
/** A request as a browser sends it for a page: with where the page is from. */
const asPage = (method: string, path: string, headers: Readonly<Record<string, string>>, to = house): Promise<string> =>
  raw(
    [
      `${method} ${path} HTTP/1.1`,
      ...Object.entries({ host: `127.0.0.1:${to.port}`, connection: 'close', ...headers }).map(
        ([k, v]) => `${k}: ${v}`,
      ),
      '',
      method === 'GET' ? '' : '{}',
    ].join('\r\n'),
    to,
  );
const ROUTES: readonly (readonly [method: string, path: string])[] = [
  ['GET', '/api/projects'],
  ['POST', '/api/projects'],
  ['GET', '/api/projects/PROJECT'],
  ['PATCH', '/api/projects/PROJECT'],
  ['DELETE', '/api/projects/PROJECT'],
  ['POST', '/api/projects/PROJECT/copy'],
  ['POST', '/api/projects/PROJECT/restore'],
  ['GET', '/api/projects/PROJECT/edits?after=0'],
  ['POST', '/api/projects/PROJECT/edits'],
  ['GET', '/api/projects/PROJECT/history'],
  ['GET', '/api/projects/PROJECT/at/0'],
  ['GET', '/api/projects/PROJECT/live'],
  ['GET', '/api/projects/PROJECT/screens/one.png'],
  ['GET', '/api/pictures'],
  ['POST', '/api/pictures'],
  ['GET', '/api/kits'],
  ['POST', '/api/kits'],
  ['GET', '/api/kits/plywood@1.0.0/kit.json'],
  ['GET', '/api/kits/plywood@1.0.0/read.json'],
  ['GET', '/api/fonts/NotoSans-400.ttf'],
  ['POST', '/api/key'],
];

describe.each(ROUTES)('%s %s', (method, path) => {
  const at = (): string => path.replace('PROJECT', project);
  const length: Readonly<Record<string, string>> =
    method === 'GET' ? {} : { 'content-type': 'application/json', 'content-length': '2' };
  it('is not for pages from elsewhere, on this machine or any other', async () => {
    const pages: readonly Readonly<Record<string, string>>[] = [
      { origin: 'http://localhost:9999' },
      { origin: 'https://harbour.example' },
      { origin: 'null' },
      { 'sec-fetch-site': 'same-site' },
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'document' },
      { host: 'harbour.example' },
    ];
    for (const headers of pages) {
      const got = await asPage(method, at(), { ...length, ...headers });
      expect([statusOf(got), /application\/problem\+json/u.test(got)], JSON.stringify(headers)).toEqual([403, true]);
      expect(got).toMatch(/(?:origin|host)\.unknown/u);
    }
  });
});

describe('pages', () => {
  it('of its own are answered, and a link from anywhere leads to them', async () => {
    const own = `127.0.0.1:${house.port}`;
    expect(
      statusOf(await asPage('GET', '/api/projects', { origin: `http://${own}`, 'sec-fetch-site': 'same-origin' })),
    ).toBe(200);
    expect(
      statusOf(
        await asPage('GET', '/', {
          'sec-fetch-site': 'cross-site',
          'sec-fetch-mode': 'navigate',
          'sec-fetch-dest': 'document',
        }),
      ),
    ).toBe(200);
    expect(
      statusOf(
        await asPage('GET', '/', {
          'sec-fetch-site': 'cross-site',
          'sec-fetch-mode': 'no-cors',
          'sec-fetch-dest': 'image',
        }),
      ),
    ).toBe(403);
  });
});

describe('other people on this machine', () => {
  const asNobody = (
    to: TestServer,
    headers: Readonly<Record<string, string>> = {},
  ): { status: number; text: string } => {
    const script = `fetch(process.argv[1], { headers: JSON.parse(process.argv[2]) }).then(async (r) => console.log(JSON.stringify({ status: r.status, text: await r.text() })))`;
    const got = spawnSync(
      'setpriv',
      [
        '--reuid',
        '65534',
        '--regid',
        '65534',
        '--clear-groups',
        process.execPath,
        '-e',
        script,
        `${to.address}/api/projects`,
        JSON.stringify(headers),
      ],
      { encoding: 'utf8', cwd: '/' },
    );
    return JSON.parse(got.stdout) as { status: number; text: string };
  };
  // Only root can be others, and only where they may run this program.
  const canBeOthers =
    process.getuid?.() === 0 &&
    spawnSync('setpriv', ['--reuid', '65534', '--clear-groups', process.execPath, '-e', '0'], { cwd: '/' }).status ===
      0;
  it.runIf(canBeOthers)('are told whose it is, and see nothing', () => {
    const got = asNobody(house);
    expect(got.status).toBe(403);
    expect(got.text).toContain('started by somebody else on this machine');
    expect(got.text).not.toContain('Norrvik');
  });
  it.runIf(canBeOthers)('come in with the key, and not with another', () => {
    expect(asNobody(keyed).status).toBe(403);
    expect(asNobody(keyed, { authorization: 'Bearer wrong' }).status).toBe(403);
    expect(asNobody(keyed, { authorization: 'Bearer harbour light' }).status).toBe(403);
    expect(asNobody(keyed).text).toContain('user.unknown');
  });
  it.runIf(canBeOthers)('are refused at every route, and let in at every route with the key', () => {
    const script = `const [base, routes, headers] = process.argv.slice(1);
      Promise.all(JSON.parse(routes).map(async ([method, path]) => {
        const r = await fetch(base + path, { method, headers: { ...JSON.parse(headers), ...(method === 'GET' ? {} : { 'content-type': 'application/json' }) }, ...(method === 'GET' || method === 'DELETE' ? {} : { body: '{}' }), redirect: 'manual' });
        return [method, path, r.status, r.status === 403 ? (await r.json()).code : ''];
      })).then((all) => console.log(JSON.stringify(all)));`;
    const ask = (
      to: TestServer,
      headers: Readonly<Record<string, string>>,
    ): readonly (readonly [string, string, number, string])[] => {
      // The project of the other house is not there: what matters is who is let in to hear that.
      const routes = ROUTES.filter(([, path]) => path !== '/api/key').map(([m, path]) => [
        m,
        path.replace('PROJECT', 'nobody'),
      ]);
      const got = spawnSync(
        'setpriv',
        [
          '--reuid',
          '65534',
          '--regid',
          '65534',
          '--clear-groups',
          process.execPath,
          '-e',
          script,
          to.address,
          JSON.stringify(routes),
          JSON.stringify(headers),
        ],
        { encoding: 'utf8', cwd: '/' },
      );
      return JSON.parse(got.stdout) as readonly (readonly [string, string, number, string])[];
    };
    for (const [method, path, status, code] of [...ask(house, {}), ...ask(keyed, {})])
      expect([status, code], `${method} ${path}`).toEqual([403, 'user.unknown']);
    for (const [method, path, status] of ask(keyed, { authorization: 'Bearer harbour-light' }))
      expect(status, `${method} ${path}`).not.toBe(403);
  });
  it.runIf(canBeOthers)('come by a review link to what it shows, and to nothing else', async () => {
    const made = await fetch(`${house.address}/api/projects/norrvik-crossings/review-links`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'L', scope: { all: true }, rights: ['comment'] }),
    });
    const { token } = (await made.json()) as { token: string };
    const script = `const [base, paths, cookie] = process.argv.slice(1);
      Promise.all(JSON.parse(paths).map(async (path) => (await fetch(base + path, { headers: { cookie } })).status)).then((all) => { console.log(JSON.stringify(all)); process.exit(); });`;
    const ask = (paths: readonly string[], cookie = ''): readonly number[] => {
      const got = spawnSync(
        'setpriv',
        [
          '--reuid',
          '65534',
          '--regid',
          '65534',
          '--clear-groups',
          process.execPath,
          '-e',
          script,
          house.address,
          JSON.stringify(paths),
          cookie,
        ],
        { encoding: 'utf8', cwd: '/' },
      );
      return JSON.parse(got.stdout) as readonly number[];
    };
    const drawn = [
      '/api/kits',
      '/api/kits/skerry-line@2.1.0/kit.json',
      '/api/kits/skerry-line@2.1.0/read.json',
      '/api/fonts/NotoSans-400.ttf',
      '/api/pictures/harbour',
    ];
    const others = [
      '/api/projects',
      '/api/projects/norrvik-crossings',
      '/api/projects/norrvik-crossings/comments',
      '/api/kits/skerry-line@2.1.0/uses',
      '/api/pictures',
      '/api/health',
      '/',
    ];
    expect(ask([`/r/${token}`, `/api/review/${token}`, `/api/review/${token}/comments`])).toEqual([200, 200, 200]);
    expect(ask(['/api/review/' + 'x'.repeat(32)])).toEqual([404]);
    // What is drawn with is given to whoever holds a link that is open; nothing else is, with it or without.
    expect(ask(drawn)).toEqual(drawn.map(() => 403));
    expect(ask(drawn, `dekkor-review=${token}.`)).toEqual(drawn.map(() => 200));
    expect(ask(others, `dekkor-review=${token}.`)).toEqual(others.map(() => 403));
  });
  it('give the key once, and the browser keeps what only this server understands', async () => {
    const wrong = await asPage(
      'POST',
      '/api/key',
      { 'content-type': 'application/json', 'content-length': '2' },
      keyed,
    );
    expect(statusOf(wrong)).toBe(403);
    const form = 'key=harbour-light';
    const got = await raw(
      `POST /api/key HTTP/1.1\r\nhost: 127.0.0.1:${keyed.port}\r\ncontent-type: application/x-www-form-urlencoded\r\ncontent-length: ${form.length}\r\nconnection: close\r\n\r\n${form}`,
      keyed,
    );
    expect(statusOf(got)).toBe(303);
    const cookie = /set-cookie: (dekkor-key=[0-9a-f]{64}); Max-Age=\d+; Path=\/; HttpOnly; SameSite=Strict/iu.exec(
      got,
    )?.[1];
    expect(cookie).toBeDefined();
    // With it, also by another name than this machine’s own.
    const far = { host: 'harbour.example' };
    expect(statusOf(await asPage('GET', '/api/projects', { ...far, cookie: cookie ?? '' }, keyed))).toBe(200);
    expect(statusOf(await asPage('GET', '/api/projects', { ...far, cookie: `${cookie?.slice(0, -1)}0` }, keyed))).toBe(
      403,
    );
    if (canBeOthers) expect(asNobody(keyed, { cookie: cookie ?? '' }).status).toBe(200);
  });
});

describe('requests that are none', () => {
  const problem = (answer: string): string => /"code":"([a-z.]+)"/u.exec(answer)?.[1] ?? '';
  it.each([
    ['no HTTP', 'hello there\r\n\r\n', 400],
    [
      'a bad escape in the address',
      'GET /api/projects/%ZZ HTTP/1.1\r\nhost: 127.0.0.1\r\nconnection: close\r\n\r\n',
      400,
    ],
    ['an endless head', `GET / HTTP/1.1\r\nhost: 127.0.0.1\r\nx: ${'a'.repeat(40_000)}\r\n\r\n`, 431],
    ['an unknown method', 'GRAB / HTTP/1.1\r\nhost: 127.0.0.1\r\n\r\n', 400],
    [
      'an id that is too long',
      `GET /api/projects/${'a'.repeat(900)} HTTP/1.1\r\nhost: 127.0.0.1\r\nconnection: close\r\n\r\n`,
      404,
    ],
  ])('are answered as such: %s', async (_, text, status) => {
    const got = await raw(text);
    expect(statusOf(got)).toBe(status);
    expect(got).toMatch(/application\/problem\+json/iu);
    expect(problem(got)).not.toBe('');
  });
  it.each([
    ['text/plain', '{"name":"x","kit":"plywood@1.0.0"}', 415],
    ['application/xml', '<a/>', 415],
    ['application/json', '{"name":', 400],
    ['application/json', `${'['.repeat(10_000)}${']'.repeat(10_000)}`, 400],
    ['application/json', `{"name":"x","kit":${'{"a":'.repeat(10_000)}1${'}'.repeat(10_000)}}`, 400],
    ['application/json', '{"name":"x","kit":"plywood@1.0.0","__proto__":{"id":"y"}}', 400],
    ['application/json', '{"name":"a\\u0000b","kit":"plywood@1.0.0"}', 400],
    ['application/json', '{"name":" \\u200b ","kit":"plywood@1.0.0"}', 400],
    ['application/json', '{"name":"a\\nb","kit":"plywood@1.0.0"}', 400],
    ['multipart/form-data', 'no boundary', 400],
  ])('body %#, of another kind or shape, is refused', async (type, body, status) => {
    const got = await fetch(`${house.address}/api/projects`, {
      method: 'POST',
      headers: { 'content-type': type },
      body,
    });
    const said = (await got.json()) as { code: string; detail: string };
    expect([got.status, said.detail.length > 20]).toEqual([status, true]);
    expect(got.headers.get('content-type')).toContain('application/problem+json');
  });
  it('forms of many parts are refused, and what comes after is answered', async () => {
    const form = new FormData();
    for (let n = 0; n < 2000; n++) form.append(`field${n}`, 'x'.repeat(500));
    const got = await fetch(`${house.address}/api/pictures`, { method: 'POST', body: form });
    expect(got.status).toBeGreaterThanOrEqual(400);
    expect(got.status).toBeLessThan(500);
    expect((await fetch(`${house.address}/api/kits`)).status).toBe(200);
  });
  it('halves of characters in a name are mended, and its pictures still have a name', async () => {
    const made = await fetch(`${house.address}/api/projects`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"name":"Har\\ud83dbour","kit":"plywood@1.0.0"}',
    });
    const { project: p } = (await made.json()) as { project: { id: string; name: string } };
    expect([made.status, p.name]).toEqual([201, 'Har\ufffdbour']);
  });
});

describe('the live connection', () => {
  const open = (
    path: string,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<{ said: string; status: number }> =>
    new Promise((done) => {
      const socket = new WebSocket(`${house.address.replace('http', 'ws')}${path}`, { headers });
      socket.on('message', (m) => {
        done({ said: String(m), status: 101 });
        socket.close();
      });
      socket.on('unexpected-response', (_, r) => done({ said: '', status: r.statusCode ?? 0 }));
      socket.on('error', () => undefined);
    });
  it('is for projects that are there', async () => {
    expect(await open(`/api/projects/${project}/live`)).toMatchObject({ status: 101 });
    expect((await open('/api/projects/nobody/live')).status).toBe(404);
  });
  it('is not for pages from elsewhere', async () => {
    expect((await open(`/api/projects/${project}/live`, { origin: 'http://localhost:3000' })).status).toBe(403);
  });
  it('tells when the project is put away and brought back, and is refused while it is', async () => {
    const told: string[] = [];
    const socket = new WebSocket(`${house.address.replace('http', 'ws')}/api/projects/${project}/live`);
    await new Promise((r) => socket.on('open', r));
    socket.on('message', (m) => told.push(String(m)));
    await fetch(`${house.address}/api/projects/${project}`, { method: 'DELETE' });
    expect((await open(`/api/projects/${project}/live`)).status).toBe(410);
    await fetch(`${house.address}/api/projects/${project}/restore`, { method: 'POST' });
    await expect.poll(() => told.slice(-2)).toEqual(['{"away":true}', '{"away":false}']);
    socket.close();
  });
  it('ends when somebody speaks on it', async () => {
    const socket = new WebSocket(`${house.address.replace('http', 'ws')}/api/projects/${project}/live`);
    await new Promise((r) => socket.on('open', r));
    socket.send('hello');
    expect(await new Promise((r) => socket.on('close', r))).toBe(1008);
  });
});
