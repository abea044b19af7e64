import { once } from 'node:events';
import { STATUS_CODES } from 'node:http';
import type { Socket } from 'node:net';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import rateLimit from '@fastify/rate-limit';
import staticFiles from '@fastify/static';
import websocket from '@fastify/websocket';
import Fastify, { type FastifyError, type FastifyInstance, type FastifyReply, type FastifyRequest } from 'fastify';
import * as yup from 'yup';
import { Assets } from './assets.js';
import { PictureCache } from './drawing/cache.js';
import { RenderPool } from './drawing/renderPool.js';
import type { Database } from './database.js';
import { ProblemError, storeProblem, type ErrorCode } from './errors.js';
import { access, type AccessOptions } from './access.js';
import { readDeclarations } from './declared.js';
import { Kits } from './kits.js';
import { Live } from './live.js';
import { Packages } from './packages.js';
import { Projects } from './projects.js';
import { Rescue } from './rescue.js';
import { Reviews } from './reviews.js';
import { Versions } from './versions.js';
import { Usability } from './usability.js';
import { verifySnapshots, type Differs } from './verify.js';
import { contactRoutes } from './routes/contact.js';
import { exportRoutes } from './routes/exports.js';
import { guestMay, guestRoutes } from './routes/guests.js';
import { handoverRoutes } from './routes/handover.js';
import { kitRoutes } from './routes/kits.js';
import { pictureRoutes } from './routes/pictures.js';
import { projectRoutes } from './routes/projects.js';
import { screenRoutes } from './routes/screens.js';

export interface AppOptions {
  readonly db: Database;
  readonly kitFolder: string;
  /** The built client; absent in tests of the server alone. */
  readonly clientFolder?: string;
  /** The program of the process that draws. */
  readonly drawing: URL;
  /** The program of the thread that reads kits from outside. */
  readonly kitReader: URL;
  readonly gate?: AccessOptions;
  readonly log: boolean;
}

export interface App {
  readonly server: FastifyInstance;
  readonly projects: Projects;
  readonly kits: Kits;
  readonly reviews: Reviews;
  readonly versions: Versions;
  readonly usability: Usability;
}

/** Requests larger than this are refused: bytes. */
const LARGEST = 16 * 1024 * 1024;
/** Bodies up to this size are read away before they are refused: bytes. */
const MOST_DRAINED = 200 * 1024 * 1024;

/** ms */
const VERIFY_FIRST = 20_000;
const VERIFY_AGAIN = 6 * 3_600_000;

