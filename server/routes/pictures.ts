import type { FastifyInstance } from 'fastify';
import type { Assets } from '../assets.js';
import { notFound, ProblemError } from '../errors.js';

/** Pictures that screens can show. */
export async function pictureRoutes(server: FastifyInstance, { assets }: { readonly assets: Assets }): Promise<void> {
  server.get('/', async () => ({ pictures: await assets.list() }));
  server.get<{ Params: { id: string } }>('/:id', { config: { guest: 'openLink' } }, async (request, reply) => {
    const found = await assets.read(request.params.id);
    if (!found) throw notFound('picture', request.params.id);
    // A picture never changes: its name comes from its bytes.
    return reply
      .type(found.type)
      .header('cache-control', 'public, max-age=31536000, immutable')
      .header('content-security-policy', "default-src 'none'; sandbox")
      .send(found.bytes);
  });
  server.post('/', async (request, reply) => {
    const file = await request.file();
    if (!file) throw new ProblemError('picture.missing', 'Choose a picture to bring in.');
    return reply.code(201).send(await assets.add(file.filename, await file.toBuffer()));
  });
}
