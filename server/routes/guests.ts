import type { FastifyInstance, FastifyRequest } from 'fastify';
import * as yup from 'yup';
import { screenOf, type ReviewLink, type LinkRight } from '../../core/index.js';
import { notFound, ProblemError } from '../errors.js';
import type { Reviews } from '../reviews.js';
import type { Usability } from '../usability.js';
import { checkedBody, commentBody, walkBody } from './handover.js';

interface Options {
  readonly reviews: Reviews;
  readonly walks: Usability;
}
interface WithToken {
  Params: { token: string };
}
const COOKIE = 'dekkor-review';
const cookieOf = (request: FastifyRequest): string =>
  (request.headers.cookie ?? '')
    .split(';')
    .map((c) => c.trim())
    .find((c) => c.startsWith(`${COOKIE}=`))
    ?.slice(COOKIE.length + 1) ?? '';
const [tokenOf, passOf] = [(c: string): string => c.split('.')[0] ?? '', (c: string): string => c.split('.')[1] ?? ''];

/** May somebody who has nothing but a review link ask for this? The page itself, its API; and with a link that is open, what is drawn with. */
export function guestMay(reviews: Reviews) {
  return async (request: FastifyRequest): Promise<boolean> => {
    const path = request.url.split('?')[0] ?? '';
    if (/^\/api\/review\/[^/]+(?:\/|$)/u.test(path)) return true;
    if (request.method !== 'GET') return false;
    if (/^\/(?:r\/[\w-]+|assets\/[\w./-]+|mark\.svg)$/u.test(path)) return true;
    if (!/^\/api\/(?:kits|fonts|pictures)(?:\/|$)/u.test(path) || /\/uses$/u.test(path) || path === '/api/pictures')
      return false;
    const cookie = cookieOf(request);
    return reviews.enterable(tokenOf(cookie), passOf(cookie)).then(
      () => true,
      () => false,
    );
  };
}

/** What people see and do who come by a review link. */
export async function guestRoutes(server: FastifyInstance, { reviews, walks }: Options): Promise<void> {
  // Whoever guesses has few tries, and learns nothing from them.
  const few = {
    config: { rateLimit: { max: 12, timeWindow: 60_000, keyGenerator: (r: FastifyRequest) => `phrase ${r.ip}` } },
  };
  /** Wrong ones are counted apart: who has a right one is never held up by who has not. */
  const wrong = new Map<string, { count: number; until: number }>();
  const guessed = (request: FastifyRequest): void => {
    const now = Date.now();
    const was = wrong.get(request.ip);
    const next =
      was && was.until > now ? { count: was.count + 1, until: was.until } : { count: 1, until: now + 60_000 };
    wrong.set(request.ip, next);
    if (wrong.size > 1000) for (const [ip, w] of wrong) if (w.until < now) wrong.delete(ip);
  };
  const MOST_WRONG = 30;
  async function enter(
    request: FastifyRequest<WithToken>,
    right?: LinkRight,
  ): Promise<{ link: ReviewLink; projectId: string }> {
    const tries = wrong.get(request.ip);
    if (tries && tries.until > Date.now() && tries.count >= MOST_WRONG)
      throw new ProblemError('request.many', 'Too many links that lead nowhere were tried from here. Wait a minute.');
    const { token } = request.params;
    const cookie = cookieOf(request);
    try {
      const got = await reviews.enterable(token, tokenOf(cookie) === token ? passOf(cookie) : '');
      if (right && !got.link.rights.includes(right))
        throw new ProblemError(
          'link.right',
          `This link was made without the right to ${right === 'test' ? 'take part in tests' : right}. Nothing was changed.`,
        );
      return got;
    } catch (error) {
      if (error instanceof ProblemError && error.code === 'link.closed') guessed(request);
      throw error;
    }
  }
  const cookie = (token: string, pass: string): string =>
    `${COOKIE}=${token}.${pass}; Path=/; HttpOnly; SameSite=Strict`;

  server.get<WithToken>('/:token', async (request, reply) => {
    const { link, projectId } = await enter(request);
    const { project, revision } = await reviews.shown(link, projectId);
    const had = cookieOf(request);
    if (tokenOf(had) !== link.token) void reply.header('set-cookie', cookie(link.token, ''));
    void reply.header('cache-control', 'no-store');
    const screens = new Set(project.screens.map((s) => s.id));
    const tests = link.rights.includes('test')
      ? (await walks.list(projectId))
          .filter((t) => t.closedAt === null && screens.has(t.start) && screens.has(t.goal))
          .map(({ id, task, start, goal }) => ({ id, task, start, goal }))
      : [];
    return { name: link.name, rights: link.rights, current: link.revision === null, project, revision, tests };
  });
  server.post<WithToken>('/:token/enter', few, async (request, reply) => {
    const { phrase } = await checkedBody(
      yup.object({ phrase: yup.string().strict().max(200).default('') }).noUnknown(),
      request.body,
    );
    const pass = await reviews.enter(request.params.token, phrase);
    return reply.header('set-cookie', cookie(request.params.token, pass)).send({ ok: true });
  });
  server.get<WithToken>('/:token/comments', async (request) => {
    const { link, projectId } = await enter(request);
    const { project, revision } = await reviews.shown(link, projectId);
    return { comments: await reviews.comments(projectId, new Set(project.screens.map((s) => s.id))), revision };
  });
  server.post<WithToken>('/:token/comments', async (request, reply) => {
    const { link, projectId } = await enter(request, 'comment');
    return reply.code(201).send(await reviews.say(projectId, await checkedBody(commentBody, request.body), link));
  });
  server.post<{ Params: { token: string; test: string } }>('/:token/tests/:test/walks', async (request, reply) => {
    const { link, projectId } = await enter(request as FastifyRequest<WithToken>, 'test');
    const body = await checkedBody(walkBody, request.body);
    const [{ project }, test] = await Promise.all([
      reviews.shown(link, projectId),
      walks.list(projectId).then((all) => all.find((t) => t.id === request.params.test)),
    ]);
    if (!test || !screenOf(project, test.start)) throw notFound('test', request.params.test);
    await walks.take(projectId, test.id, body);
    return reply.code(201).send({ ok: true });
  });
}