const POLICY = {
  'default-src': ["'self'"],
  'script-src': ["'self'", "'wasm-unsafe-eval'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'data:', 'blob:'],
  'font-src': ["'self'", 'data:'],
  'worker-src': ["'self'", 'blob:'],
  'connect-src': ["'self'", 'ws:'],
  'object-src': ["'none'"],
  'base-uri': ["'none'"],
  'frame-ancestors': ["'none'"],
  'form-action': ["'self'"],
};

/** The whole server, ready to listen. Everything under `/api` is a plugin of its own. */
export async function buildApp(options: AppOptions): Promise<App> {
  const server = Fastify({
    logger: options.log ? { level: 'warn' } : false,
    bodyLimit: LARGEST,
    forceCloseConnections: true,
    routerOptions: { maxParamLength: 200 },
    // What comes slower than this is given up: ms.
    requestTimeout: 60_000,
    connectionTimeout: 0,
    maxRequestsPerSocket: 0,
    frameworkErrors: (error, request, reply) => void sendProblem(error, request, reply),
    clientErrorHandler: unreadable,
  });
  const live = new Live();
  const projects = new Projects(options.db, (id, confirmed) => live.tell(id, confirmed));
  const rescue = new Rescue(options.db, projects);
  const kits = new Kits(options.db, options.kitReader);
  await kits.load(options.kitFolder);
  const renderPool = new RenderPool(kits, options.drawing);
  const assets = new Assets(options.db, renderPool, join(options.kitFolder, 'pictures'));

  await server.register(cookie);
  await server.register(helmet, {
    strictTransportSecurity: false,
    contentSecurityPolicy: { useDefaults: false, directives: POLICY },
  });
  await server.register(rateLimit, { max: 3000, timeWindow: 10_000 });
  await server.register(multipart, {
    limits: { fileSize: LARGEST, files: 1, fields: 4, fieldSize: 2000, fieldNameSize: 100, parts: 6, headerPairs: 40 },
  });
  await server.register(websocket, {
    options: { maxPayload: 4096 },
    preClose(done) {
      live.close();
      this.websocketServer.close(() => done());
    },
  });
  server.removeContentTypeParser('text/plain');
  readJson(server);
  const said = (id: string): void => live.tellSaid(id);
  const reviews = new Reviews(options.db, projects, kits.kits, said);
  const usability = new Usability(options.db, projects, said);
  const versions = new Versions(options.db, projects);
  readDeclarations(server);
  access(server, { guest: guestMay(reviews), ...options.gate });
  drainLarge(server);
  server.setErrorHandler((error: FastifyError, request, reply) => void sendProblem(error, request, reply));
  server.setNotFoundHandler((request, reply) => {
    if (request.url.startsWith('/api/') || !options.clientFolder)
      void sendProblem(
        new ProblemError('address.unknown', `There is nothing at ${request.url.slice(0, 120)}.`),
        request,
        reply,
      );
    else void reply.type('text/html').sendFile('index.html');
  });

  server.get('/api/health', async () => {
    const at = performance.now();
    await options.db.sequelize.query('select 1');
    return {
      database: 'answers',
      ms: Math.round(performance.now() - at),
      brokenKits: kits.broken.length,
      snapshotsReplaced: differing.length,
    };
  });
  /** Snapshots are gone through while nobody has asked for anything yet, and every few hours. */
  let differing: readonly Differs[] = [];
  const verify = (): void =>
    void verifySnapshots(options.db).then(
      (found) => {
        differing = [...differing, ...found];
        for (const d of found) server.log.error(d, 'a snapshot was not what its edits make, and was taken away');
      },
      () => undefined,
    );
  const verifying = [setTimeout(verify, VERIFY_FIRST), setInterval(verify, VERIFY_AGAIN)];
  for (const timer of verifying) timer.unref();
  server.addHook('onClose', async () => verifying.forEach((t) => clearInterval(t)));
  await server.register(projectRoutes, { prefix: '/api/projects', projects, rescue, kits, live });
  await server.register(screenRoutes, {
    prefix: '/api/projects',
    projects,
    kits,
    renderPool,
    assets,
    cache: new PictureCache(),
  });
  await server.register(contactRoutes, { prefix: '/api/projects', projects, kits, renderPool, assets });
  const packages = new Packages(projects, kits, assets);
  await server.register(exportRoutes, { prefix: '/api/projects', projects, kits, renderPool, assets, packages, live });
  await server.register(handoverRoutes, {
    prefix: '/api/projects',
    projects,
    reviews,
    usability,
    versions,
  });
  await server.register(guestRoutes, { prefix: '/api/review', reviews, usability });
  await server.register(pictureRoutes, { prefix: '/api/pictures', assets });
  await server.register(kitRoutes, { prefix: '/api', kits, projects, rescue, live });
  if (options.clientFolder && existsSync(options.clientFolder)) {
    await server.register(staticFiles, {
      root: options.clientFolder,
      immutable: true,
      maxAge: '1h',
      index: ['index.html'],
      setHeaders: (res, path) => {
        if (path.endsWith('.html')) void res.header('cache-control', 'no-cache');
        // What is built is called by what is in it.
        else if (path.includes('/assets/')) void res.header('cache-control', 'public, max-age=31536000, immutable');
      },
    });
  }
  server.addHook('onClose', async () => {
    renderPool.close();
    await projects.rest();
  });
  return { server, projects, kits, reviews, versions, usability };
}

/** JSON deeper than anything of ours is refused before it is read: every reader goes down into it. */
const DEEPEST = 100;
function readJson(server: FastifyInstance): void {
  const read = server.getDefaultJsonParser('error', 'error');
  server.removeContentTypeParser('application/json');
  server.addContentTypeParser<string>('application/json', { parseAs: 'string' }, (request, body, done) => {
    if (deeperThan(body, DEEPEST))
      done(
        new ProblemError('request.deep', `The JSON is nested more than ${DEEPEST} deep. Nothing was changed.`),
        undefined,
      );
    else read(request, body, done);
  });
}
/** Are the brackets of a JSON text nested deeper than so? In one pass, whatever the text is. */
export function deeperThan(text: string, most: number): boolean {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 92) i++;
      else if (c === 34) quoted = false;
    } else if (c === 34) quoted = true;
    else if (c === 91 || c === 123) {
      if (++depth > most) return true;
    } else if (c === 93 || c === 125) depth--;
  }
  return false;
}

