import { readFile } from 'node:fs/promises';
import { escapeXml, overlaysOf, zipped, type Project, type Screen } from '../../core/index.js';
import { pictureFile } from '../drawing/renderer.js';
import { safeName } from '../tempFiles.js';
import { eachInTurn, utf8, type ExportMaker } from './maker.js';

interface BundlePage {
  readonly screen: Screen;
  readonly overlay: string | undefined;
}
/** Under which key other pages link to a page: that of its screen, and of the overlay that is open on it. */
const keyOf = ({ screen, overlay }: BundlePage): string =>
  overlay === undefined ? screen.id : `${screen.id}~${overlay}`;

/** Every screen as a page, and each once more with each of its overlays open, linked with one another: a zip. */
export const bundle: ExportMaker = async function* ({
  project,
  screens,
  names,
  renderPool,
  assets,
  gone,
  request,
  values,
}) {
  const pages = screens.flatMap((screen): BundlePage[] => [
    { screen, overlay: undefined },
    ...overlaysOf(screen).map((overlay) => ({ screen, overlay })),
  ]);
  const hrefs: Record<string, string> = {};
  for (const p of pages) {
    const overlay = p.overlay === undefined ? '' : `, ${p.screen.nodes[p.overlay]?.name ?? 'overlay'}`;
    hrefs[keyOf(p)] = names.of({ ...values(p.screen), name: `${p.screen.name}${overlay}` }, 'html');
  }
  const links = Object.fromEntries(Object.entries(hrefs).map(([k, v]) => [k, encodeURIComponent(v)]));
  const files: Record<string, Uint8Array> = {};
  const pictures = new Set<string>();
  const fonts = new Map<string, string>();
  yield* eachInTurn(
    pages,
    gone,
    (p) =>
      renderPool.page(
        { ...request(p.screen, p.overlay), what: 'html', files: true, hrefs: links },
        assets.inlined,
        gone,
      ),
    (page, p) => {
      files[hrefs[keyOf(p)] ?? ''] = utf8(page.html);
      page.pictures.forEach((id) => pictures.add(id));
      page.fonts.forEach((f) => fonts.set(f.name, f.path));
    },
  );
  for (const [name, path] of fonts) files[`fonts/${name}`] = await readFile(path);
  for (const id of pictures) {
    const found = await assets.read(id);
    if (found) files[`pictures/${pictureFile(id, `data:${found.type}`)}`] = found.bytes;
  }
  files['index.html'] = utf8(startPage(project, screens, links));
  yield {
    name: `${safeName(project.name) || 'mockup'}, to click through.zip`,
    type: 'zip',
    bytes: await zipped(files),
  };
};

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
