import type { FastifyInstance } from 'fastify';
import { kitRef } from '../../core/index.js';
import { notFound, ProblemError } from '../errors.js';
import type { Kits } from '../kits.js';
import type { Live } from '../live.js';
import type { Rescue } from '../rescue.js';

/** Installed kits, their files, and the fonts that stand in for missing characters. */
export async function kitRoutes(
  server: FastifyInstance,
  { kits, rescue, live }: { readonly kits: Kits; readonly rescue: Rescue; readonly live: Live },
): Promise<void> {
  server.get('/kits', async () => ({
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
    broken: kits.broken,
  }));
  server.delete<{ Params: { ref: string } }>('/kits/:ref', async (request) => {
    const { ref } = request.params;
    await kits.remove(ref, await rescue.using(ref));
    live.tellKits();
    return { ok: true };
  });
  server.get<{ Params: { ref: string } }>('/kits/:ref/kit.json', async (request, reply) => {
    const found = kits.get(request.params.ref);
    if (!found) throw notFound('kit', request.params.ref);
    return reply.type('application/json').header('cache-control', 'public, max-age=3600').send(found.json);
  });
  server.get<{ Params: { ref: string; '*': string } }>('/kits/:ref/files/*', async (request, reply) => {
    const name = request.params['*'];
    const bytes = await kits.file(request.params.ref, name);
    if (!bytes) throw notFound('file', name);
    return reply
      .type(/\.(?:ttf|otf)$/iu.test(name) ? 'font/ttf' : 'application/octet-stream')
      .header('cache-control', 'public, max-age=86400')
      .send(Buffer.from(bytes));
  });
  server.get<{ Params: { name: string } }>('/fonts/:name', async (request, reply) => {
    const bytes = kits.fallback(request.params.name);
    if (!bytes) throw notFound('font', request.params.name);
    return reply.type('font/ttf').header('cache-control', 'public, max-age=86400').send(Buffer.from(bytes));
  });
  server.post('/kits', async (request, reply) => {
    const file = await request.file();
    if (!file) throw new ProblemError('kit.missing', 'Choose a kit package (zip) or a kit’s JSON to install.');
    const { kit, problems } = await kits.install(await file.toBuffer());
    live.tellKits();
    return reply.code(201).send({ ref: kitRef(kit), name: kit.name, problems });
  });
}