function drainLarge(server: FastifyInstance): void {
  // A body that is too large is read to its end and thrown away, so that the answer reaches who sent it.
  server.addHook('onRequest', async (request) => {
    const size = Number(request.headers['content-length'] ?? 0);
    if (!(size > LARGEST)) return;
    if (size <= MOST_DRAINED) {
      request.raw.resume();
      await once(request.raw, 'end');
    }
    throw new ProblemError(
      'request.large',
      `This has ${Math.ceil(size / 1024 / 1024)} MB; ${LARGEST / 1024 / 1024} MB is the most that is taken at once. Nothing was changed.`,
    );
  });
}

/** What is no request at all is answered as everything else is, and the connection given up. */
function unreadable(error: Error & { code?: string }, socket: Socket): void {
  if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const { body, status } =
    error.code === 'ERR_HTTP_REQUEST_TIMEOUT'
      ? new ProblemError(
          'request.slow',
          'The request took too long to arrive and was given up. Nothing was changed; send it again.',
        )
      : error.code === 'HPE_HEADER_OVERFLOW'
        ? new ProblemError('request.head', 'The head of the request is too large. Nothing was changed.')
        : new ProblemError('request.unreadable', 'This is no HTTP request that can be read. Nothing was changed.');
  const text = JSON.stringify(body);
  socket.end(
    `HTTP/1.1 ${status} ${STATUS_CODES[status]}\r\ncontent-type: application/problem+json\r\ncontent-length: ${Buffer.byteLength(text)}\r\nconnection: close\r\n\r\n${text}`,
  );
}

function sendProblem(
  error: FastifyError | ProblemError | yup.ValidationError | Error,
  request: FastifyRequest,
  reply: FastifyReply,
): FastifyReply {
  const found = asProblem(error);
  if (found.status === 500) request.log.error({ err: error, url: request.url.split('?')[0] }, 'request failed');
  return reply.code(found.status).type('application/problem+json').send(found.body);
}

function asProblem(error: FastifyError | ProblemError | yup.ValidationError | Error): ProblemError {
  const say = (code: ErrorCode, message: string, about = ''): ProblemError => new ProblemError(code, message, about);
  if (error instanceof ProblemError) return error;
  if (error instanceof yup.ValidationError)
    return say(
      'request.shape',
      `The request has a wrong shape: ${(error.errors[0] ?? error.message).slice(0, 300)}. Nothing was changed.`,
      error.path ?? '',
    );
  if (/^Multipart: |multipart/iu.test(error.message) && !('statusCode' in error))
    return say('request.unreadable', 'The form that came with the request cannot be read. Nothing was changed.');
  const status = 'statusCode' in error && typeof error.statusCode === 'number' ? error.statusCode : 500;
  if (status === 413)
    return say(
      'request.large',
      `This is larger than ${LARGEST / 1024 / 1024} MB, which is the most that is taken at once. Nothing was changed.`,
    );
  if (status === 429) return say('request.many', 'Too many requests at once. Wait a moment; nothing is lost.');
  if (status === 415)
    return say('request.type', `This address takes JSON, or a file as multipart form data. Nothing was changed.`);
  if (status < 500)
    return say(
      'request.unreadable',
      `The request could not be read: ${error.message.slice(0, 200)}. Nothing was changed.`,
    );
  const stored = storeProblem(error);
  if (stored) return stored;
  return say('server.failed', 'Something went wrong on the server. Nothing that was confirmed is lost; try again.');
}
