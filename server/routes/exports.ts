import { readFile } from 'node:fs/promises';
import { Readable } from 'node:stream';
import type { FastifyInstance } from 'fastify';
import * as yup from 'yup';
import {
  escapeXml,
  overlaysOf,
  screenOf,
  situationAt,
  writeRows,
  writeRowsJson,
  zipped,
  type Project,
  type Screen,
} from '../../core/index.js';
import type { Assets } from '../assets.js';
import type { ScreenRequest } from '../drawing/messages.js';
import { pictureFile } from '../drawing/renderer.js';
import type { PdfPage } from '../drawing/pdf.js';
import type { RenderPool } from '../drawing/renderPool.js';
import { notFound, ProblemError } from '../errors.js';
import { TempFiles, safeName, sendFile, progressStream, onDisconnect } from '../tempFiles.js';
import type { Kits } from '../kits.js';
import type { Live } from '../live.js';
import type { Packages } from '../packages.js';
import type { Projects } from '../projects.js';
import { freshId } from './projects.js';

interface Options {
  readonly projects: Projects;
  readonly kits: Kits;
  readonly studio: RenderPool;
  readonly assets: Assets;
  readonly packages: Packages;
  readonly live: Live;
}
const MOST_SCREENS = 2000;
const KINDS = ['html', 'bundle', 'pdf', 'svg', 'png', 'icons', 'assets'] as const;
const FORMS = ['svg', '1x', '2x', '3x', '4x'] as const;
const wanted = yup
  .object({
    kind: yup.string().oneOf(KINDS).required(),
    screens: yup.array(yup.string().max(160).required()).max(MOST_SCREENS).required(),
    lens: yup.string().max(240),
    mode: yup.string().max(60),
    in: yup.string().max(120),
    scale: yup.number().min(0.1).max(4),
    /** What icons and assets are made as: SVG, and PNG at 1 to 4 times their size. */
    forms: yup.array(yup.string().oneOf(FORMS).required()).min(1).max(FORMS.length),
    /** What files are called: `{name}`, `{flow}`, `{number}`, `{scale}`, and for pieces `{screen}` stand for what they say. */
    pattern: yup.string().max(120),
  })
  .noUnknown();
/** Names of files that a pattern makes: each once. */
class Names {
  private readonly taken = new Set<string>();
  constructor(private readonly pattern: string) {}
  /** @param scaled what is added where the pattern does not say the scale */
  of(values: Readonly<Record<string, string>>, ending: string, scaled = ''): string {
    const plain =
      safeName(
        this.pattern.replace(/\{(\w+)\}/gu, (all, key: string) =>
          Object.hasOwn(values, key) ? (values[key] ?? '') : all,
        ),
      ).replace(/^\.+/u, '') || 'screen';
    const made = this.pattern.includes('{scale}') ? plain : `${plain}${scaled}`;
    for (let n = 1; ; n++) {
      const name = `${made}${n > 1 ? ` ${n}` : ''}.${ending}`;
      if (this.taken.has(name.toLowerCase())) continue;
      this.taken.add(name.toLowerCase());
      return name;
    }
  }
}
const TYPES = {
  html: 'text/html; charset=utf-8',
  pdf: 'application/pdf',
  svg: 'image/svg+xml',
  png: 'image/png',
  zip: 'application/zip',
} as const;
/** So many are drawn at a time: while one is drawn, the next already waits. */
const AT_ONCE = 2;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);

