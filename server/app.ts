import { join } from 'node:path';
import { once } from 'node:events';
import { existsSync } from 'node:fs';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import rateLimit from '@fastify/rate-limit';
import staticFiles from '@fastify/static';
import websocket from '@fastify/websocket';
import Fastify, { type FastifyError, type FastifyInstance, type FastifyReply, type FastifyRequest } from 'fastify';
import { customAlphabet } from 'nanoid';
import * as yup from 'yup';
import { kitRef } from '../core/index.js';
import { Assets } from './assets.js';
import type { Database } from './database.js';
import { Kits } from './kits.js';
import { Live } from './live.js';
import { Pictures, screenSvg } from './pictures.js';
import { notFound, problemBody, ProblemError } from './problems.js';
import { Projects } from './projects.js';
import { editsBody, newProjectBody, renameBody, type EditsBody } from './shapes.js';

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
/** Ids of projects: letters and figures, since addresses are made of them. */
const freshId = customAlphabet('0123456789abcdefghijklmnopqrstuvwxyz', 14);
const LOOPBACK = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/u;

/** The whole server, ready to listen. */
export async function buildApp(options: AppOptions): Promise<App> {
  const server = Fastify({ logger: options.log ? { level: 'warn' } : false, bodyLimit: LARGEST, forceCloseConnections: true, routerOptions: { maxParamLength: 200 } });
  const live = new Live();
  const projects = new Projects(options.db, (id, confirmed) => live.tell(id, confirmed));
  const kits = new Kits(options.db);
  await kits.load(options.kitFolder);
  const pictures = new Pictures(kits, options.exportWorker);
  const assets = new Assets(options.db, pictures, join(options.kitFolder, 'pictures'));

  await server.register(helmet, {
    strictTransportSecurity: false,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
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
      },
    },
  });
  await server.register(rateLimit, { max: 3000, timeWindow: 10_000 });
  await server.register(multipart, { limits: { fileSize: LARGEST, files: 1 } });
  await server.register(websocket, { options: { maxPayload: 4096 } });

  // Only pages from this machine may speak with this server, whatever name led here.
  server.addHook('onRequest', async (request) => {
    const { host, origin } = request.headers;
    if (!host || !LOOPBACK.test(host)) throw new ProblemError(403, 'host.unknown', 'This server only answers on this machine’s own address.');
    if (origin && !LOOPBACK.test(origin.replace(/^https?:\/\//u, ''))) throw new ProblemError(403, 'origin.unknown', 'This server only answers pages that it served itself.');
  });
  // A body that is too large is read to its end and thrown away, so that the answer reaches who sent it.
  server.addHook('onRequest', async (request) => {
    const size = Number(request.headers['content-length'] ?? 0);
    if (!(size > LARGEST)) return;
    if (size <= MOST_DRAINED) {
      request.raw.resume();
      await once(request.raw, 'end');
    }
    throw new ProblemError(413, 'request.large', `This has ${Math.ceil(size / 1024 / 1024)} MB; ${LARGEST / 1024 / 1024} MB is the most that is taken at once. Nothing was changed.`);
  });
  server.setErrorHandler((error: FastifyError, request, reply) => void sendProblem(error, request, reply));
  server.setNotFoundHandler((request, reply) => {
    if (request.url.startsWith('/api/') || !options.clientFolder)
      void reply
        .code(404)
        .type('application/problem+json')
        .send(problemBody(404, 'address.unknown', `There is nothing at ${request.url.slice(0, 120)}.`));
    else void reply.type('text/html').sendFile('index.html');
  });

  projectRoutes(server, projects, kits);
  pictureRoutes(server, projects, kits, pictures, assets);
  assetRoutes(server, assets);
  kitRoutes(server, kits);
  server.get('/api/projects/:id/live', { websocket: true }, (socket, request) => {
    const { id } = request.params as { id: string };
    live.join(id, socket);
  });
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
    await pictures.close();
  });
  return { server, projects, kits };
}

