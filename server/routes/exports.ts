import { Readable } from 'node:stream';
import type { FastifyInstance } from 'fastify';
import { EXPORT_KINDS, screenOf, situationAt, writeRows, writeRowsJson, type Screen } from '../../core/index.js';
import type { Assets } from '../assets.js';
import { exportBody, type ExportBody } from '../bodies.js';
import type { ScreenRequest } from '../drawing/messages.js';
import type { RenderPool } from '../drawing/renderPool.js';
import { notFound, ProblemError } from '../errors.js';
import { EXPORTS, FileNames, MIME, type ExportJob } from '../exports/index.js';
import { TempFiles, safeName, sendFile, progressStream, onDisconnect } from '../tempFiles.js';
import type { Kits } from '../kits.js';
import type { Live } from '../live.js';
import type { Packages } from '../packages.js';
import type { Projects } from '../projects.js';
import { freshId } from './projects.js';

interface Options {
  readonly projects: Projects;
  readonly kits: Kits;
  readonly renderPool: RenderPool;
  readonly assets: Assets;
  readonly packages: Packages;
  readonly live: Live;
}
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);

/** What leaves Dekkor as files: screens in open formats, the mockup to be clicked through, and whole projects. */
export async function exportRoutes(
  server: FastifyInstance,
  { projects, kits, renderPool, assets, packages, live }: Options,
): Promise<void> {
  const files = new TempFiles();

  const asks = { config: { body: exportBody } };
  server.post<{ Params: { id: string }; Body: ExportBody }>('/:id/export', asks, async (request, reply) => {
    const { body } = request;
    const { project } = await projects.open(request.params.id);
    const asked = body.screens.map((id): Screen => screenOf(project, id) ?? missing(id));
    if (asked.length === 0)
      throw new ProblemError('request.shape', 'There is no screen among what is to be exported. Pick some.');
    if (body.in !== undefined && !situationAt(project, body.in))
      throw new ProblemError('picture.situation', `There is no situation called ${body.in.slice(0, 80)}.`, 'in');
    const gone = onDisconnect(reply);
    const of = (screen: Screen, over?: string): ScreenRequest => ({
      project: { ...project, screens: [screen] },
      screen: screen.id,
      ...(body.lens !== undefined && kits.get(body.lens) ? { lens: body.lens } : {}),
      ...(body.mode ? { mode: body.mode } : {}),
      ...(body.in === undefined ? {} : { situation: body.in }),
      ...(over === undefined ? {} : { overlay: over }),
    });
    const scale = body.scale ?? 1;
    const job: ExportJob = {
      project,
      screens: asked,
      scale,
      forms: new Set(body.forms ?? ['svg']),
      names: new FileNames(body.pattern || EXPORT_KINDS[body.kind].pattern),
      renderPool,
      assets,
      gone,
      request: of,
      values: (s) => ({
        name: s.name,
        flow: project.flows.find((f) => f.id === s.flow)?.name ?? '',
        number: String(project.screens.indexOf(s) + 1).padStart(2, '0'),
        scale: String(scale),
      }),
    };
    async function* made(): AsyncGenerator<unknown> {
      for await (const event of EXPORTS[body.kind](job)) {
        if ('done' in event) yield event;
        else {
          const { name, type, bytes } = event;
          yield { file: files.put({ name, type: MIME[type], bytes }), name, bytes: bytes.length };
        }
      }
    }
    return reply
      .type('application/x-ndjson')
      .header('cache-control', 'no-store')
      .send(Readable.from(progressStream(made(), gone)));
  });

  server.get<{ Params: { id: string; file: string } }>('/:id/export/:file', async (request, reply) => {
    const file = files.get(request.params.file);
    if (!file) throw notFound('export', request.params.file);
    return sendFile(reply, file);
  });

  server.get<{ Params: { id: string; file: string } }>('/:id/content/:file', async (request, reply) => {
    const { project } = await projects.open(request.params.id);
    const [, id = '', ending = ''] = /^(.+)\.(csv|json)$/u.exec(request.params.file) ?? [];
    const set = Object.hasOwn(project.contentSets, id) ? project.contentSets[id] : undefined;
    if (!set) throw notFound('file', request.params.file);
    const csv = ending === 'csv';
    return sendFile(reply, {
      name: `${safeName(set.name) || id}.${ending}`,
      type: csv ? 'text/csv; charset=utf-8' : 'application/json',
      bytes: utf8(csv ? writeRows(set) : writeRowsJson(set)),
    });
  });

  server.get<{ Params: { id: string } }>('/:id/package', async (request, reply) => {
    const { name, bytes } = await packages.write(request.params.id);
    return sendFile(reply, { name: `${name}.dekkor.zip`, type: MIME.zip, bytes });
  });
  server.post('/package', async (request, reply) => {
    const file = await request.file();
    if (!file)
      throw new ProblemError('package.missing', 'Choose the package of a project to bring in. Nothing was changed.');
    const { project, problems } = await packages.read(await file.toBuffer(), freshId());
    live.tellKits();
    return reply.code(201).send({ project: { id: project.id, name: project.name }, problems });
  });
}

function missing(id: string): never {
  throw notFound('screen', id);
}
