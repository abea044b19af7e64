import { unzipSync } from 'fflate';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { demoProjects } from '../kits/demo/index.js';
import { kits } from '../testing/demo.js';
import {
  layout,
  packProject,
  paint,
  plainText,
  readRows,
  readTokenFile,
  resolve,
  unpackProject,
  zipped,
  type Project,
} from '../core/index.js';

let house: TestServer;
let other: TestServer;
beforeAll(async () => {
  house = new TestServer(await freshDatabase());
  await house.start();
  other = new TestServer(await freshDatabase());
  await other.start();
});
afterAll(async () => {
  await house?.kill();
  await other?.kill();
});
const DEMO = 'norrvik-crossings';
const demo = demoProjects(kits).find((p) => p.id === DEMO) as Project;
const all = demo.screens.map((s) => s.id);

interface Line {
  readonly done?: number;
  readonly of?: number;
  readonly file?: string;
  readonly name?: string;
  readonly problem?: string;
}
/** Asks for an export: what was told meanwhile, and the file. */
async function exported(
  body: unknown,
): Promise<{ told: readonly Line[]; name: string; bytes: Uint8Array; type: string }> {
  const got = await fetch(`${house.address}/api/projects/${DEMO}/export`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const text = await got.text();
  if (!got.ok) throw new Error(text);
  const told = text
    .split('\n')
    .filter((l) => l !== '')
    .map((l) => JSON.parse(l) as Line);
  const last = told.at(-1);
  if (!last?.file) throw new Error(last?.problem ?? 'no file');
  const file = await fetch(`${house.address}/api/projects/${DEMO}/export/${last.file}`);
  return {
    told,
    name: last.name ?? '',
    bytes: new Uint8Array(await file.arrayBuffer()),
    type: file.headers.get('content-type') ?? '',
  };
}
const text = (bytes: Uint8Array | undefined): string => new TextDecoder().decode(bytes);
const words = (t: string): readonly string[] => t.replace(/\s+/gu, ' ').trim().split(' ');

describe('screens as files', () => {
  it('a page stands by itself: with its fonts and pictures inside, tokens as custom properties, no script', async () => {
    const { bytes, name, type } = await exported({ kind: 'html', screens: ['detail'] });
    const html = text(bytes);
    expect([name, type]).toEqual(['Sailing detail.html', 'text/html; charset=utf-8']);
    expect(html).toContain('<main');
    expect(html).toContain('--space-l: 16px');
    expect(html).toContain('var(--color-');
    expect(html).toContain('src:url(data:font/ttf');
    expect(html).not.toMatch(/<script|https?:\/\/(?!www\.w3\.org)/u);
  });
  it('the mockup to be clicked through: every page, linked as its things lead, what lies over a screen as pages of their own', async () => {
    const { bytes, told } = await exported({ kind: 'bundle', screens: all });
    const files = unzipSync(bytes);
    const pages = Object.keys(files).filter((f) => f.endsWith('.html'));
    expect(told.filter((l) => l.done !== undefined)).toHaveLength(pages.length - 1);
    expect(pages.length).toBeGreaterThan(all.length);
    // Every link of every page leads to a page, a font or a picture that is there.
    let links = 0;
    for (const p of pages) {
      for (const [, href = ''] of text(files[p]).matchAll(/(?:href="|src="|url\()([^")]+)[")]/gu)) {
        if (/^(?:data:|mailto:|https?:|#)/u.test(href)) continue;
        links++;
        expect(Object.keys(files), `${p} leads to ${href}`).toContain(decodeURIComponent(href));
      }
    }
    expect(links).toBeGreaterThan(30);
    expect(Object.keys(files).filter((f) => f.startsWith('pictures/')).length).toBeGreaterThan(0);
  });
  it('a PDF holds every text as text, and leads from screen to screen', async () => {
    const { bytes } = await exported({ kind: 'pdf', screens: all });
    const pdf = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
    expect(pdf.numPages).toBe(all.length);
    let links = 0;
    for (const [i, screen] of demo.screens.entries()) {
      const page = await pdf.getPage(i + 1);
      const content = await page.getTextContent();
      const there = words(content.items.map((x) => ('str' in x ? x.str : '')).join(' '));
      const { fonts } = await import('../testing/demo.js');
      const said = paint(layout(resolve({ project: demo, kits }, screen), fonts)).flatMap((p) =>
        p.p === 'text' ? words(plainText(p.runs.map((r) => r.text).join(' '))) : [],
      );
      expect([...there].sort().join(' '), screen.name).toBe([...said].sort().join(' '));
      expect(Math.round(page.view[2] ?? 0)).toBe(Math.round(screen.width * 0.75));
      links += (await page.getAnnotations()).filter((a: { subtype?: string }) => a.subtype === 'Link').length;
    }
    expect(links).toBeGreaterThan(8);
  });
  it('names of files follow a pattern, each once', async () => {
    const { bytes } = await exported({
      kind: 'png',
      screens: ['find', 'pay'],
      scale: 0.5,
      pattern: '{flow} @{scale}x',
    });
    const names = Object.keys(unzipSync(bytes)).sort();
    expect(names).toHaveLength(2);
    expect(names).toEqual(['Book a crossing @0.5x 2.png', 'Book a crossing @0.5x.png']);
    const icons = await exported({ kind: 'icons', screens: all });
    expect(Object.keys(unzipSync(icons.bytes)).length).toBeGreaterThan(10);
  });
  it('icons and assets come as SVG and as PNG at each scale that is asked for, with no ground', async () => {
    const { told, bytes } = await exported({ kind: 'assets', screens: all, forms: ['svg', '1x', '3x'] });
    expect(told.at(-2)).toMatchObject({ done: all.length, of: all.length });
    const files = unzipSync(bytes);
    expect(Object.keys(files).sort()).toEqual([
      'Glyph.png',
      'Glyph.svg',
      'Glyph@3x.png',
      'Photo.png',
      'Photo.svg',
      'Photo@3x.png',
    ]);
    const size = (name: string): number[] => {
      const b = Buffer.from(files[name] ?? []);
      return [b.readUInt32BE(16), b.readUInt32BE(20)];
    };
    const [w = 0, h = 0] = size('Photo.png');
    expect(w).toBe(358);
    expect(size('Photo@3x.png')).toEqual([w * 3, h * 3]);
    expect(text(files['Photo.svg'])).toContain(`viewBox="0 0 ${w} ${h}"`);
    expect(text(files['Photo.svg'])).not.toMatch(/<rect[^>]*#ffffff/u);
    const named = await exported({
      kind: 'icons',
      screens: ['find'],
      forms: ['2x'],
      pattern: '{screen}-{name}-{scale}',
    });
    expect(Object.keys(unzipSync(named.bytes)).every((n) => /^Find a crossing-[\w-]+-2\.png$/u.test(n))).toBe(true);
  });
  it('content sets come as CSV and JSON, tokens and contracts of a kit as files for code; all of it is read again', async () => {
    const get = async (path: string): Promise<{ text: string; name: string; status: number }> => {
      const got = await fetch(`${house.address}/api${path}`);
      return { text: await got.text(), name: got.headers.get('content-disposition') ?? '', status: got.status };
    };
    const set = Object.values(demo.contentSets)[0];
    if (!set) return expect.fail('There is no content set');
    for (const ending of ['csv', 'json']) {
      const { text: rows, name } = await get(`/projects/${DEMO}/content/${set.id}.${ending}`);
      expect(name).toContain(`.${ending}`);
      const read = readRows(rows);
      expect(read.problems).toEqual([]);
      expect(read.columns.map((c) => c.name)).toEqual(set.columns.map((c) => c.name));
      expect(read.rows).toHaveLength(set.rows.length);
    }
    expect((await get(`/projects/${DEMO}/content/gone.csv`)).status).toBe(404);
    const kit = 'skerry-line@2.1.0';
    const tokens = readTokenFile((await get(`/kits/${kit}/tokens.json`)).text);
    expect(Object.keys(tokens.tokens).sort()).toEqual(Object.keys(kits.get(kit)?.tokens ?? {}).sort());
    expect((await get(`/kits/${kit}/tokens.css`)).text).toContain('--color-');
    const manifest = JSON.parse((await get(`/kits/${kit}/custom-elements.json`)).text) as {
      modules: { declarations: unknown[] }[];
    };
    expect(manifest.modules.flatMap((m) => m.declarations).length).toBeGreaterThan(50);
    expect((await get('/kits/gone@1.0.0/tokens.css')).status).toBe(404);
  });
  it.each([
    ['nothing that is marked', { kind: 'assets', screens: ['find'] }, 'is marked as an asset'],
    ['a form that there is not', { kind: 'icons', screens: all, forms: ['9x'] }, 'must be one of'],
    ['a screen that is not there', { kind: 'pdf', screens: ['gone'] }, 'There is no screen gone'],
    ['no screen', { kind: 'pdf', screens: [] }, 'no screen among'],
    ['another form', { kind: 'docx', screens: all }, 'must be one of'],
    ['a situation that is not there', { kind: 'svg', screens: all, in: 'gone' }, 'no situation called gone'],
    ['several as one page', { kind: 'html', screens: all }, 'One screen makes one page'],
  ])('says what is wrong with %s', async (_, body, says) => {
    await expect(exported(body)).rejects.toThrow(says);
  });
});

describe('a project as a package', () => {
  const take = async (
    to: TestServer,
    bytes: Uint8Array,
  ): Promise<{ status: number; body: Record<string, unknown> }> => {
    const form = new FormData();
    form.append('file', new Blob([bytes.slice()]), 'p.dekkor.zip');
    const got = await fetch(`${to.address}/api/projects/package`, { method: 'POST', body: form });
    return { status: got.status, body: (await got.json()) as Record<string, unknown> };
  };
  const packed = async (): Promise<Uint8Array> =>
    new Uint8Array(await (await fetch(`${house.address}/api/projects/${DEMO}/package`)).arrayBuffer());
  const opened = async (of: TestServer, id: string): Promise<Project> =>
    ((await (await fetch(`${of.address}/api/projects/${id}`)).json()) as { project: Project }).project;

  it('goes out and comes in again elsewhere as it was, kits and pictures too', async () => {
    const bytes = await packed();
    const inside = unpackProject(bytes);
    expect(inside.kits.map((k) => k.ref)).toContain('skerry-line@2.1.0');
    expect(inside.pictures.length).toBeGreaterThan(0);
    // The same project gives the same bytes.
    expect(await packed()).toEqual(bytes);
    const got = await take(other, bytes);
    expect(got.status).toBe(201);
    const id = (got.body['project'] as { id: string }).id;
    // Its own id is taken there: the same in everything else.
    expect(id).not.toBe(DEMO);
    expect({ ...(await opened(other, id)), id: DEMO }).toEqual(await opened(house, DEMO));
  });
  it('brings the kits with it that are not there', async () => {
    const inside = unpackProject(await packed());
    const kit = inside.kits.find((k) => k.ref === 'skerry-line@2.1.0');
    const rename = (t: string): string => t.replaceAll('skerry-line@2.1.0', 'harbour@1.0.0');
    const own = JSON.parse(rename(text(kit?.files.get('kit.json')))) as Record<string, unknown>;
    const files = new Map(kit?.files);
    files.set(
      'kit.json',
      new TextEncoder().encode(JSON.stringify({ ...own, id: 'harbour', version: '1.0.0', name: 'Harbour' })),
    );
    const moved = { ...inside, document: rename(inside.document), kits: [{ ref: 'harbour@1.0.0', files }] };
    const got = await take(other, await packProject(moved));
    expect(got.status).toBe(201);
    const there = (await (await fetch(`${other.address}/api/kits`)).json()) as { kits: { ref: string }[] };
    expect(there.kits.map((k) => k.ref)).toContain('harbour@1.0.0');
    const font = await fetch(
      `${other.address}/api/kits/harbour@1.0.0/files/${[...files.keys()].find((f) => f.endsWith('.ttf')) ?? ''}`,
    );
    expect(font.status).toBe(200);
    // The same kit in another form is refused, and nothing else of the package is taken.
    files.set(
      'kit.json',
      new TextEncoder().encode(JSON.stringify({ ...own, id: 'harbour', version: '1.0.0', name: 'Haven' })),
    );
    const before = ((await (await fetch(`${other.address}/api/projects`)).json()) as { projects: unknown[] }).projects
      .length;
    const bad = await take(other, await packProject(moved));
    expect([bad.status, bad.body['code']]).toEqual([409, 'package.kit']);
    expect(
      ((await (await fetch(`${other.address}/api/projects`)).json()) as { projects: unknown[] }).projects,
    ).toHaveLength(before);
  });
  it.each([
    ['no zip', new TextEncoder().encode('hello'), 'This is no package of a project'],
    ['half a zip', new Uint8Array([0x50, 0x4b, 3, 4, 1, 2]), 'cannot be opened'],
  ])('that is %s is refused with a sentence', async (_, bytes, says) => {
    const got = await take(other, bytes);
    expect(got.status).toBe(422);
    expect(got.body['detail']).toContain(says);
  });
  it.each([
    ['says nothing of itself', { 'project.json': '{}' }, 'has no dekkor.json'],
    ['is of a newer form', { 'dekkor.json': '{"format":"dekkor-project/9"}' }, 'newer Dekkor'],
    ['is something else', { 'dekkor.json': '{"format":"x"}' }, 'does not say'],
    [
      'holds no project',
      {
        'dekkor.json': '{"format":"dekkor-project/1","name":"A","document":"project.json","kits":[],"pictures":[]}',
        'project.json': '{"format":1,"project":7}',
      },
      'is none',
    ],
    [
      'names a kit it does not hold',
      {
        'dekkor.json':
          '{"format":"dekkor-project/1","name":"A","document":"project.json","kits":[{"ref":"a@1.0.0","folder":"kits/a"}],"pictures":[]}',
        'project.json': '{}',
      },
      'does not hold it',
    ],
    ['reaches outside', { '../dekkor.json': '{}' }, 'outside the package'],
  ])('that %s is refused with a sentence', async (_, files, says) => {
    const bytes = Object.fromEntries(Object.entries(files).map(([k, v]) => [k, new TextEncoder().encode(v)]));
    const got = await take(other, await zipped(bytes));
    expect(got.status).toBe(422);
    expect(got.body['detail']).toContain(says);
  });
});
