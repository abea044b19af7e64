import type { FastifyInstance } from 'fastify';
import Papa from 'papaparse';
import * as yup from 'yup';
import { LINK_RIGHTS, screenOf } from '../../core/index.js';
import { ProblemError } from '../errors.js';
import { sendFile } from '../tempFiles.js';
import type { Projects } from '../projects.js';
import type { NewLink, Reviews } from '../reviews.js';
import { MOST_EVENTS, type Usability } from '../usability.js';
import type { Versions } from '../versions.js';

interface Options {
  readonly projects: Projects;
  readonly reviews: Reviews;
  readonly versions: Versions;
  readonly walks: Usability;
}
interface WithId {
  Params: { id: string };
}
const words = (most: number) => yup.string().strict().trim().required().max(most);
const part = yup.number().strict().required().min(-10).max(10);
const px = yup.number().strict().required().min(-100_000).max(100_000);
export const commentBody = yup
  .object({
    parent: yup.string().strict().max(60),
    screen: yup.string().strict().required().max(160),
    node: yup.string().strict().max(200),
    place: yup.object({ fx: part, fy: part, x: px, y: px }).required().noUnknown(),
    author: yup.string().strict().max(200).default(''),
    words: yup.string().strict().max(200_000).default(''),
  })
  .noUnknown();
export const walkBody = yup
  .object({
    outcome: yup
      .string()
      .oneOf(['done', 'given up', 'left'] as const)
      .required(),
    took: yup.number().strict().required().min(0).max(86_400_000),
    events: yup
      .array(
        yup
          .object({
            ms: yup.number().strict().required().min(0).max(86_400_000),
            kind: yup
              .string()
              .oneOf(['press', 'screen', 'key'] as const)
              .required(),
            screen: yup.string().strict().required().max(160),
            x: yup.number().strict().min(-100_000).max(100_000),
            y: yup.number().strict().min(-100_000).max(100_000),
            node: yup.string().strict().max(200),
            hit: yup.boolean().strict(),
          })
          .noUnknown()
          .required(),
      )
      .strict()
      .required()
      .max(MOST_EVENTS),
  })
  .noUnknown();
const linkBody = yup
  .object({
    name: words(120),
    scope: yup.mixed<NewLink['scope']>().required().test('scope', 'scope is all, a flow, or screens', isScope),
    rights: yup.array(yup.string().oneOf(LINK_RIGHTS).required()).strict().required().max(LINK_RIGHTS.length),
    revision: yup.number().strict().integer().min(0).nullable().default(null),
    phrase: yup.string().strict().max(200).default(''),
    endsAt: yup
      .string()
      .strict()
      .nullable()
      .default(null)
      .test(
        'date',
        'endsAt is a time as ISO 8601 says it',
        (v) => v === null || v === undefined || !Number.isNaN(Date.parse(v)),
      ),
  })
  .noUnknown();
function isScope(v: unknown): boolean {
  if (typeof v !== 'object' || v === null) return false;
  const keys = Object.keys(v);
  if (keys.length !== 1) return false;
  const s = v as Record<string, unknown>;
  return (
    s['all'] === true ||
    (typeof s['flow'] === 'string' && s['flow'].length <= 160) ||
    (Array.isArray(s['screens']) &&
      s['screens'].length > 0 &&
      s['screens'].length <= 2000 &&
      s['screens'].every((x) => typeof x === 'string' && x.length <= 160))
  );
}
const flagBody = (name: string) => yup.object({ [name]: yup.boolean().strict().required() }).noUnknown();
export async function checkedBody<T>(schema: yup.Schema<T>, body: unknown): Promise<T> {
  if (typeof body !== 'object' || body === null || Array.isArray(body))
    throw new ProblemError('request.shape', 'The request has no JSON record in it. Nothing was changed.');
  // Checked as it is; what is not said gets its default then.
  return schema.cast(await schema.validate(body, { strict: true, abortEarly: true })) as T;
}
const flag = async (name: string, body: unknown): Promise<boolean> =>
  ((await checkedBody(flagBody(name), body)) as Record<string, boolean>)[name] === true;

