import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import type { Comment, Project, ReviewLink, LinkRight } from '../core/index.js';

let house: TestServer;
beforeAll(async () => {
  house = new TestServer(await freshDatabase());
  await house.start();
});
afterAll(() => house?.kill());

const DEMO = 'norrvik-crossings';
interface Answer {
  readonly status: number;
  readonly body: Record<string, unknown> & { code?: string; detail?: string };
  readonly cookie: string;
}
async function call(method: string, path: string, body?: unknown, cookie = ''): Promise<Answer> {
  const got = await fetch(`${house.address}/api${path}`, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...(cookie ? { cookie } : {}) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await got.text();
  return {
    status: got.status,
    body: text.startsWith('{') ? (JSON.parse(text) as Answer['body']) : { detail: text },
    cookie: got.headers.get('set-cookie')?.split(';')[0] ?? '',
  };
}
const ALL: readonly LinkRight[] = ['comment', 'try', 'measure', 'test'];
const link = async (wanted: Record<string, unknown> = {}): Promise<ReviewLink> => {
  const got = await call('POST', `/projects/${DEMO}/review-links`, {
    name: 'For the harbour',
    scope: { all: true },
    rights: ALL,
    ...wanted,
  });
  expect(got.status, JSON.stringify(got.body)).toBe(201);
  return got.body as unknown as ReviewLink;
};
const comment = (more: Record<string, unknown> = {}) => ({
  screen: 'detail',
  place: { fx: 0.5, fy: 0.5, x: 100, y: 200 },
  author: 'Asta',
  words: 'Could this say when the gate closes?',
  ...more,
});

describe('a review link', () => {
  it('leads to what it was made for, and to nothing else', async () => {
    const flow = (await call('GET', `/projects/${DEMO}`)).body['project'] as Project;
    const first = flow.flows[0]?.id ?? '';
    const one = await link({ scope: { flow: first } });
    const got = await call('GET', `/review/${one.token}`);
    const shown = got.body['project'] as Project;
    expect(shown.screens.map((s) => s.id)).toEqual(flow.screens.filter((s) => s.flow === first).map((s) => s.id));
    expect(shown.flows.map((f) => f.id)).toEqual([first]);
    expect(shown.matchSheets).toEqual({});
    const some = await link({ scope: { screens: ['pay'] } });
    expect(((await call('GET', `/review/${some.token}`)).body['project'] as Project).screens.map((s) => s.id)).toEqual([
      'pay',
    ]);
    // Content that shows on none of them is not given, nor can what was said elsewhere be answered by it.
    expect((await call('GET', `/review/${some.token}`)).body['project']).toMatchObject({ contentSets: {} });
    const said = (await call('POST', `/projects/${DEMO}/comments`, comment())).body as unknown as Comment;
    const reached = await call('POST', `/review/${some.token}/comments`, comment({ screen: 'pay', parent: said.id }));
    expect([reached.status, reached.body.code]).toEqual([404, 'comment.unknown']);
    // What is not among them cannot be spoken of.
    expect((await call('POST', `/review/${some.token}/comments`, comment())).status).toBe(404);
  });
  it('is always current, or as it was at a version', async () => {
    const project = (await call('POST', '/projects', { name: 'Piers', kit: 'plywood@1.0.0' })).body[
      'project'
    ] as Project;
    const edit = (n: number) => ({
      base: n,
      edits: [
        {
          id: `edit-number-${n}`,
          label: 'Screen',
          steps: [
            {
              do: 'insertScreen',
              screen: {
                id: `s${n}`,
                name: `S${n}`,
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
    await call('POST', `/projects/${project.id}/edits`, edit(0));
    const made = async (revision: number | null): Promise<ReviewLink> =>
      (
        await call('POST', `/projects/${project.id}/review-links`, {
          name: 'L',
          scope: { all: true },
          rights: [],
          revision,
        })
      ).body as unknown as ReviewLink;
    const [then, now] = [await made(1), await made(null)];
    await call('POST', `/projects/${project.id}/edits`, edit(1));
    const screens = async (l: ReviewLink): Promise<number> =>
      ((await call('GET', `/review/${l.token}`)).body['project'] as Project).screens.length;
    expect([await screens(then), await screens(now)]).toEqual([1, 2]);
  });
  it('answers in one and the same way whether it is wrong, has ended, was taken back, or its project put away', async () => {
    const ended = await link({ endsAt: '2020-01-01T00:00:00Z' });
    const taken = await link();
    await call('PATCH', `/projects/${DEMO}/review-links/${taken.id}`, { revoked: true });
    const away = (await call('POST', '/projects', { name: 'Away', kit: 'plywood@1.0.0' })).body['project'] as Project;
    const gone = (
      await call('POST', `/projects/${away.id}/review-links`, { name: 'L', scope: { all: true }, rights: [] })
    ).body as unknown as ReviewLink;
    await call('DELETE', `/projects/${away.id}`);
    const answers = [];
    for (const token of [ended.token, taken.token, gone.token, 'x'.repeat(32), 'short', "' or 1=1 --"])
      answers.push(await call('GET', `/review/${encodeURIComponent(token)}`));
    for (const a of answers)
      expect([a.status, a.body.code, a.body.detail]).toEqual([404, 'link.closed', answers[0]?.body.detail]);
    await call('PATCH', `/projects/${DEMO}/review-links/${taken.id}`, { revoked: false });
    expect((await call('GET', `/review/${taken.token}`)).status).toBe(200);
  });
  it('asks for its pass phrase, and stops whoever guesses', async () => {
    const l = await link({ phrase: 'three grey seals' });
    expect(l).not.toHaveProperty('phrase', 'three grey seals');
    const shut = await call('GET', `/review/${l.token}`);
    expect([shut.status, shut.body.code]).toEqual([401, 'link.phrase']);
    expect(shut.body).not.toHaveProperty('project');
    const right = await call('POST', `/review/${l.token}/enter`, { phrase: 'three grey seals' });
    expect(right.status).toBe(200);
    expect((await call('GET', `/review/${l.token}`, undefined, right.cookie)).status).toBe(200);
    // The pass of one link opens no other.
    const two = await link({ phrase: 'four' });
    expect(
      (await call('GET', `/review/${two.token}`, undefined, right.cookie.replace(l.token, two.token))).status,
    ).toBe(401);
    const codes = [];
    for (let i = 0; i < 14; i++)
      codes.push((await call('POST', `/review/${l.token}/enter`, { phrase: `guess ${i}` })).status);
    expect(codes.filter((c) => c === 401).length).toBeGreaterThan(5);
    expect(codes.at(-1)).toBe(429);
  });
  it.each(
    ALL.flatMap((right) => [true, false].map((has) => [right, has] as const)).filter(
      ([right]) => right === 'comment' || right === 'test',
    ),
  )('lets people %s: only where that was ticked (%s)', async (right, has) => {
    const l = await link({ rights: ALL.filter((r) => r !== right || has) });
    const test = (await call('POST', `/projects/${DEMO}/tests`, { task: 'Book', start: 'find', goal: 'pass' }))
      .body as unknown as { id: string };
    const got =
      right === 'comment'
        ? await call('POST', `/review/${l.token}/comments`, comment())
        : await call('POST', `/review/${l.token}/tests/${test.id}/sessions`, { outcome: 'done', took: 5, events: [] });
    expect(got.status).toBe(has ? 201 : 403);
    if (!has) expect(got.body.code).toBe('link.right');
  });
  it.each([
    ['without a name', { name: ' ' }],
    ['for a flow that is not there', { scope: { flow: 'gone' } }],
    ['for a screen that is not there', { scope: { screens: ['gone'] } }],
    ['for nothing', { scope: { screens: [] } }],
    ['with a right that nobody knows', { rights: ['delete'] }],
    ['until a day that is none', { endsAt: 'soon' }],
    ['at a revision that is not stored', { revision: 99_999 }],
  ])('is not made %s', async (_, more) => {
    const before = ((await call('GET', `/projects/${DEMO}/review-links`)).body['links'] as unknown[]).length;
    const got = await call('POST', `/projects/${DEMO}/review-links`, {
      name: 'L',
      scope: { all: true },
      rights: [],
      ...more,
    });
    expect(got.status).toBeGreaterThanOrEqual(400);
    expect(got.status).toBeLessThan(500);
    expect((await call('GET', `/projects/${DEMO}/review-links`)).body['links']).toHaveLength(before);
  });
});

describe('comments', () => {
  it('are said by a link, seen by the designer, answered and settled; an answer asks again', async () => {
    const l = await link();
    const said = (await call('POST', `/review/${l.token}/comments`, comment({ node: 'detail-4' })))
      .body as unknown as Comment;
    expect(said).toMatchObject({ author: 'Asta', guest: true, node: 'detail-4', resolvedAt: null });
    const answer = (
      await call('POST', `/projects/${DEMO}/comments`, comment({ parent: said.id, author: '', words: 'It will.' }))
    ).body as unknown as Comment;
    expect(answer).toMatchObject({ parent: said.id, guest: false, author: 'Designer' });
    await call('PATCH', `/projects/${DEMO}/comments/${said.id}`, { resolved: true });
    const seen = async (): Promise<readonly Comment[]> =>
      (await call('GET', `/review/${l.token}/comments`)).body['comments'] as Comment[];
    expect((await seen()).find((c) => c.id === said.id)?.resolvedAt).not.toBeNull();
    await call('POST', `/review/${l.token}/comments`, comment({ parent: said.id, words: 'When?' }));
    expect((await seen()).find((c) => c.id === said.id)?.resolvedAt).toBeNull();
    // An answer is answered in its thread, not below itself.
    expect((await call('POST', `/review/${l.token}/comments`, comment({ parent: answer.id }))).status).toBe(404);
  });
  it.each([
    ['nothing', '   ', 422, 'comment.empty'],
    ['100,000 characters', 'a'.repeat(100_000), 422, 'comment.long'],
  ])('that hold %s are refused with a sentence', async (_, words, status, code) => {
    const l = await link();
    const got = await call('POST', `/review/${l.token}/comments`, comment({ words }));
    expect([got.status, got.body.code]).toEqual([status, code]);
  });
  it('keep what looks like a script as the words it is, and lose signs that nobody sees', async () => {
    const l = await link();
    const words = '<script>alert(1)</script> & "quotes"\u0000\u0007';
    const got = (await call('POST', `/review/${l.token}/comments`, comment({ words }))).body as unknown as Comment;
    expect(got.words).toBe('<script>alert(1)</script> & "quotes"');
  });
});

describe('versions', () => {
  it('are named, renamed and forgotten; days have one of their own', async () => {
    const made = (await call('POST', `/projects/${DEMO}/versions`, { name: 'Before the harbour looked' }))
      .body as unknown as { id: string; revision: number };
    const list = async () =>
      (await call('GET', `/projects/${DEMO}/versions`)).body['versions'] as {
        id: string | null;
        name: string;
        revision: number;
      }[];
    expect((await list()).find((v) => v.id === made.id)).toMatchObject({
      name: 'Before the harbour looked',
      revision: made.revision,
    });
    await call('PATCH', `/projects/${DEMO}/versions/${made.id}`, { name: 'First look' });
    expect((await list()).find((v) => v.id === made.id)?.name).toBe('First look');
    await call('POST', `/projects/${DEMO}/edits`, {
      base: 0,
      edits: [{ id: 'edit-of-today', label: 'Name', steps: [{ do: 'name', value: 'Norrvik crossings' }] }],
    });
    expect((await list()).some((v) => v.id === null)).toBe(true);
    expect((await call('DELETE', `/projects/${DEMO}/versions/${made.id}`)).status).toBe(200);
    expect((await call('DELETE', `/projects/${DEMO}/versions/${made.id}`)).status).toBe(404);
    expect((await call('POST', `/projects/${DEMO}/versions`, { name: 'Ahead', revision: 99_999 })).status).toBe(404);
  });
});

describe('tests with people', () => {
  it('keep their sessions, give it as a table that no spreadsheet runs, and end', async () => {
    const test = (
      await call('POST', `/projects/${DEMO}/tests`, { task: '=Book a crossing', start: 'find', goal: 'pass' })
    ).body as unknown as { id: string };
    const session = {
      outcome: 'done',
      took: 42_000,
      events: [{ ms: 900, kind: 'press', screen: 'find', x: 12, y: 30, node: '=cmd()', hit: false }],
    };
    expect((await call('POST', `/projects/${DEMO}/tests/${test.id}/sessions`, session)).status).toBe(201);
    const got = await call('GET', `/projects/${DEMO}/tests/${test.id}`);
    expect(got.body['sessions']).toMatchObject([{ outcome: 'done', took: 42_000, events: session.events }]);
    const csv = (await call('GET', `/projects/${DEMO}/tests/${test.id}/sessions.csv`)).body.detail ?? '';
    expect(csv).toContain("'=cmd()");
    expect(csv).toContain('1,done,42000,900,press,Find a crossing,12,30');
    await call('PATCH', `/projects/${DEMO}/tests/${test.id}`, { closed: true });
    expect((await call('POST', `/projects/${DEMO}/tests/${test.id}/sessions`, session)).status).toBe(409);
    const bad = { ...session, events: [{ ...session.events[0], kind: 'steal' }] };
    expect((await call('POST', `/projects/${DEMO}/tests/${test.id}/sessions`, bad)).status).toBe(400);
    expect((await call('POST', `/projects/${DEMO}/tests`, { task: 'x', start: 'gone', goal: 'pass' })).status).toBe(
      404,
    );
  });
});
