import type { FastifyInstance } from 'fastify';
import type { Assets } from '../assets.js';
import { ProblemError } from '../errors.js';
import type { Kits } from '../kits.js';
import { screenSvg, type Pictures } from '../pictures.js';
import type { Projects } from '../projects.js';

interface Options {
  readonly projects: Projects;
  readonly kits: Kits;
  readonly pictures: Pictures;
  readonly assets: Assets;
}
interface Query {
  Params: { id: string; file: string };
  Querystring: { scale?: string; lens?: string };
}
const MOST_PIXELS = 80_000_000;
/** A picture is only ever a picture, wherever it is opened. */
const ONLY_A_PICTURE = "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:; sandbox";

/** Screens as SVG and PNG. */
export async function screenRoutes(
  server: FastifyInstance,
  { projects, kits, pictures, assets }: Options,
): Promise<void> {
  server.get<Query>('/:id/screens/:file', async (request, reply) => {
    const match = /^(.+)\.(svg|png)$/u.exec(request.params.file);
    if (!match?.[1]) throw new ProblemError('picture.kind', 'A screen comes as .svg or .png.', request.params.file);
    const { project } = await projects.open(request.params.id);
    const { lens } = request.query;
    const drawn = await screenSvg({ project, kits: kits.kits }, kits, match[1], {
      assets,
      ...(lens ? { lens } : {}),
      fonts: match[2] === 'svg',
    });
    const name = drawn.screen.name.replace(/[^\p{L}\p{N} _-]/gu, '').slice(0, 80) || 'screen';
    reply.header('content-disposition', `inline; filename*=UTF-8''${encodeURIComponent(`${name}.${match[2]}`)}`);
    reply.header('content-security-policy', ONLY_A_PICTURE);
    if (match[2] === 'svg') return reply.type('image/svg+xml').send(drawn.svg);
    const scale = Number(request.query.scale ?? 1);
    if (!(scale >= 0.1 && scale <= 4))
      throw new ProblemError('picture.scale', 'The scale of a picture goes from 0.1 to 4.', 'scale');
    if (drawn.width * drawn.height * scale * scale > MOST_PIXELS)
      throw new ProblemError(
        'picture.large',
        'At this scale the picture would have more than 80 million pixels; choose a smaller scale.',
        'scale',
      );
    return reply.type('image/png').send(Buffer.from(await pictures.png(drawn.svg, scale)));
  });
}
