import { once } from 'node:events';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import rateLimit from '@fastify/rate-limit';
import staticFiles from '@fastify/static';
import websocket from '@fastify/websocket';
import Fastify, { type FastifyError, type FastifyInstance, type FastifyReply, type FastifyRequest } from 'fastify';
import * as yup from 'yup';
import { Assets } from './assets.js';
import type { Database } from './database.js';
import { ProblemError, type ErrorCode } from './errors.js';
import { Kits } from './kits.js';
import { Live } from './live.js';
import { Pictures } from './pictures.js';
import { Projects } from './projects.js';
import { kitRoutes } from './routes/kits.js';
import { pictureRoutes } from './routes/pictures.js';
import { projectRoutes } from './routes/projects.js';
import { screenRoutes } from './routes/screens.js';

export interface AppOptions {
  readonly db: Database;
  readonly kitFolder: string;
  /** The built client; absent in tests of the server alone. */
  readonly clientFolder?: string;
  readonly exportWorker: URL;
  readonly log: boolean;
}

export interface App {
  readonly server: FastifyInstance;
  readonly projects: Projects;
  readonly kits: Kits;
}

/** Requests larger than this are refused: bytes. */
const LARGEST = 16 * 1024 * 1024;
/** Bodies up to this size are read away before they are refused: bytes. */
const MOST_DRAINED = 200 * 1024 * 1024;
const LOOPBACK = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/u;

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
  });
  const live = new Live();
  const projects = new Projects(options.db, (id, confirmed) => live.tell(id, confirmed));
  const kits = new Kits(options.db);
  await kits.load(options.kitFolder);
  const pictures = new Pictures(kits, options.exportWorker);
  const assets = new Assets(options.db, pictures, join(options.kitFolder, 'pictures'));

  await server.register(helmet, {
    strictTransportSecurity: false,
    contentSecurityPolicy: { useDefaults: false, directives: POLICY },
  });
  await server.register(rateLimit, { max: 3000, timeWindow: 10_000 });
  await server.register(multipart, { limits: { fileSize: LARGEST, files: 1 } });
  await server.register(websocket, { options: { maxPayload: 4096 } });
  guard(server);
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

  await server.register(projectRoutes, { prefix: '/api/projects', projects, kits, live });
  await server.register(screenRoutes, { prefix: '/api/projects', projects, kits, pictures, assets });
  await server.register(pictureRoutes, { prefix: '/api/pictures', assets });
  await server.register(kitRoutes, { prefix: '/api', kits, live });
  if (options.clientFolder && existsSync(options.clientFolder)) {
    await server.register(staticFiles, {
      root: options.clientFolder,
      immutable: true,
      maxAge: '1h',
      index: ['index.html'],
      setHeaders: (res, path) => void (path.endsWith('.html') && res.header('cache-control', 'no-cache')),
    });
  }
  server.addHook('onClose', async () => {
    live.close();
    await Promise.all([pictures.close(), projects.rest()]);
  });
  return { server, projects, kits };
}

/** Who may ask at all, and how much at once. */
function guard(server: FastifyInstance): void {
  // Only pages from this machine may speak with this server, whatever name led here.
  server.addHook('onRequest', async (request) => {
    const { host, origin } = request.headers;
    if (!host || !LOOPBACK.test(host))
      throw new ProblemError('host.unknown', 'This server only answers on this machine’s own address.');
    if (origin && !LOOPBACK.test(origin.replace(/^https?:\/\//u, '')))
      throw new ProblemError('origin.unknown', 'This server only answers pages that it served itself.');
  });
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
  const status = 'statusCode' in error && typeof error.statusCode === 'number' ? error.statusCode : 500;
  if (status === 413)
    return say(
      'request.large',
      `This is larger than ${LARGEST / 1024 / 1024} MB, which is the most that is taken at once. Nothing was changed.`,
    );
  if (status === 429) return say('request.many', 'Too many requests at once. Wait a moment; nothing is lost.');
  if (status < 500)
    return say(
      'request.unreadable',
      `The request could not be read: ${error.message.slice(0, 200)}. Nothing was changed.`,
    );
  return say('server.failed', 'Something went wrong on the server. Nothing that was confirmed is lost; try again.');
}