function sendProblem(error: FastifyError | ProblemError | yup.ValidationError | Error, request: FastifyRequest, reply: FastifyReply): FastifyReply {
  reply.type('application/problem+json');
  if (error instanceof ProblemError) return reply.code(error.status).send(problemBody(error.status, error.code, error.message, error.about, error.more));
  if (error instanceof yup.ValidationError)
    return reply.code(400).send(problemBody(400, 'request.shape', `The request has a wrong shape: ${(error.errors[0] ?? error.message).slice(0, 300)}. Nothing was changed.`, error.path ?? ''));
  const status = 'statusCode' in error && typeof error.statusCode === 'number' ? error.statusCode : 500;
  if (status === 413) return reply.code(413).send(problemBody(413, 'request.large', `This is larger than ${LARGEST / 1024 / 1024} MB, which is the most that is taken at once. Nothing was changed.`));
  if (status === 429) return reply.code(429).send(problemBody(429, 'request.many', 'Too many requests at once. Wait a moment; nothing is lost.'));
  if (status < 500) return reply.code(status).send(problemBody(status, 'request.unreadable', `The request could not be read: ${error.message.slice(0, 200)}. Nothing was changed.`));
  request.log.error({ err: error, url: request.url.split('?')[0] }, 'request failed');
  return reply.code(500).send(problemBody(500, 'server.failed', 'Something went wrong on the server. Nothing that was confirmed is lost; try again.'));
}

async function checked<T>(schema: yup.Schema, body: unknown): Promise<T> {
  return (await schema.validate(body, { strict: true, abortEarly: true })) as T;
}

type WithId = { Params: { id: string } };

function projectRoutes(server: FastifyInstance, projects: Projects, kits: Kits): void {
  server.get('/api/projects', async () => ({ projects: await projects.list() }));
  server.post('/api/projects', async (request, reply) => {
    const body = await checked<{ id?: string; name: string; kit: string }>(newProjectBody, request.body);
    if (!kits.get(body.kit)) throw notFound('kit', body.kit);
    const stand = await projects.createEmpty(body.id ?? freshId(), body.name.trim(), body.kit);
    return reply.code(201).send(stand);
  });
  server.get<WithId>('/api/projects/:id', async (request) => projects.open(request.params.id));
  server.patch<WithId>('/api/projects/:id', async (request) => {
    const body = await checked<{ name: string }>(renameBody, request.body);
    await projects.rename(request.params.id, body.name);
    return { ok: true };
  });
  server.post<WithId>('/api/projects/:id/copy', async (request, reply) => reply.code(201).send(await projects.duplicate(request.params.id, freshId())));
  server.delete<WithId>('/api/projects/:id', async (request) => {
    await projects.setDeleted(request.params.id, true);
    return { ok: true };
  });
  server.post<WithId>('/api/projects/:id/restore', async (request) => {
    await projects.setDeleted(request.params.id, false);
    return { ok: true };
  });
  server.get<WithId & { Querystring: { after?: string } }>('/api/projects/:id/edits', async (request) => {
    const after = Number(request.query.after ?? 0);
    if (!Number.isInteger(after) || after < 0) throw new ProblemError(400, 'request.shape', 'The revision to start from must be a whole number.', 'after');
    return { edits: await projects.since(request.params.id, after) };
  });
  server.post<WithId>('/api/projects/:id/edits', async (request) => {
    const body = await checked<EditsBody>(editsBody, request.body);
    return { edits: await projects.take(request.params.id, body.base, body.edits) };
  });
}

function assetRoutes(server: FastifyInstance, assets: Assets): void {
  server.get('/api/pictures', async () => ({ pictures: await assets.list() }));
  server.get<{ Params: { id: string } }>('/api/pictures/:id', async (request, reply) => {
    const found = await assets.read(request.params.id);
    if (!found) throw notFound('picture', request.params.id);
    // A picture never changes: its name comes from its bytes.
    return reply.type(found.type).header('cache-control', 'public, max-age=31536000, immutable').header('content-security-policy', "default-src 'none'; sandbox").send(found.bytes);
  });
  server.post('/api/pictures', async (request, reply) => {
    const file = await request.file();
    if (!file) throw new ProblemError(400, 'picture.missing', 'Choose a picture to bring in.');
    return reply.code(201).send(await assets.add(file.filename, await file.toBuffer()));
  });
}

