import SvgPath from 'svgpath';
import { KIT_FORMAT } from '../formats/index.js';
import { kitRef, type Icon, type Json, type Kit, type KitRef, type Problem } from '../model/index.js';
import { readDrawing, type Shape } from './drawing.js';

/** A file of a folder of icons: its path in it, and what is in it. */
export interface IconFile {
  readonly path: string;
  readonly text: string;
}
export interface IconSet {
  readonly icons: readonly Icon[];
  /** What was left out or is otherwise, by file. */
  readonly problems: readonly Problem[];
}

/** So many icons make a set; so much is read of one: characters. */
const MOST = 5000;
const LARGEST = 200_000;
const MOST_PATHS = 40;
const round = (n: number): number => Math.round(n * 100) / 100;

/** A shape as path data; null: it has no outline. */
function outline(s: Shape): string | null {
  switch (s.kind) {
    case 'path':
      return new SvgPath(s.d).translate(s.x, s.y).round(2).toString();
    case 'ellipse': {
      const [rx, ry] = [s.w / 2, s.h / 2].map(round);
      return `M${round(s.x)} ${round(s.y + s.h / 2)}a${rx} ${ry} 0 1 0 ${round(s.w)} 0a${rx} ${ry} 0 1 0 ${round(-s.w)} 0z`;
    }
    case 'rect': {
      const r = round(Math.min(s.radius, s.w / 2, s.h / 2));
      const [w, h] = [round(s.w - r * 2), round(s.h - r * 2)];
      const turn = (x: number, y: number): string => (r > 0 ? `a${r} ${r} 0 0 1 ${x} ${y}` : '');
      return `M${round(s.x + r)} ${round(s.y)}h${w}${turn(r, r)}v${h}${turn(-r, r)}h${-w}${turn(-r, -r)}v${-h}${turn(r, -r)}z`;
    }
    case 'text':
    case 'picture':
    case 'group':
      return null;
  }
}

