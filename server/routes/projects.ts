import type { FastifyInstance } from 'fastify';
import { customAlphabet } from 'nanoid';
import { upgradeEdit } from '../../core/index.js';
import { notFound, ProblemError } from '../errors.js';
import { safeName } from '../tempFiles.js';
import type { Kits } from '../kits.js';
import type { Live } from '../live.js';
import type { Projects } from '../projects.js';
import type { Rescue } from '../rescue.js';
import { firstPart, screensText } from '../projectCache.js';
import {
  editsBody,
  newProjectBody,
  renameBody,
  type EditsBody,
  type NewProjectBody,
  type RenameBody,
} from '../bodies.js';

/** Ids of projects: letters and figures, since addresses are made of them. */
export const freshId = customAlphabet('0123456789abcdefghijklmnopqrstuvwxyz', 14);
/** So many screens are told at once. */
const MOST_SCREENS = 200;
/** More of the history is not told at once. */
const MOST_TOLD = 500;

function whole(given: string | undefined, otherwise: number, name: string): number {
  if (given === undefined) return otherwise;
  const n = Number(given);
  if (!Number.isInteger(n) || n < 0)
    throw new ProblemError('request.shape', `The ${name} must be a whole number.`, name);
  return n;
}

/** A name as it is stored: without spaces around it, halves of characters mended. */
const tidyName = (name: string): string => name.trim().toWellFormed();

interface Options {
  readonly projects: Projects;
  readonly rescue: Rescue;
  readonly kits: Kits;
  readonly live: Live;
}
const CREATES = { config: { answer: 201 } } as const;
interface WithId {
  Params: { id: string };
}

/** Projects and their edits. */
export async function projectRoutes(server: FastifyInstance, { projects, rescue, kits, live }: Options): Promise<void> {
  server.get('/', async () => ({ projects: await projects.list() }));
  server.post<{ Body: NewProjectBody }>('/', { config: { body: newProjectBody, answer: 201 } }, async (request) => {
    const { id, name, kit } = request.body;
    if (!kits.get(kit)) throw notFound('kit', kit);
    return projects.createEmpty(id ?? freshId(), tidyName(name), kit);
  });
  server.get<WithId & { Querystring: { first?: string } }>('/:id', async (request) => {
    const stand = await projects.open(request.params.id);
    return request.query.first === undefined ? stand : firstPart(stand, request.query.first);
  });
  server.get<{ Params: { id: string; revision: string }; Querystring: { from?: string; count?: string } }>(
    '/:id/at/:revision/screens',
    async (request, reply) => {
      const { project } = await projects.at(request.params.id, whole(request.params.revision, 0, 'revision'));
      const from = whole(request.query.from, 0, 'from');
      const count = Math.min(MOST_SCREENS, whole(request.query.count, MOST_SCREENS, 'count'));
      return reply.type('application/json').send(screensText(project, from, count));
    },
  );
  server.get<{ Params: { id: string; revision: string } }>('/:id/at/:revision', async (request) =>
    projects.at(request.params.id, whole(request.params.revision, 0, 'revision')),
  );
  server.patch<WithId & { Body: RenameBody }>('/:id', { config: { body: renameBody } }, async (request) => {
    await projects.rename(request.params.id, tidyName(request.body.name));
    return { ok: true };
  });
  server.post<WithId>('/:id/copy', CREATES, async (request) => projects.duplicate(request.params.id, freshId()));
  server.post<WithId>('/:id/rescue', CREATES, async (request) => rescue.rescue(request.params.id, freshId()));
  server.get<WithId>('/:id/stored.json', async (request, reply) => {
    const { name, text } = await rescue.everything(request.params.id);
    const file = safeName(name, 80) || 'project';
    return reply
      .type('application/json')
      .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(`${file}, stored.json`)}`)
      .send(text);
  });
  server.delete<WithId>('/:id', async (request) => {
    await projects.setDeleted(request.params.id, true);
    live.tellAway(request.params.id, true);
    return { ok: true };
  });
  server.post<WithId>('/:id/restore', async (request) => {
    await projects.setDeleted(request.params.id, false);
    live.tellAway(request.params.id, false);
    return { ok: true };
  });
  server.get<WithId & { Querystring: { after?: string; until?: string } }>('/:id/edits', async (request) => {
    const { after, until } = request.query;
    return {
      edits: await projects.since(
        request.params.id,
        whole(after, 0, 'after'),
        until === undefined ? Infinity : whole(until, 0, 'until'),
      ),
    };
  });
  server.get<WithId & { Querystring: { before?: string; most?: string; by?: string } }>(
    '/:id/history',
    async (request) => {
      const { before, most, by } = request.query;
      return {
        history: await projects.history(
          request.params.id,
          whole(before, 2_147_483_647, 'before'),
          Math.min(MOST_TOLD, whole(most, 100, 'most')),
          by,
        ),
      };
    },
  );
  server.post<WithId & { Body: EditsBody }>('/:id/edits', { config: { body: editsBody } }, async (request) => {
    const { base, edits } = request.body;
    // A page that was opened before an update sends edits in its own words.
    return { edits: await projects.take(request.params.id, base, edits.map(upgradeEdit)) };
  });
  server.get<WithId>(
    '/:id/live',
    {
      websocket: true,
      preValidation: async (request) => {
        live.admit();
        await projects.check(request.params.id);
      },
    },
    (socket, request) => live.join(request.params.id, socket),
  );
}
