import { readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import type { FastifyInstance } from 'fastify';
import { inMode, inSituation, situationAt, screenOf, type Project, type Screen } from '../../core/index.js';
import type { Assets } from '../assets.js';
import { contactSheetBody, type ContactSheetBody } from '../bodies.js';
import type { Cell } from '../drawing/contact.js';
import type { RenderPool } from '../drawing/renderPool.js';
import { notFound, ProblemError } from '../errors.js';
import { TempFiles, sendFile, progressStream, onDisconnect } from '../tempFiles.js';
import type { Kits } from '../kits.js';
import type { Projects } from '../projects.js';

interface Options {
  readonly projects: Projects;
  readonly kits: Kits;
  readonly renderPool: RenderPool;
  readonly assets: Assets;
}
/** How wide a screen is drawn for a sheet: px; wide ones lie on it as tall as narrow ones, so they are drawn larger. */
const wideOf = (screen: Screen): number => Math.max(440, Math.min(1100, screen.width * 0.8));
/** So many screens fit on a sheet that is one picture. */
const MOST_IN_PNG = 60;

/** Contact sheets: many screens, small, on pages. Made one screen after the other; progress is told while it goes on. */
export async function contactRoutes(
  server: FastifyInstance,
  { projects, kits, renderPool, assets }: Options,
): Promise<void> {
  const sheets = new TempFiles();
  const inlined = assets.inlined;

  const sheet = { config: { body: contactSheetBody } };
  server.post<{ Params: { id: string }; Body: ContactSheetBody }>(
    '/:id/contact-sheet',
    sheet,
    async (request, reply) => {
      const { body } = request;
      const { project } = await projects.open(request.params.id);
      const asked = body.screens.map((id): Screen => screenOf(project, id) ?? fail(id));
      if (asked.length === 0)
        throw new ProblemError('request.shape', 'A contact sheet of no screens is empty. Pick some.');
      const beside = body.beside ?? [];
      const cellsOf = asked.length * (1 + beside.length);
      if (body.kind === 'png' && cellsOf > MOST_IN_PNG)
        throw new ProblemError(
          'request.shape',
          `One picture holds at most ${MOST_IN_PNG} screens, not ${cellsOf}. Make a PDF of them, or pick fewer.`,
        );
      const lens = body.lens !== undefined && kits.get(body.lens) ? body.lens : undefined;
      const situation = situationAt(project, body.in ?? '');
      const seen = (s: Screen, mode = ''): Screen => inSituation(inMode(s, mode), situation);
      const gone = onDisconnect(reply);
      async function* made(): AsyncGenerator<unknown> {
        const cells: Cell[] = [];
        for (const screen of asked) {
          cells.push(await cellOf(project, seen(screen, body.mode), lens, gone));
          for (const b of beside) {
            const own = b.lens !== undefined && kits.get(b.lens) ? b.lens : undefined;
            const cell = await cellOf(project, seen(screen, b.mode), own, gone);
            cells.push({ ...cell, name: `${screen.name}, ${b.name}` });
          }
          yield { done: cells.length / (1 + beside.length), of: asked.length };
        }
        const name = `${project.name}, contact sheet`;
        const bytes =
          body.kind === 'pdf'
            ? await (
                await import('../drawing/contactPdf.js')
              ).sheetPdf(name, cells, readFileSync(kits.fallbackFonts[0]?.path ?? ''), pause)
            : await renderPool.sheet(name, cells, gone);
        const file = {
          name: `${name}.${body.kind}`,
          type: body.kind === 'pdf' ? 'application/pdf' : 'image/png',
          bytes,
        };
        yield { sheet: sheets.put(file), name: file.name };
      }
      return reply
        .type('application/x-ndjson')
        .header('cache-control', 'no-store')
        .send(Readable.from(progressStream(made(), gone)));
    },
  );

  server.get<{ Params: { id: string; sheet: string } }>('/:id/contact-sheet/:sheet', async (request, reply) => {
    const sheet = sheets.get(request.params.sheet);
    if (!sheet) throw notFound('sheet', request.params.sheet);
    return sendFile(reply, sheet);
  });

  async function cellOf(
    project: Project,
    screen: Screen,
    lens: string | undefined,
    signal: AbortSignal,
  ): Promise<Cell> {
    const drawn = await renderPool.screen(
      {
        what: 'screen',
        project: { ...project, screens: [screen] },
        screen: screen.id,
        scale: Math.min(2, wideOf(screen) / screen.width),
        ...(lens ? { lens } : {}),
      },
      inlined,
      signal,
    );
    if (!('png' in drawn)) throw new ProblemError('picture.drawing', `${screen.name} cannot be drawn.`, screen.id);
    // IHDR, the first chunk of every PNG: width and height behind 16 bytes (PNG 3, 11.2.1).
    const head = Buffer.from(drawn.png.buffer, drawn.png.byteOffset, 24);
    return { png: drawn.png, width: head.readUInt32BE(16), height: head.readUInt32BE(20), name: screen.name };
  }
}
const pause = (): Promise<void> => new Promise((r) => setImmediate(r));
function fail(id: string): never {
  throw notFound('screen', id);
}
