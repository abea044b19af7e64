import {
  isPathData,
  kitRef,
  splitRef,
  type Component,
  type FontFile,
  type Icon,
  type Json,
  type Kit,
  type KitRef,
  type Read,
  type Template,
  type TextStyle,
} from '../model/index.js';
import { depthOf, isId, isObject, list, Report, text, texts, type JsonObject } from './checks.js';
import { readTextStyles, readTokens } from './tokens.js';
import { readTree } from './tree.js';
import { rebase, renamed } from './based.js';
import { readComponents } from './components.js';
import { upgradeKit } from './upgradeKit.js';
import { checkReferences, dropCycles, dropTooLarge } from './wholeKit.js';

/** What reading a kit needs from outside. */
export interface KitSources {
  /** Names of the files in the package; absent: not checked. */
  readonly files?: readonly string[];
  /** Kits it may be based on. */
  readonly bases?: ReadonlyMap<KitRef, Kit>;
}

export const KIT_FORMAT = 'dekkor-kit/2';
/** Forms that are read: the first has older words for some members, which the readers of trees and components know. */
const READ_FORMATS: readonly unknown[] = ['dekkor-kit/1', KIT_FORMAT];
const VERSION = /^\d+\.\d+\.\d+(?:-[\w.]+)?$/;

/**
 * Reads a kit from its JSON (see docs/kit-format.md). Takes what is good, leaves out what is not and says so by name;
 * refuses only what is no kit at all. Nothing in a kit can run or refer to anything outside.
 */
export function readKit(file: unknown, sources: KitSources = {}): Read<Kit> {
  const report = new Report();
  const refuse = (code: string, where: string, message: string): Read<Kit> => {
    report.add('refused', code, where, message);
    return { value: null, problems: report.list() };
  };
  if (!isObject(file))
    return refuse(
      'kit.shape',
      'the file',
      'This is no kit: a kit is a JSON object with a format, an id and components.',
    );
  if (depthOf(file, 200) >= 200)
    return refuse('kit.deep', 'the file', 'This kit is nested deeper than 200 levels, so it was not read.');
  if (!READ_FORMATS.includes(file['format']))
    return refuse(
      'kit.format',
      'format',
      `This is no kit that Dekkor reads: its format is “${text(file, 'format', 'missing', 40)}”, not “${KIT_FORMAT}”.`,
    );
  const json = file['format'] === KIT_FORMAT ? file : upgradeKit(file);
  const id = json['id'];
  const version = text(json, 'version');
  if (!isId(id) || id === 'project')
    return refuse('kit.id', 'id', 'The kit needs an id of letters, digits and hyphens.');
  if (!VERSION.test(version))
    return refuse('kit.version', 'version', `The version “${version.slice(0, 40)}” is not of the form 1.2.3.`);
  const name = text(json, 'name', id, 80);
  const own = `${id}@${version}`;

  const basedOn = text(json, 'basedOn');
  const base = basedOn === '' ? undefined : sources.bases?.get(basedOn);
  if (basedOn !== '' && !base)
    return refuse(
      'kit.base',
      basedOn,
      `${name} is based on ${basedOn}, which is not installed. Install that kit first.`,
    );

  const tokens = { ...base?.tokens, ...readTokens(json['tokens'], report) };
  const textStyles = { ...base?.textStyles, ...readTextStyles(json['textStyles'], report) };
  const fonts = [...(base?.fonts ?? []), ...readFonts(json, sources.files, report)];
  const icons = { ...base?.icons, ...readIcons(json, report) };
  checkFamilies(textStyles, fonts, report);
  const kept = base ? rebase(base, own) : {};
  const read = readComponents(json, own, report, kept);
  const components = { ...kept, ...read };
  dropCycles(components, own, report);
  dropTooLarge(components, own, report);
  checkReferences(components, { tokens, textStyles, icons }, report, new Set(Object.keys(read)));
  const templates = [
    ...(base?.templates ?? []).map((t) => ({ ...t, nodes: renamed(t.nodes, kitRef(base as Kit), own) })),
    ...readTemplates(json, own, components, report),
  ];
  const families = texts(json, 'families');
  const value: Kit = {
    id,
    name,
    version,
    author: text(json, 'author', 'unknown', 200),
    licence: text(json, 'licence', 'not stated', 200),
    summary: text(json, 'summary'),
    notes: text(json, 'notes'),
    fidelity: json['fidelity'] === 'wireframe' ? 'wireframe' : 'brand',
    ...(base ? { basedOn } : {}),
    swatches: texts(json, 'swatches').slice(0, 3),
    tokens,
    textStyles,
    fonts,
    icons,
    components,
    families:
      families.length > 0 ? families : (base?.families ?? [...new Set(Object.values(components).map((c) => c.family))]),
    templates,
  };
  if (Object.keys(components).length === 0) report.add('note', 'kit.empty', name, `${name} has no components yet.`);
  return { value, problems: report.list() };
}