/** Review links, comments, named versions and tests, for whoever designs. */
export async function handoverRoutes(
  server: FastifyInstance,
  { projects, reviews, versions, walks }: Options,
): Promise<void> {
  server.get<WithId>('/:id/review-links', async ({ params: { id } }) => {
    await projects.check(id);
    return { links: await reviews.links(id) };
  });
  server.post<WithId>('/:id/review-links', async (request, reply) => {
    const body = await checkedBody(linkBody, request.body);
    return reply.code(201).send(await reviews.make(request.params.id, body as NewLink));
  });
  server.patch<{ Params: { id: string; link: string } }>('/:id/review-links/:link', async (request) =>
    reviews.revoke(request.params.id, request.params.link, await flag('revoked', request.body)),
  );

  server.get<WithId>('/:id/comments', async ({ params: { id } }) => {
    await projects.check(id);
    return { comments: await reviews.comments(id) };
  });
  server.post<WithId>('/:id/comments', async (request, reply) => {
    const body = await checkedBody(commentBody, request.body);
    return reply.code(201).send(await reviews.say(request.params.id, body, null));
  });
  server.patch<{ Params: { id: string; comment: string } }>('/:id/comments/:comment', async (request) =>
    reviews.resolve(request.params.id, request.params.comment, await flag('resolved', request.body)),
  );

  server.get<WithId>('/:id/versions', async ({ params: { id } }) => ({ versions: await versions.list(id) }));
  const versionBody = yup.object({ name: words(120), revision: yup.number().strict().integer().min(0) }).noUnknown();
  server.post<WithId>('/:id/versions', async (request, reply) => {
    const { name, revision } = await checkedBody(versionBody, request.body);
    return reply.code(201).send(await versions.name(request.params.id, name.toWellFormed(), revision));
  });
  server.patch<{ Params: { id: string; version: string } }>('/:id/versions/:version', async (request) => {
    const { name } = await checkedBody(versionBody, request.body);
    await versions.rename(request.params.id, request.params.version, name.toWellFormed());
    return { ok: true };
  });
  server.delete<{ Params: { id: string; version: string } }>('/:id/versions/:version', async (request) => {
    await versions.unname(request.params.id, request.params.version);
    return { ok: true };
  });

  server.get<WithId>('/:id/tests', async ({ params: { id } }) => {
    await projects.check(id);
    return { tests: await walks.list(id) };
  });
  const testBody = yup.object({ task: words(500), start: words(160), goal: words(160) }).noUnknown();
  server.post<WithId>('/:id/tests', async (request, reply) => {
    const body = await checkedBody(testBody, request.body);
    return reply.code(201).send(await walks.make(request.params.id, body));
  });
  server.patch<{ Params: { id: string; test: string } }>('/:id/tests/:test', async (request) =>
    walks.close(request.params.id, request.params.test, await flag('closed', request.body)),
  );
  server.get<{ Params: { id: string; test: string } }>('/:id/tests/:test', async (request) =>
    walks.walked(request.params.id, request.params.test),
  );
  server.post<{ Params: { id: string; test: string } }>('/:id/tests/:test/walks', async (request, reply) => {
    await walks.take(request.params.id, request.params.test, await checkedBody(walkBody, request.body));
    return reply.code(201).send({ ok: true });
  });
  /** Everything that happened, as a table: one line an event. */
  server.get<{ Params: { id: string; test: string } }>('/:id/tests/:test/walks.csv', async (request, reply) => {
    const { id, test } = request.params;
    const [{ test: of, walks: all }, { project }] = await Promise.all([walks.walked(id, test), projects.open(id)]);
    const rows = all.flatMap((w, i) =>
      w.events.map((e) => ({
        walk: i + 1,
        outcome: w.outcome,
        'took (ms)': w.took,
        'after (ms)': e.ms,
        event: e.kind,
        screen: screenOf(project, e.screen)?.name ?? e.screen,
        x: e.x ?? '',
        y: e.y ?? '',
        thing: e.node ?? '',
        'something happened': e.hit === undefined ? '' : e.hit ? 'yes' : 'no',
      })),
    );
    // Cells that a spreadsheet would take for formulas are text.
    const bytes = new TextEncoder().encode(`\ufeff${Papa.unparse(rows, { escapeFormulae: true })}\n`);
    return sendFile(reply, { name: `${of.task.slice(0, 60)}, walks.csv`, type: 'text/csv; charset=utf-8', bytes });
  });
}
