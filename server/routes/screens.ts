import type { FastifyInstance } from 'fastify';
import { overlaysOf, screenOf, situationAt, type Project } from '../../core/index.js';
import type { Assets } from '../assets.js';
import type { PictureCache } from '../drawing/cache.js';
import type { RenderPool } from '../drawing/renderPool.js';
import { notFound, ProblemError } from '../errors.js';
import { safeName, onDisconnect } from '../tempFiles.js';
import type { Kits } from '../kits.js';
import type { Projects } from '../projects.js';

interface Options {
  readonly projects: Projects;
  readonly kits: Kits;
  readonly renderPool: RenderPool;
  readonly assets: Assets;
  readonly cache: PictureCache;
}
interface Query {
  Params: { id: string; file: string };
  Querystring: { scale?: string; lens?: string; mode?: string; in?: string; over?: string };
}
/** A picture is only ever a picture, wherever it is opened. */
const ONLY_A_PICTURE = "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:; sandbox";

/** Screens as SVG and PNG. */
export async function screenRoutes(
  server: FastifyInstance,
  { projects, kits, renderPool, assets, cache }: Options,
): Promise<void> {
  const inlined = assets.inlined;

  server.get<Query>('/:id/screens/:file', async (request, reply) => {
    const { id, file } = request.params;
    const match = /^(.{1,160})\.(svg|png)$/u.exec(file);
    if (!match?.[1]) throw new ProblemError('picture.kind', 'A screen comes as .svg or .png.', file);
    const [, screen, kind] = match;
    const lens = request.query.lens && kits.get(request.query.lens) ? request.query.lens : undefined;
    const scale = kind === 'png' ? Number(request.query.scale ?? 1) : undefined;
    if (scale !== undefined && !(scale >= 0.1 && scale <= 4))
      throw new ProblemError('picture.scale', 'The scale of a picture goes from 0.1 to 4.', 'scale');
    const { project, revision } = await projects.open(id);
    if (!screenOf(project, screen)) throw notFound('screen', screen);
    const { over } = request.query;
    const mode = request.query.mode?.slice(0, 60) ?? '';
    const situation = request.query.in;
    if (situation !== undefined && !situationAt(project, situation))
      throw new ProblemError('picture.situation', `There is no situation called ${situation.slice(0, 80)}.`, 'in');
    const shown = screenOf(project, screen);
    if (over !== undefined && !(shown && overlaysOf(shown).includes(over)))
      throw new ProblemError('picture.over', `Nothing called ${over.slice(0, 80)} lies over this screen.`, 'over');
    const key = JSON.stringify([id, revision, screen, lens, mode, situation, over, scale, kits.version]);
    const drawn =
      cache.get(key) ??
      (await renderPool.screen(
        {
          what: 'screen',
          project: only(project, screen),
          screen,
          ...(lens ? { lens } : {}),
          ...(mode ? { mode } : {}),
          ...(situation === undefined ? {} : { situation }),
          ...(over === undefined ? {} : { overlay: over }),
          ...(scale === undefined ? {} : { scale }),
        },
        inlined,
        onDisconnect(reply),
      ));
    cache.put(key, drawn);
    const name = safeName(drawn.name, 80) || 'screen';
    reply.header('content-disposition', `inline; filename*=UTF-8''${encodeURIComponent(`${name}.${kind}`)}`);
    reply.header('content-security-policy', ONLY_A_PICTURE);
    return 'svg' in drawn
      ? reply.type('image/svg+xml').send(drawn.svg)
      : reply.type('image/png').send(Buffer.from(drawn.png));
  });
}

/** The project with nothing but that screen: what is sent to be drawn does not grow with the others. */
const only = (project: Project, screen: string): Project => ({
  ...project,
  screens: project.screens.filter((s) => s.id === screen),
});