/** What leaves Dekkor as files: screens in open formats, the mockup to be clicked through, and whole projects. */
export async function exportRoutes(
  server: FastifyInstance,
  { projects, kits, studio, assets, packages, live }: Options,
): Promise<void> {
  const files = new TempFiles();
  const inlined = assets.inlined;

  server.post<{ Params: { id: string } }>('/:id/export', async (request, reply) => {
    const body = await wanted.validate(request.body, { strict: true });
    const { project } = await projects.open(request.params.id);
    const asked = body.screens.map((id): Screen => screenOf(project, id) ?? missing(id));
    if (asked.length === 0)
      throw new ProblemError('request.shape', 'There is no screen among what is to be exported. Pick some.');
    if (body.in !== undefined && !situationAt(project, body.in))
      throw new ProblemError('picture.situation', `There is no situation called ${body.in.slice(0, 80)}.`, 'in');
    const gone = onDisconnect(reply);
    const of = (screen: Screen, over?: string): ScreenRequest => ({
      project: { ...project, screens: [screen] },
      screen: screen.id,
      ...(body.lens !== undefined && kits.get(body.lens) ? { lens: body.lens } : {}),
      ...(body.mode ? { mode: body.mode } : {}),
      ...(body.in === undefined ? {} : { situation: body.in }),
      ...(over === undefined ? {} : { overlay: over }),
    });
    const label = asked.length === 1 ? (asked[0]?.name ?? project.name) : project.name;
    const scale = body.scale ?? 1;
    const called = (s: Screen): Readonly<Record<string, string>> => ({
      name: s.name,
      flow: project.flows.find((f) => f.id === s.flow)?.name ?? '',
      number: String(project.screens.indexOf(s) + 1).padStart(2, '0'),
      scale: String(scale),
    });

    async function* made(): AsyncGenerator<unknown> {
      const names = new Names(
        body.pattern || (body.kind === 'icons' || body.kind === 'assets' ? '{name}' : '{number} {name}'),
      );
      const give = (name: string, kind: keyof typeof TYPES, bytes: Uint8Array): unknown => {
        const file = { name, type: TYPES[kind], bytes };
        return { file: files.put(file), name, bytes: bytes.length };
      };
      const all: Record<string, Uint8Array> = {};
      /** Done so many at a time, told one after the other. */
      async function* each<T, R>(
        list: readonly T[],
        make: (one: T) => Promise<R>,
        take: (got: R, one: T) => void,
      ): AsyncGenerator<unknown> {
        const coming: Promise<R>[] = [];
        for (const [i, one] of list.entries()) {
          for (let n = coming.length; n < Math.min(list.length, i + AT_ONCE); n++) {
            const next = make(list[n] as T);
            // What fails is told when its turn comes.
            next.catch(() => undefined);
            coming.push(next);
          }
          take(await (coming[i] as Promise<R>), one);
          if (gone.aborted) return;
          yield { done: i + 1, of: list.length };
        }
      }
      switch (body.kind) {
        case 'html': {
          if (asked.length > 1)
            throw new ProblemError(
              'request.shape',
              'One screen makes one page. For several, take the mockup to be clicked through.',
            );
          const screen = asked[0] as Screen;
          const page = await studio.page({ ...of(screen), what: 'html', files: false, hrefs: {} }, inlined, gone);
          yield give(`${safeName(screen.name) || 'screen'}.html`, 'html', utf8(page.html));
          return;
        }
        case 'bundle': {
          const pages = asked.flatMap((s) => [
            { screen: s, over: undefined as string | undefined },
            ...overlaysOf(s).map((over) => ({ screen: s, over })),
          ]);
          const hrefs: Record<string, string> = {};
          for (const p of pages) {
            const over = p.over === undefined ? '' : `, ${p.screen.nodes[p.over]?.name ?? 'over'}`;
            const key = p.over === undefined ? p.screen.id : `${p.screen.id}~${p.over}`;
            hrefs[key] = names.of({ ...called(p.screen), name: `${p.screen.name}${over}` }, 'html');
          }
          const links = Object.fromEntries(Object.entries(hrefs).map(([k, v]) => [k, encodeURIComponent(v)]));
          const pictures = new Set<string>();
          const fonts = new Map<string, string>();
          yield* each(
            pages,
            (p) => studio.page({ ...of(p.screen, p.over), what: 'html', files: true, hrefs: links }, inlined, gone),
            (page, p) => {
              all[hrefs[p.over === undefined ? p.screen.id : `${p.screen.id}~${p.over}`] ?? ''] = utf8(page.html);
              page.pictures.forEach((id) => pictures.add(id));
              page.fonts.forEach((f) => fonts.set(f.name, f.path));
            },
          );
          for (const [name, path] of fonts) all[`fonts/${name}`] = await readFile(path);
          for (const id of pictures) {
            const found = await assets.read(id);
            if (found) all[`pictures/${pictureFile(id, `data:${found.type}`)}`] = found.bytes;
          }
          all['index.html'] = utf8(startPage(project, asked, links));
          yield give(`${safeName(project.name) || 'mockup'}, to click through.zip`, 'zip', await zipped(all));
          return;
        }
        case 'pdf': {
          const parts: PdfPage[] = [];
          yield* each(
            asked,
            (s) => studio.pdf({ ...of(s), what: 'pdf' }, inlined, gone),
            (got, s) => void parts.push({ screen: s.id, name: s.name, pdf: got.pdf, links: got.links }),
          );
          const { pdf } = await studio.pdf({ what: 'join', label, parts }, undefined, gone);
          yield give(`${safeName(label) || 'screens'}.pdf`, 'pdf', pdf);
          return;
        }
        case 'icons':
        case 'assets': {
          const { kind } = body;
          const forms = new Set(body.forms ?? ['svg']);
          const scales = [...forms].flatMap((f) => (f === 'svg' ? [] : [Number(f[0])])).sort((a, b) => a - b);
          const seen = new Set<string>();
          const what = { what: 'pieces', of: kind, svg: forms.has('svg'), scales } as const;
          yield* each(
            asked,
            (s) => studio.pieces({ ...of(s), ...what }, inlined, gone),
            ({ pieces }, s) => {
              for (const piece of pieces) {
                // An icon is the same wherever it shows.
                if (kind === 'icons' && seen.has(piece.name)) continue;
                seen.add(piece.name);
                const own = { ...called(s), screen: s.name, name: piece.name, scale: '1' };
                if (piece.svg !== undefined) all[names.of(own, 'svg')] = utf8(piece.svg);
                for (const { scale, bytes } of piece.pngs)
                  all[names.of({ ...own, scale: String(scale) }, 'png', scale === 1 ? '' : `@${scale}x`)] = bytes;
              }
            },
          );
          if (seen.size === 0)
            throw new ProblemError(
              'request.shape',
              kind === 'icons'
                ? 'These screens show no icons.'
                : 'Nothing on these screens is marked as an asset. Mark things in Details, or in the build sheet.',
            );
          yield give(`${safeName(project.name) || 'project'}, ${kind}.zip`, 'zip', await zipped(all));
          return;
        }
        case 'svg':
        case 'png': {
          const { kind } = body;
          yield* each(
            asked,
            (s) => studio.screen({ ...of(s), what: 'screen', ...(kind === 'png' ? { scale } : {}) }, inlined, gone),
            (drawn, s) => (all[names.of(called(s), kind)] = 'svg' in drawn ? utf8(drawn.svg) : drawn.png),
          );
          const [only] = Object.entries(all);
          yield asked.length === 1 && only
            ? give(only[0], kind, only[1])
            : give(`${safeName(project.name) || 'screens'}, ${kind.toUpperCase()}.zip`, 'zip', await zipped(all));
          return;
        }
        default:
          throw new ProblemError('request.shape', `Screens are exported as ${KINDS.join(', ')}.`, 'kind');
      }
    }
    return reply
      .type('application/x-ndjson')
      .header('cache-control', 'no-store')
      .send(Readable.from(progressStream(made(), gone)));
  });

  server.get<{ Params: { id: string; file: string } }>('/:id/export/:file', async (request, reply) => {
    const file = files.get(request.params.file);
    if (!file) throw notFound('export', request.params.file);
    return sendFile(reply, file);
  });

  server.get<{ Params: { id: string; file: string } }>('/:id/content/:file', async (request, reply) => {
    const { project } = await projects.open(request.params.id);
    const [, id = '', ending = ''] = /^(.+)\.(csv|json)$/u.exec(request.params.file) ?? [];
    const set = Object.hasOwn(project.contentSets, id) ? project.contentSets[id] : undefined;
    if (!set) throw notFound('file', request.params.file);
    const csv = ending === 'csv';
    return sendFile(reply, {
      name: `${safeName(set.name) || id}.${ending}`,
      type: csv ? 'text/csv; charset=utf-8' : 'application/json',
      bytes: utf8(csv ? writeRows(set) : writeRowsJson(set)),
    });
  });

  server.get<{ Params: { id: string } }>('/:id/package', async (request, reply) => {
    const { name, bytes } = await packages.write(request.params.id);
    return sendFile(reply, { name: `${name}.dekkor.zip`, type: TYPES.zip, bytes });
  });
  server.post('/package', async (request, reply) => {
    const file = await request.file();
    if (!file)
      throw new ProblemError('package.missing', 'Choose the package of a project to bring in. Nothing was changed.');
    const { project, problems } = await packages.read(await file.toBuffer(), freshId());
    live.tellKits();
    return reply.code(201).send({ project: { id: project.id, name: project.name }, problems });
  });
}

/** The page that a mockup is begun from: its screens, flow by flow. */
function startPage(project: Project, screens: readonly Screen[], links: Readonly<Record<string, string>>): string {
  const flows = project.flows
    .map((f) => ({ name: f.name, screens: screens.filter((s) => s.flow === f.id) }))
    .filter((f) => f.screens.length > 0)
    .map(
      (f) =>
        `<h2>${escapeXml(f.name)}</h2>\n<ol>\n${f.screens.map((s) => `<li><a href="${escapeXml(links[s.id] ?? '')}">${escapeXml(s.name)}</a></li>`).join('\n')}\n</ol>`,
    );
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeXml(project.name)}</title>
<style>
body { font: 17px/1.5 system-ui, sans-serif; color: #25211a; background: #faf7f1; max-width: 42rem; margin: 3rem auto; padding: 0 1.5rem; }
h1 { font-size: 1.8rem; } h2 { font-size: 1.1rem; margin-top: 2rem; } a { color: inherit; }
</style>
</head>
<body>
<h1>${escapeXml(project.name)}</h1>
${flows.join('\n')}
</body>
</html>
`;
}
function missing(id: string): never {
  throw notFound('screen', id);
}
