import type { FastifyInstance, FastifyRequest } from 'fastify';
import { LRUCache } from 'lru-cache';
import { screenOf, type LinkRight, type ReviewLink } from '../../core/index.js';
import {
  commentBody,
  phraseBody,
  sessionBody,
  type CommentBody,
  type PhraseBody,
  type SessionBody,
} from '../bodies.js';
import { notFound, ProblemError } from '../errors.js';
import type { Reviews } from '../reviews.js';
import type { Usability } from '../usability.js';

interface Options {
  readonly reviews: Reviews;
  readonly usability: Usability;
}
interface OpenLink {
  readonly link: ReviewLink;
  readonly projectId: string;
}
declare module 'fastify' {
  interface FastifyContextConfig {
    /** What the review link in the address must allow; `view`: that it is open. Its request has it as `review`. */
    readonly link?: LinkRight | 'view';
  }
  interface FastifyRequest {
    review: OpenLink | null;
  }
}
interface WithToken {
  Params: { token: string };
}
const COOKIE = 'dekkor-review';
/** The link and the pass that somebody came with before. */
const known = (request: FastifyRequest): { readonly token: string; readonly pass: string } => {
  const [token = '', pass = ''] = (request.cookies[COOKIE] ?? '').split('.');
  return { token, pass };
};
/** What the page of a link is made of, besides its API. */
const PAGE = /^\/(?:r\/[\w-]+|assets\/[\w./-]+|mark\.svg)$/u;

/** May somebody who has nothing but a review link ask for this? Only what its route declares, and the page itself. */
export function guestMay(reviews: Reviews) {
  return async (request: FastifyRequest): Promise<boolean> => {
    const { guest } = request.routeOptions.config;
    if (guest === 'nothing') return true;
    if (request.method !== 'GET') return false;
    if (PAGE.test(request.url.split('?')[0] ?? '')) return true;
    if (guest !== 'openLink') return false;
    const { token, pass } = known(request);
    return reviews.enterable(token, pass).then(
      () => true,
      () => false,
    );
  };
}

/** Links that lead nowhere, by who tried them: so many in so long (ms), of so many addresses. */
const MOST_WRONG = 30;
const WRONG_FOR = 60_000;
const MOST_ADDRESSES = 1000;

/** What people see and do who come by a review link. */
export async function guestRoutes(server: FastifyInstance, { reviews, usability }: Options): Promise<void> {
  // Few tries for a phrase, whatever the link: a guesser learns nothing from them.
  const rateLimit = { max: 12, timeWindow: 60_000, keyGenerator: (r: FastifyRequest) => `phrase ${r.ip}` };
  /** Wrong links are counted apart from other requests. */
  const wrong = new LRUCache<string, { count: number }>({ max: MOST_ADDRESSES, ttl: WRONG_FOR });

  server.decorateRequest('review', null);
  server.addHook('onRequest', async (request) => {
    const { link: right } = request.routeOptions.config;
    if (right === undefined) return;
    if ((wrong.get(request.ip)?.count ?? 0) >= MOST_WRONG)
      throw new ProblemError('request.many', 'Too many links that lead nowhere were tried from here. Wait a minute.');
    const { token } = request.params as { token: string };
    const came = known(request);
    try {
      request.review = await reviews.enterable(token, came.token === token ? came.pass : '');
    } catch (error) {
      if (error instanceof ProblemError && error.code === 'link.closed') {
        const tries = wrong.get(request.ip);
        if (tries) tries.count++;
        else wrong.set(request.ip, { count: 1 });
      }
      throw error;
    }
    if (right !== 'view' && !request.review.link.rights.includes(right))
      throw new ProblemError(
        'link.right',
        `This link was made without the right to ${right === 'test' ? 'take part in tests' : right}. Nothing was changed.`,
      );
  });
  /** The link that the hook has let in. */
  const reviewOf = (request: FastifyRequest): OpenLink => {
    if (!request.review) throw new Error(`${request.routeOptions.url ?? ''} declares no link`);
    return request.review;
  };
  const setCookie = (token: string, pass: string) =>
    [COOKIE, `${token}.${pass}`, { path: '/', httpOnly: true, sameSite: 'strict' }] as const;

  server.get<WithToken>('/:token', { config: { guest: 'nothing', link: 'view' } }, async (request, reply) => {
    const { link, projectId } = reviewOf(request as FastifyRequest);
    const { project, revision } = await reviews.shown(link, projectId);
    if (known(request as FastifyRequest).token !== link.token) void reply.setCookie(...setCookie(link.token, ''));
    void reply.header('cache-control', 'no-store');
    const screens = new Set(project.screens.map((s) => s.id));
    const tests = link.rights.includes('test')
      ? (await usability.list(projectId))
          .filter((t) => t.closedAt === null && screens.has(t.start) && screens.has(t.goal))
          .map(({ id, task, start, goal }) => ({ id, task, start, goal }))
      : [];
    return { name: link.name, rights: link.rights, current: link.revision === null, project, revision, tests };
  });
  server.post<WithToken & { Body: PhraseBody }>(
    '/:token/enter',
    { config: { guest: 'nothing', body: phraseBody, rateLimit } },
    async (request, reply) => {
      const pass = await reviews.enter(request.params.token, request.body.phrase);
      return reply.setCookie(...setCookie(request.params.token, pass)).send({ ok: true });
    },
  );
  server.get<WithToken>('/:token/comments', { config: { guest: 'nothing', link: 'view' } }, async (request) => {
    const { link, projectId } = reviewOf(request as FastifyRequest);
    const { project, revision } = await reviews.shown(link, projectId);
    return { comments: await reviews.comments(projectId, new Set(project.screens.map((s) => s.id))), revision };
  });
  server.post<WithToken & { Body: CommentBody }>(
    '/:token/comments',
    { config: { guest: 'nothing', link: 'comment', body: commentBody, answer: 201 } },
    async (request) => {
      const { link, projectId } = reviewOf(request as FastifyRequest);
      return reviews.say(projectId, request.body, link);
    },
  );
  // A page that was opened before an update sends what it recorded to `walks`.
  for (const path of ['sessions', 'walks'])
    server.post<{ Params: { token: string; test: string }; Body: SessionBody }>(
      `/:token/tests/:test/${path}`,
      { config: { guest: 'nothing', link: 'test', body: sessionBody, answer: 201 } },
      async (request) => {
        const { link, projectId } = reviewOf(request as FastifyRequest);
        const [{ project }, test] = await Promise.all([
          reviews.shown(link, projectId),
          usability.list(projectId).then((all) => all.find((t) => t.id === request.params.test)),
        ]);
        if (!test || !screenOf(project, test.start)) throw notFound('test', request.params.test);
        await usability.take(projectId, test.id, request.body);
        return { ok: true };
      },
    );
}