function pictureRoutes(server: FastifyInstance, projects: Projects, kits: Kits, pictures: Pictures, assets: Assets): void {
  type Query = { Params: { id: string; file: string }; Querystring: { scale?: string; lens?: string } };
  server.get<Query>('/api/projects/:id/screens/:file', async (request, reply) => {
    const match = /^(.+)\.(svg|png)$/u.exec(request.params.file);
    if (!match?.[1]) throw new ProblemError(404, 'picture.kind', 'A screen comes as .svg or .png.', request.params.file);
    const { project } = await projects.open(request.params.id);
    const lens = request.query.lens;
    const drawn = await screenSvg({ project, kits: kits.kits }, kits, match[1], {
      assets,
      ...(lens ? { lens } : {}),
      fonts: match[2] === 'svg',
    });
    const name = drawn.screen.name.replace(/[^\p{L}\p{N} _-]/gu, '').slice(0, 80) || 'screen';
    reply.header('content-disposition', `inline; filename*=UTF-8''${encodeURIComponent(`${name}.${match[2]}`)}`);
    // A picture is only ever a picture, wherever it is opened.
    reply.header('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:; sandbox");
    if (match[2] === 'svg') return reply.type('image/svg+xml').send(drawn.svg);
    const scale = Number(request.query.scale ?? 1);
    if (!(scale >= 0.1 && scale <= 4)) throw new ProblemError(400, 'picture.scale', 'The scale of a picture goes from 0.1 to 4.', 'scale');
    if (drawn.width * drawn.height * scale * scale > 80_000_000)
      throw new ProblemError(422, 'picture.large', 'At this scale the picture would have more than 80 million pixels; choose a smaller scale.', 'scale');
    return reply.type('image/png').send(Buffer.from(await pictures.png(drawn.svg, scale)));
  });
}

function kitRoutes(server: FastifyInstance, kits: Kits): void {
  server.get('/api/kits', async () => ({
    kits: kits.list().map(({ kit, problems, shipped }) => ({
      ref: kitRef(kit),
      name: kit.name,
      version: kit.version,
      summary: kit.summary,
      fidelity: kit.fidelity,
      swatches: kit.swatches,
      components: Object.keys(kit.components).length,
      basedOn: kit.basedOn ?? null,
      problems,
      shipped,
    })),
  }));
  server.get<{ Params: { ref: string } }>('/api/kits/:ref/kit.json', async (request, reply) => {
    const found = kits.get(request.params.ref);
    if (!found) throw notFound('kit', request.params.ref);
    return reply.type('application/json').header('cache-control', 'public, max-age=3600').send(found.json);
  });
  server.get<{ Params: { ref: string; '*': string } }>('/api/kits/:ref/files/*', async (request, reply) => {
    const bytes = await kits.file(request.params.ref, request.params['*']);
    if (!bytes) throw notFound('file', request.params['*']);
    return reply
      .type(/\.(?:ttf|otf)$/iu.test(request.params['*']) ? 'font/ttf' : 'application/octet-stream')
      .header('cache-control', 'public, max-age=86400')
      .send(Buffer.from(bytes));
  });
  server.get<{ Params: { name: string } }>('/api/fonts/:name', async (request, reply) => {
    const bytes = kits.fallback(request.params.name);
    if (!bytes) throw notFound('font', request.params.name);
    return reply.type('font/ttf').header('cache-control', 'public, max-age=86400').send(Buffer.from(bytes));
  });
  server.post('/api/kits', async (request, reply) => {
    const file = await request.file();
    if (!file) throw new ProblemError(400, 'kit.missing', 'Choose a kit package (zip) or a kit’s JSON to install.');
    const { kit, problems } = await kits.install(await file.toBuffer());
    return reply.code(201).send({ ref: kitRef(kit), name: kit.name, problems });
  });
}