function readFonts(json: JsonObject, files: readonly string[] | undefined, report: Report): FontFile[] {
  return list(json, 'fonts').flatMap((f): FontFile[] => {
    if (!isObject(f) || text(f, 'family') === '' || text(f, 'file') === '') {
      report.add('left out', 'font.shape', 'fonts', 'A font without family or file was left out.');
      return [];
    }
    const file = text(f, 'file', '', 200);
    if (/(?:^|[\\/])\.\.(?:[\\/]|$)|^[\\/]|:/u.test(file)) {
      report.add('left out', 'font.outside', file, `Font file ${file} lies outside the kit; it was left out.`);
      return [];
    }
    if (files && !files.includes(file)) {
      report.add(
        'left out',
        'font.missing',
        text(f, 'family'),
        `The font file ${file} of ${text(f, 'family')} is not in the kit; another font will show.`,
      );
      return [];
    }
    return [
      {
        family: text(f, 'family', '', 80),
        weight: typeof f['weight'] === 'number' ? f['weight'] : 400,
        italic: f['italic'] === true,
        file,
      },
    ];
  });
}

function checkFamilies(styles: Readonly<Record<string, TextStyle>>, fonts: readonly FontFile[], report: Report): void {
  const families = new Set(fonts.map((f) => f.family));
  for (const s of Object.values(styles)) {
    if (!families.has(s.family))
      report.add(
        'note',
        'style.family',
        s.name,
        `Text style ${s.name} asks for ${s.family}, which the kit does not bring; another font will show.`,
      );
  }
}

function readIcons(json: JsonObject, report: Report): Record<string, Icon> {
  const found: Record<string, Icon> = {};
  const all = isObject(json['icons']) ? json['icons'] : {};
  for (const [id, value] of Object.entries(all)) {
    if (!isId(id) || !isObject(value) || !Array.isArray(value['paths'])) {
      report.add('left out', 'icon.shape', id, `Icon ${id} has no paths; it was left out.`);
      continue;
    }
    const paths = value['paths'].flatMap((p: Json) =>
      isObject(p) && typeof p['d'] === 'string' && isPathData(p['d'])
        ? [{ d: p['d'], fill: p['fill'] === true, ...(typeof p['width'] === 'number' ? { width: p['width'] } : {}) }]
        : [],
    );
    if (paths.length !== value['paths'].length)
      report.add('left out', 'icon.path', id, `Icon ${id} has something in it that is no path; that was left out.`);
    if (paths.length === 0) continue;
    const means = text(value, 'means');
    found[id] = {
      id,
      name: text(value, 'name', id, 80),
      box: typeof value['box'] === 'number' && value['box'] > 0 ? value['box'] : 24,
      words: texts(value, 'words'),
      paths,
      ...(means ? { means } : {}),
    };
  }
  return found;
}

function readTemplates(
  json: JsonObject,
  own: KitRef,
  components: Readonly<Record<string, Component>>,
  report: Report,
): Template[] {
  const local = (ref: string): string => (ref.includes('/') ? ref : `${own}/${ref}`);
  return list(json, 'templates').flatMap((value): Template[] => {
    if (!isObject(value) || !isId(value['id'])) return [];
    const name = text(value, 'name', value['id'], 80);
    const tree = readTree(value['tree'], name, local, report);
    if (!tree) {
      report.add('left out', 'template.tree', name, `${name} has nothing in it; it was left out.`);
      return [];
    }
    for (const n of Object.values(tree.nodes))
      if (n.type === 'instance' && !Object.hasOwn(components, splitRef(n.component).id))
        report.add(
          'note',
          'component.unknown',
          name,
          `${name} is made of ${n.component}, which the kit does not have; a mark shows in its place.`,
        );
    const device = (['phone', 'tablet', 'desktop'] as const).find((d) => d === value['device']);
    return [
      {
        id: value['id'],
        name,
        kind: value['kind'] === 'page' ? 'page' : 'section',
        summary: text(value, 'summary', '', 300),
        words: texts(value, 'words'),
        root: tree.root,
        nodes: tree.nodes,
        ...(device ? { device } : {}),
      },
    ];
  });
}
