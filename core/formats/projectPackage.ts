import { zip, type AsyncZippable } from 'fflate';
import { isZip, PackageProblem, unpack } from './package.js';

/** What a package of a whole project says it is. */
export const PACKAGE_FORMAT = 'dekkor-project/2';
/** Forms that are read: documents of the first are upgraded like any stored before. */
const READ_FORMATS: readonly unknown[] = ['dekkor-project/1', PACKAGE_FORMAT];

export interface PackedKit {
  readonly ref: string;
  /** `kit.json` and the files beside it, by name. */
  readonly files: ReadonlyMap<string, Uint8Array>;
}
export interface PackedPicture {
  readonly id: string;
  readonly name: string;
  readonly bytes: Uint8Array;
}
/** A whole project as a package holds it. `document`: as it is stored, with its format. */
export interface PackedProject {
  readonly name: string;
  readonly document: string;
  readonly kits: readonly PackedKit[];
  readonly pictures: readonly PackedPicture[];
}

const FOLDER = /[^A-Za-z0-9@._-]/gu;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
/** Files as a zip, written by other threads where there are any; pictures and fonts are stored as they are. */
export function zipped(files: Readonly<Record<string, Uint8Array>>): Promise<Uint8Array> {
  const all: AsyncZippable = Object.fromEntries(
    Object.entries(files).map(([name, bytes]) => [
      name,
      [bytes, { level: /\.(?:png|jpe?g|webp|gif|pdf)$/iu.test(name) ? 0 : 6 }],
    ]),
  );
  return new Promise((done, fail) => {
    zip(all, { mtime: '2020-01-01T00:00:00' }, (error, made) => (error ? fail(error) : done(made)));
  });
}

/** A project as an open package (zip): its document, every kit that it needs, and its pictures. The same project gives the same bytes. */
export function packProject(p: PackedProject): Promise<Uint8Array> {
  const files: Record<string, Uint8Array> = {};
  const kits = p.kits.map((k) => ({ ref: k.ref, folder: `kits/${k.ref.replace(FOLDER, '-')}` }));
  const pictures = p.pictures.map((x) => ({ id: x.id, name: x.name, file: `pictures/${x.id.replace(FOLDER, '-')}` }));
  files['dekkor.json'] = utf8(
    JSON.stringify({ format: PACKAGE_FORMAT, name: p.name, document: 'project.json', kits, pictures }, null, 1),
  );
  files['project.json'] = utf8(p.document);
  p.kits.forEach((k, i) => {
    for (const [name, bytes] of k.files) files[`${kits[i]?.folder ?? ''}/${name}`] = bytes;
  });
  p.pictures.forEach((x, i) => (files[pictures[i]?.file ?? ''] = x.bytes));
  return zipped(files);
}

const isRecord = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);
const MOST_LISTED = 5000;

/** Reads such a package. Throws a `PackageProblem` that says what is wrong with it; nothing outside of it is ever looked for. */
export function unpackProject(bytes: Uint8Array): PackedProject {
  const refuse = (message: string): never => {
    throw new PackageProblem('kit.package', message);
  };
  if (!isZip(bytes)) refuse('This is no package of a project: that is a zip with dekkor.json at its top.');
  const files = unpack(bytes, /./u);
  const text = (name: string): string => {
    const found = Object.hasOwn(files, name) ? files[name] : undefined;
    return found ? new TextDecoder().decode(found) : refuse(`The package has no ${name.slice(0, 80)}.`);
  };
  const json = (name: string): unknown => {
    try {
      return JSON.parse(text(name)) as unknown;
    } catch (error) {
      if (error instanceof PackageProblem) throw error;
      return refuse(`${name.slice(0, 80)} in the package is not JSON.`);
    }
  };
  const head = json('dekkor.json');
  const format = isRecord(head) ? head['format'] : undefined;
  if (!isRecord(head) || typeof format !== 'string' || !/^dekkor-project\/\d+$/u.test(format))
    return refuse('Its dekkor.json does not say that this is a package of a project.');
  if (!READ_FORMATS.includes(format))
    return refuse(
      `This package is of the form ${format.slice(0, 40)}, which a newer Dekkor writes; this one reads ${PACKAGE_FORMAT}.`,
    );
  const list = (name: string): readonly Readonly<Record<string, unknown>>[] => {
    const all = head[name];
    if (!Array.isArray(all) || all.length > MOST_LISTED || !all.every(isRecord))
      return refuse(`Its dekkor.json lists no ${name}.`);
    return all;
  };
  const string = (v: unknown, what: string): string =>
    typeof v === 'string' && v.length > 0 && v.length <= 300
      ? v
      : refuse(`Its dekkor.json has ${what} that is no name.`);
  const kits = list('kits').map((k): PackedKit => {
    const ref = string(k['ref'], 'a kit');
    const folder = `${string(k['folder'], 'a folder')}/`;
    const own = Object.keys(files).filter((f) => f.startsWith(folder));
    if (!own.includes(`${folder}kit.json`))
      refuse(`The package names the kit ${ref.slice(0, 80)} and does not hold it.`);
    return { ref, files: new Map(own.map((f) => [f.slice(folder.length), files[f] ?? new Uint8Array()])) };
  });
  const pictures = list('pictures').map((x): PackedPicture => {
    const file = string(x['file'], 'a picture');
    const found = Object.hasOwn(files, file) ? files[file] : undefined;
    return {
      id: string(x['id'], 'a picture'),
      name: string(x['name'], 'a picture'),
      bytes: found ?? refuse(`The package names the picture ${file.slice(0, 80)} and does not hold it.`),
    };
  });
  const document = string(head['document'], 'a document');
  json(document);
  return { name: string(head['name'], 'a name'), document: text(document), kits, pictures };
}
