import type { FastifyInstance } from 'fastify';
import {
  writeManifest,
  writeTokenCss,
  writeTokenFile,
  type Kit,
  countUses,
  entryOn,
  kitRef,
  splitRef,
  appliedKitsOf,
  type EntryKind,
  type Screen,
  type AppliedKit,
} from '../../core/index.js';
import { hiddenBody, type HiddenBody } from '../bodies.js';
import { notFound, ProblemError } from '../errors.js';
import { sendFile } from '../tempFiles.js';
import type { Kits } from '../kits.js';
import type { Live } from '../live.js';
import type { Projects } from '../projects.js';
import type { Rescue } from '../rescue.js';

/** What never changes under its address, for whoever may see it. */
const FOR_GOOD = 'private, max-age=31536000, immutable';
/** Screens are drawn with these: who has a link to screens may have them. */
const DRAWN_WITH = { config: { guest: 'openLink' } } as const;
interface WithRef {
  Params: { ref: string };
}
const ENTRIES: readonly EntryKind[] = ['component', 'token', 'style', 'icon', 'template'];

/** Installed kits, their files, and the fonts that stand in for missing characters. */
export async function kitRoutes(
  server: FastifyInstance,
  {
    kits,
    projects,
    rescue,
    live,
  }: { readonly kits: Kits; readonly projects: Projects; readonly rescue: Rescue; readonly live: Live },
): Promise<void> {
  server.get('/kits', DRAWN_WITH, async () => ({
    kits: kits.list().map(({ kit, problems, shipped, stamp }) => ({
      ref: kitRef(kit),
      name: kit.name,
      version: kit.version,
      summary: kit.summary,
      fidelity: kit.fidelity,
      swatches: kit.swatches,
      components: Object.keys(kit.components).length,
      basedOn: kit.basedOn ?? null,
      problems,
      shipped,
      hidden: kits.hidden.has(kitRef(kit)),
      stamp,
      fonts: kit.fonts.map((f) => f.file),
    })),
    broken: kits.broken,
  }));
  const hides = { config: { body: hiddenBody } };
  server.patch<WithRef & { Body: HiddenBody }>('/kits/:ref', hides, async (request) => {
    await kits.hide(request.params.ref, request.body.hidden);
    live.tellKits();
    return { ok: true };
  });
  server.delete<{ Params: { ref: string } }>('/kits/:ref', async (request) => {
    const { ref } = request.params;
    await kits.remove(ref, await rescue.using(ref));
    live.tellKits();
    return { ok: true };
  });
  /** Where its components show on the screens of all projects, by project; or where one entry does. */
  server.get<{ Params: { ref: string }; Querystring: { kind?: string; id?: string } }>(
    '/kits/:ref/uses',
    async (request) => {
      const kit = kits.get(request.params.ref)?.kit;
      if (!kit) throw notFound('kit', request.params.ref);
      const { kind, id } = request.query;
      if (id !== undefined && !ENTRIES.includes(kind as EntryKind))
        throw new ProblemError('request.shape', `An entry of a kit is one of ${ENTRIES.join(', ')}.`, 'kind');
      const found = [];
      for (const { id: of, name, problem, deletedAt } of await projects.list()) {
        if (problem !== null || deletedAt !== null) continue;
        const { project } = await projects.open(of);
        const worn = (s: Screen): readonly AppliedKit[] => appliedKitsOf(project, s);
        const counts = id === undefined ? countUses(project.screens, worn) : {};
        const mine = Object.entries(counts).filter(([ref]) => splitRef(ref).kit === request.params.ref);
        const screens = id === undefined ? [] : entryOn(project, worn, kit, kind as EntryKind, id);
        if (mine.length + screens.length > 0)
          found.push({
            id: of,
            name,
            counts: Object.fromEntries(mine.map(([ref, n]) => [splitRef(ref).id, n])),
            screens,
          });
      }
      return { projects: found };
    },
  );
  server.get<{ Params: { ref: string } }>('/kits/:ref/kit.json', DRAWN_WITH, async (request, reply) => {
    const found = kits.get(request.params.ref);
    if (!found) throw notFound('kit', request.params.ref);
    return reply.type('application/json').header('cache-control', 'no-cache').send(found.json);
  });
  /** The kit as it was read. What is asked for by its stamp is kept for good; without, or by that of another time, for no time. */
  server.get<{ Params: { ref: string }; Querystring: { stamp?: string } }>(
    '/kits/:ref/read.json',
    DRAWN_WITH,
    async (request, reply) => {
      const found = kits.get(request.params.ref);
      if (!found) throw notFound('kit', request.params.ref);
      return reply
        .type('application/json')
        .header('cache-control', request.query.stamp === found.stamp ? FOR_GOOD : 'no-cache')
        .send(found.read);
    },
  );
  /** What of a kit is for code, in open formats. */
  const CODE: Readonly<Record<string, { readonly write: (kit: Kit) => string; readonly type: string }>> = {
    'tokens.json': { write: writeTokenFile, type: 'application/json' },
    'tokens.css': { write: writeTokenCss, type: 'text/css; charset=utf-8' },
    'custom-elements.json': { write: writeManifest, type: 'application/json' },
  };
  for (const [file, { write, type }] of Object.entries(CODE))
    server.get<{ Params: { ref: string } }>(`/kits/:ref/${file}`, DRAWN_WITH, async (request, reply) => {
      const found = kits.get(request.params.ref);
      if (!found) throw notFound('kit', request.params.ref);
      const bytes = new TextEncoder().encode(write(found.kit));
      return sendFile(reply, { name: `${found.kit.id}.${file}`, type, bytes });
    });
  server.get<{ Params: { ref: string; '*': string }; Querystring: { stamp?: string } }>(
    '/kits/:ref/files/*',
    DRAWN_WITH,
    async (request, reply) => {
      const name = request.params['*'];
      const bytes = await kits.file(request.params.ref, name);
      if (!bytes) throw notFound('file', name);
      return reply
        .type(/\.(?:ttf|otf)$/iu.test(name) ? 'font/ttf' : 'application/octet-stream')
        .header('cache-control', request.query.stamp === kits.get(request.params.ref)?.stamp ? FOR_GOOD : 'no-cache')
        .send(Buffer.from(bytes));
    },
  );
  server.get<{ Params: { name: string } }>('/fonts/:name', DRAWN_WITH, async (request, reply) => {
    const bytes = kits.fallback(request.params.name);
    if (!bytes) throw notFound('font', request.params.name);
    return reply.type('font/ttf').header('cache-control', 'public, max-age=86400').send(Buffer.from(bytes));
  });
  server.post('/kits', async (request, reply) => {
    const file = await request.file();
    if (!file) throw new ProblemError('kit.missing', 'Choose a kit package (zip) or a kit’s JSON to install.');
    const { kit, problems } = await kits.install(await file.toBuffer());
    live.tellKits();
    return reply.code(201).send({ ref: kitRef(kit), name: kit.name, problems });
  });
}
