import type { FastifyInstance } from 'fastify';
import type * as yup from 'yup';
import { ProblemError } from './errors.js';

/**
 * What a route asks of somebody who has nothing but a review link. `nothing`: it looks after itself; `openLink`: a link that is
 * open, known by its cookie. A route that does not say is not for them.
 */
export type GuestAccess = 'nothing' | 'openLink';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** The shape of the JSON that comes with a request. It is checked before the handler, which gets it with its defaults. */
    readonly body?: yup.Schema;
    /** The status of an answer that is not 200. */
    readonly answer?: 201;
    readonly guest?: GuestAccess;
  }
}

/** Reads what routes declare in their `config`, for every route of the server: who may ask, what comes in, what goes out. */
export function readDeclarations(server: FastifyInstance): void {
  server.addHook('preValidation', async (request) => {
    const { body } = request.routeOptions.config;
    if (body) request.body = await checkedBody(body, request.body);
  });
  server.addHook('preHandler', async (request, reply) => {
    const { answer } = request.routeOptions.config;
    if (answer !== undefined) void reply.code(answer);
  });
}

async function checkedBody(schema: yup.Schema, body: unknown): Promise<unknown> {
  if (typeof body !== 'object' || body === null || Array.isArray(body))
    throw new ProblemError('request.shape', 'The request has no JSON record in it. Nothing was changed.');
  // Checked as it is; what is missing gets its default then.
  return schema.cast(await schema.validate(body, { strict: true, abortEarly: true }));
}
