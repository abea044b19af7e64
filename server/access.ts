import { createHash, timingSafeEqual } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { IncomingMessage } from 'node:http';
import type { Socket } from 'node:net';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import { ProblemError } from './errors.js';

/** The name of the cookie that a key becomes once it was given. */
const COOKIE = 'dekkor-key';
const LOOPBACK_NAME = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/u;
/** How often the system’s table is looked into for one connection. */
const TRIES = 4;
/** A year: s. */
const YEAR = 31_536_000;

export interface AccessOptions {
  /** Opens the door to others than the user who started the server; none: nobody else comes in. */
  readonly key?: string;
  /** Whose connections are answered without a key; for tests. */
  readonly ownerOf?: (socket: Socket, since?: number) => Promise<number | null>;
  /** What somebody may ask for who is neither, because they came by a link that lets them. */
  readonly guest?: (request: FastifyRequest) => Promise<boolean>;
}

/**
 * Who may speak with this server at all. Checked for every request, live connections too, before any work is done:
 * pages that it served itself, on behalf of the user who started it (or root), or of somebody who has the key.
 */
export function access(server: FastifyInstance, { key = '', ownerOf = userOf, guest }: AccessOptions): void {
  const own = process.getuid?.() ?? null;
  const trusted = new WeakMap<Socket, boolean>();
  const accepted = new WeakMap<Socket, number>();
  server.server.on('connection', (socket) => accepted.set(socket, performance.now()));

  /** Is this a connection of the user who runs this server, or of root? Asked of the system once for each connection. */
  async function isOwner(socket: Socket): Promise<boolean> {
    const known = trusted.get(socket);
    if (known !== undefined) return known;
    // The table is read while it changes, so that a line can be missed: once is not enough to say no.
    let user: number | null = null;
    for (let n = 0; own !== null && user === null && n < TRIES; n++)
      user = await ownerOf(socket, n === 0 ? accepted.get(socket) : undefined);
    if (user === null) return false;
    const is = user === own || user === 0;
    trusted.set(socket, is);
    return is;
  }
  const hasKey = (request: FastifyRequest): boolean =>
    key !== '' && (same(bearer(request.raw), key) || same(request.cookies[COOKIE] ?? '', digest(key)));

  server.addHook('onRequest', async (request, reply) => {
    const { host = '', origin } = request.headers;
    const keyed = hasKey(request);
    const asGuest = !keyed && guest !== undefined && (await guest(request));
    if (!keyed && !asGuest && !LOOPBACK_NAME.test(host))
      throw new ProblemError(
        'host.unknown',
        'This server only answers on this machine’s own address. From elsewhere it needs the key that it was started with (DEKKOR_KEY).',
      );
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`)
      throw new ProblemError(
        'origin.unknown',
        'This server only answers pages that it served itself, and this one came from elsewhere.',
      );
    const site = request.headers['sec-fetch-site'];
    // A link from anywhere may lead to a page of this server; nothing else from elsewhere is answered.
    const visit = request.headers['sec-fetch-mode'] === 'navigate' && request.headers['sec-fetch-dest'] === 'document';
    if (site !== undefined && site !== 'same-origin' && site !== 'none' && !(visit && isPage(request)))
      throw new ProblemError(
        'origin.unknown',
        'This server only answers pages that it served itself, and this one came from elsewhere.',
      );
    if (keyed || asGuest || request.url === '/api/key') return;
    if (await isOwner(request.raw.socket)) return;
    if (key !== '' && isPage(request))
      return reply
        .code(403)
        .type('text/html')
        .header('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'")
        .send(KEY_PAGE);
    throw new ProblemError(
      'user.unknown',
      key === ''
        ? 'This Dekkor was started by somebody else on this machine and answers only them. To share it, they start it with a key (DEKKOR_KEY).'
        : 'This needs the key that Dekkor was started with: open its page in the browser and give it there, or send it as a bearer token.',
    );
  });

  server.addContentTypeParser(
    'application/x-www-form-urlencoded',
    { parseAs: 'string', bodyLimit: 2000 },
    (_, body, done) => done(null, Object.fromEntries(new URLSearchParams(String(body)))),
  );
  server.post<{ Body: { key?: unknown } | undefined }>(
    '/api/key',
    { config: { rateLimit: { max: 10, timeWindow: 60_000 } } },
    async (request, reply) => {
      if (key === '' || !same(String(request.body?.key ?? ''), key))
        throw new ProblemError('key.wrong', 'This is not the key that Dekkor was started with. Nothing was changed.');
      return reply
        .setCookie(COOKIE, digest(key), { path: '/', httpOnly: true, sameSite: 'strict', maxAge: YEAR })
        .redirect('/', 303);
    },
  );
}

const isPage = (request: FastifyRequest): boolean => request.method === 'GET' && !request.url.startsWith('/api/');
const bearer = (request: IncomingMessage): string =>
  /^Bearer (\S{1,500})$/u.exec(request.headers.authorization ?? '')?.[1] ?? '';
/** What the cookie holds: the key itself never lies in a browser's files. */
const digest = (key: string): string => createHash('sha256').update(`dekkor ${key}`).digest('hex');
function same(given: string, wanted: string): boolean {
  const hash = (t: string): Buffer => createHash('sha256').update(t).digest();
  return given !== '' && timingSafeEqual(hash(given), hash(wanted));
}

interface Reading {
  readonly began: number;
  readonly texts: Promise<readonly string[]>;
}
let reading: Reading | null = null;
/** The system's tables, read after a time (performance.now()). All who wait at the same time share one reading. */
function tablesSince(time: number): Promise<readonly string[]> {
  if (reading && reading.began > time) return reading.texts;
  const before = reading?.texts;
  // The next one begins when the one before has ended; whoever comes until then is told what it finds.
  const next: Reading = {
    began: performance.now(),
    texts: (async () => {
      await before?.catch(() => undefined);
      const read = (file: string): Promise<string> => readFile(file, 'latin1').catch(() => '');
      return Promise.all(['/proc/net/tcp', '/proc/net/tcp6'].map(read));
    })(),
  };
  reading = next;
  return next.texts;
}

/**
 * The user whose process holds the other end of a loopback connection, from the system's own table (proc(5), net/tcp).
 * @param since a table that was read after this will do: performance.now(), when the connection was accepted
 * @returns null when that cannot be known, or the other end is not on this machine
 */
export async function userOf(socket: Socket, since = performance.now()): Promise<number | null> {
  const theirs = tableAddresses(socket.remoteAddress, socket.remotePort);
  const ours = tableAddresses(socket.localAddress, socket.localPort);
  for (const table of await tablesSince(since))
    for (const [i, end] of theirs.entries()) {
      // Only an established connection (01) has an owner; one that was closed in haste would pass for root’s.
      const line = `: ${end} ${ours[i] ?? ''} 01 `;
      const at = table.indexOf(line);
      if (at < 0) continue;
      // Behind it: queues, timer, retransmissions, and the user.
      const user = /^\S+ \S+ \S+ +(\d+) /u.exec(table.slice(at + line.length, at + line.length + 80))?.[1];
      if (user !== undefined) return Number(user);
    }
  return null;
}

/** How the tables write an address: hexadecimal, each group of 32 bits in the machine's (little-endian) order. */
function tableAddresses(address = '', port = 0): readonly string[] {
  const v4 = /^(?:::ffff:)?127\.(\d+)\.(\d+)\.(\d+)$/u.exec(address);
  const hex = (n: number, size: number): string => n.toString(16).toUpperCase().padStart(size, '0');
  const at = `:${hex(port, 4)}`;
  if (v4) {
    const plain = [Number(v4[3]), Number(v4[2]), Number(v4[1]), 127].map((n) => hex(n, 2)).join('');
    return [`${plain}${at}`, `0000000000000000FFFF0000${plain}${at}`];
  }
  return address === '::1' ? [`00000000000000000000000001000000${at}`] : [];
}

const KEY_PAGE = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Dekkor</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:30rem;margin:20vh auto;padding:0 1rem}input{font:inherit;padding:.4rem;width:60%}button{font:inherit;padding:.4rem 1rem}</style>
<h1>Dekkor</h1><p>This Dekkor was started with a key. Whoever started it can tell it to you.</p>
<form method="post" action="/api/key"><label>Key <input type="password" name="key" autofocus required></label> <button>Open</button></form></html>`;