/** Where a drawing says what it is drawn on, that counts, not how large it is shown somewhere: `1em`, say. */
const onItsOwnSquare = (text: string): string =>
  text.replace(/<svg\b[^>]*>/u, (tag) =>
    /\bviewBox\s*=/u.test(tag) ? tag.replace(/\s(?:width|height)\s*=\s*(?:"[^"]*"|'[^']*')/gu, '') : tag,
  );

/** Ids of files: what they are called, with the folder before it where two are called the same. */
function idsOf(files: readonly IconFile[]): ReadonlyMap<IconFile, string> {
  const plain = (s: string): string =>
    s
      .normalize('NFKD')
      .replace(/([a-z\d])([A-Z])/gu, '$1-$2')
      .toLowerCase()
      .replace(/[^a-z0-9]+/gu, '-')
      .replace(/^-+|-+$/gu, '')
      .slice(0, 80);
  const parts = (f: IconFile): readonly string[] =>
    f.path
      .replace(/\.svg$/iu, '')
      .split('/')
      .filter(Boolean);
  const ids = new Map<IconFile, string>();
  const taken = new Set<string>();
  for (const f of files) {
    const all = parts(f);
    const own = plain(all.at(-1) ?? '') || 'icon';
    const long = plain(all.slice(-2).join('-')) || own;
    let id = taken.has(own) ? long : own;
    for (let n = 2; taken.has(id); n++) id = `${long}-${n}`;
    taken.add(id);
    ids.set(f, id);
  }
  return ids;
}

/**
 * Reads a folder of icons (SVG): each becomes an icon of paths on a square, drawn in the colour of what stands around it, with words to
 * find it by from its name, its folder and its title. What is no icon is left out and named. Nothing runs, nothing is fetched. Pure.
 */
export function readIconSet(files: readonly IconFile[]): IconSet {
  const problems: Problem[] = [];
  const tell = (where: string, message: string, level: Problem['level'] = 'left out'): void =>
    void problems.push({ code: 'icon.file', where, message, level });
  const svgs = files.filter((f) => /\.svg$/iu.test(f.path));
  if (svgs.length > MOST)
    tell('', `A set has at most ${MOST} icons; the ${svgs.length - MOST} after those were left out.`);
  const taken = svgs.slice(0, MOST);
  const ids = idsOf(taken);
  const icons = taken.flatMap((f): Icon[] => {
    const name = f.path.split('/').at(-1) ?? f.path;
    if (f.text.length > LARGEST) {
      tell(f.path, `${name} is larger than an icon is; it was left out.`);
      return [];
    }
    let read;
    try {
      read = readDrawing(onItsOwnSquare(f.text));
    } catch (error) {
      tell(f.path, `${name}: ${error instanceof RangeError ? error.message : 'it cannot be read.'}`);
      return [];
    }
    const { size, shapes, left } = read;
    const box = Math.max(size.width, size.height);
    const [dx, dy] = [(box - size.width) / 2, (box - size.height) / 2];
    const paths: { d: string; fill: boolean; width?: number }[] = [];
    const colours = new Set<string>();
    let other = 0;
    const walk = (s: Shape): void => {
      if (s.kind === 'group') return s.inside.forEach(walk);
      const d = outline(s);
      if (d === null || s.kind === 'text' || s.kind === 'picture') {
        other++;
        return;
      }
      const at = dx === 0 && dy === 0 ? d : new SvgPath(d).translate(dx, dy).round(2).toString();
      const { fill, stroke, strokeWidth, opacity } = s.paint;
      if (opacity === 0) return;
      if (fill !== null) paths.push({ d: at, fill: true });
      if (stroke !== null && strokeWidth > 0) paths.push({ d: at, fill: false, width: round(strokeWidth) });
      for (const c of [fill, stroke]) if (c !== null) colours.add(c);
    };
    shapes.forEach(walk);
    if (paths.length === 0 || paths.length > MOST_PATHS || !(box > 0)) {
      tell(
        f.path,
        `${name} ${paths.length > 0 ? `has more than ${MOST_PATHS} shapes` : 'draws nothing'}; it was left out.`,
      );
      return [];
    }
    if (other > 0 || left.size > 0)
      tell(f.path, `${name}: texts, pictures and what moves or runs were left out of it.`, 'note');
    if (colours.size > 1)
      tell(f.path, `${name} has ${colours.size} colours; as an icon it has the one around it.`, 'note');
    const id = ids.get(f) ?? name;
    const title = /<title[^>]*>([^<]{1,120})<\/title>/u.exec(f.text)?.[1]?.trim() ?? '';
    const words = [...id.split('-'), ...f.path.split('/').slice(0, -1), ...title.toLowerCase().split(/[^\p{L}\p{N}]+/u)]
      .map((w) => w.toLowerCase())
      .filter((w) => w.length > 1);
    const said = title || id.replace(/-/gu, ' ');
    return [
      {
        id,
        name: said.charAt(0).toUpperCase() + said.slice(1),
        box: round(box),
        words: [...new Set(words)].slice(0, 20),
        paths,
      },
    ];
  });
  return { icons, problems };
}

/** A kit that is based on another and has a set of icons: those of the same name in place of its own, the others besides. */
export function kitOfIcons(
  base: Kit,
  icons: readonly Icon[],
  wish: { readonly id: string; readonly name: string; readonly version: string; readonly author: string },
): { readonly ref: KitRef; readonly json: Json } {
  const json: Json = {
    format: KIT_FORMAT,
    id: wish.id,
    name: wish.name,
    version: wish.version,
    author: wish.author || 'unknown',
    licence: base.licence,
    fidelity: base.fidelity,
    basedOn: kitRef(base),
    summary: `${base.name} with icons of its own.`,
    notes: `${icons.length} icons come from a folder of drawings.`,
    swatches: base.swatches as Json,
    tokens: {},
    icons: Object.fromEntries(
      icons.map((i) => {
        const was = Object.hasOwn(base.icons, i.id) ? base.icons[i.id] : undefined;
        const words = [...new Set([...i.words, ...(was?.words ?? [])])];
        const { id, ...rest } = i;
        return [id, { ...rest, words, ...(was?.means ? { means: was.means } : {}) } as unknown as Json];
      }),
    ),
  };
  return { ref: `${wish.id}@${wish.version}`, json };
}
