import type { FastifyInstance } from 'fastify';
import Papa from 'papaparse';
import { screenOf } from '../../core/index.js';
import {
  closedBody,
  commentBody,
  linkBody,
  resolvedBody,
  revokedBody,
  sessionBody,
  testBody,
  versionBody,
  type ClosedBody,
  type CommentBody,
  type ResolvedBody,
  type RevokedBody,
  type SessionBody,
  type TestBody,
  type VersionBody,
} from '../bodies.js';
import type { Projects } from '../projects.js';
import type { NewLink, Reviews } from '../reviews.js';
import { sendFile } from '../tempFiles.js';
import type { Usability } from '../usability.js';
import type { Versions } from '../versions.js';

interface Options {
  readonly projects: Projects;
  readonly reviews: Reviews;
  readonly versions: Versions;
  readonly usability: Usability;
}
interface WithId {
  Params: { id: string };
}
interface WithLink {
  Params: { id: string; link: string };
}
interface WithComment {
  Params: { id: string; comment: string };
}
interface WithVersion {
  Params: { id: string; version: string };
}
interface WithTest {
  Params: { id: string; test: string };
}

/** Review links, comments, named versions and tests, for the designer. */
export async function handoverRoutes(
  server: FastifyInstance,
  { projects, reviews, versions, usability }: Options,
): Promise<void> {
  server.get<WithId>('/:id/review-links', async ({ params: { id } }) => {
    await projects.check(id);
    return { links: await reviews.links(id) };
  });
  server.post<WithId & { Body: NewLink }>(
    '/:id/review-links',
    { config: { body: linkBody, answer: 201 } },
    async ({ params, body }) => reviews.make(params.id, body),
  );
  server.patch<WithLink & { Body: RevokedBody }>(
    '/:id/review-links/:link',
    { config: { body: revokedBody } },
    async ({ params, body }) => reviews.revoke(params.id, params.link, body.revoked),
  );

  server.get<WithId>('/:id/comments', async ({ params: { id } }) => {
    await projects.check(id);
    return { comments: await reviews.comments(id) };
  });
  server.post<WithId & { Body: CommentBody }>(
    '/:id/comments',
    { config: { body: commentBody, answer: 201 } },
    async ({ params, body }) => reviews.say(params.id, body, null),
  );
  server.patch<WithComment & { Body: ResolvedBody }>(
    '/:id/comments/:comment',
    { config: { body: resolvedBody } },
    async ({ params, body }) => reviews.resolve(params.id, params.comment, body.resolved),
  );

  server.get<WithId>('/:id/versions', async ({ params: { id } }) => ({ versions: await versions.list(id) }));
  server.post<WithId & { Body: VersionBody }>(
    '/:id/versions',
    { config: { body: versionBody, answer: 201 } },
    async ({ params, body }) => versions.name(params.id, body.name.toWellFormed(), body.revision),
  );
  server.patch<WithVersion & { Body: VersionBody }>(
    '/:id/versions/:version',
    { config: { body: versionBody } },
    async ({ params, body }) => {
      await versions.rename(params.id, params.version, body.name.toWellFormed());
      return { ok: true };
    },
  );
  server.delete<WithVersion>('/:id/versions/:version', async ({ params }) => {
    await versions.unname(params.id, params.version);
    return { ok: true };
  });

  server.get<WithId>('/:id/tests', async ({ params: { id } }) => {
    await projects.check(id);
    return { tests: await usability.list(id) };
  });
  server.post<WithId & { Body: TestBody }>(
    '/:id/tests',
    { config: { body: testBody, answer: 201 } },
    async ({ params, body }) => usability.make(params.id, body),
  );
  server.patch<WithTest & { Body: ClosedBody }>(
    '/:id/tests/:test',
    { config: { body: closedBody } },
    async ({ params, body }) => usability.close(params.id, params.test, body.closed),
  );
  server.get<WithTest>('/:id/tests/:test', async ({ params }) => usability.sessions(params.id, params.test));
  server.post<WithTest & { Body: SessionBody }>(
    '/:id/tests/:test/sessions',
    { config: { body: sessionBody, answer: 201 } },
    async ({ params, body }) => {
      await usability.take(params.id, params.test, body);
      return { ok: true };
    },
  );
  /** Every event of every session, as a table. */
  server.get<WithTest>('/:id/tests/:test/sessions.csv', async (request, reply) => {
    const { id, test } = request.params;
    const [{ test: of, sessions }, { project }] = await Promise.all([usability.sessions(id, test), projects.open(id)]);
    const rows = sessions.flatMap((s, i) =>
      s.events.map((e) => ({
        session: i + 1,
        outcome: s.outcome,
        'took (ms)': s.took,
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
    return sendFile(reply, { name: `${of.task.slice(0, 60)}, sessions.csv`, type: 'text/csv; charset=utf-8', bytes });
  });
}
