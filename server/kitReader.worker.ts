import { parentPort, workerData } from 'node:worker_threads';
import { unzipSync } from 'fflate';
import { Fonts, kitRef, readKit, type Kit, type KitRef, type Problem } from '../core/index.js';

/** What is to be read, and the kits it may be based on, in an order in which each comes after its base. */
export interface KitToRead {
  readonly bytes: Uint8Array;
  readonly bases: readonly string[];
}
export type KitRead =
  | {
      readonly ok: true;
      readonly kit: Kit;
      readonly json: string;
      readonly files: ReadonlyMap<string, Uint8Array>;
      readonly problems: readonly Problem[];
    }
  | {
      readonly ok: false;
      readonly code: string;
      readonly says: string;
      readonly about: string;
      readonly problems: readonly Problem[];
    };

/** A package that unpacks to more than this is refused before it is unpacked: bytes. */
const MOST_UNPACKED = 64 * 1024 * 1024;
const MOST_FILES = 2000;

class Refused extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly about = '',
    readonly problems: readonly Problem[] = [],
  ) {
    super(message);
  }
}

function unpack(bytes: Uint8Array): { json: string; files: Map<string, Uint8Array> } {
  let total = 0;
  let count = 0;
  const refuse = (message: string): never => {
    throw new Refused('kit.package', message);
  };
  let entries: Record<string, Uint8Array>;
  try {
    entries = unzipSync(bytes, {
      filter: (f) => {
        total += f.originalSize;
        if (++count > MOST_FILES) refuse(`This package has more than ${MOST_FILES} files.`);
        if (total > MOST_UNPACKED) refuse('This package unpacks to more than 64 MB.');
        if (/(?:^|[\\/])\.\.(?:[\\/]|$)|^[\\/]|\\|:/u.test(f.name))
          refuse(`The file ${f.name.slice(0, 80)} lies outside the package.`);
        return !f.name.endsWith('/') && /\.(?:json|ttf|otf|png|jpe?g|txt|md)$/iu.test(f.name);
      },
    });
  } catch (error) {
    if (error instanceof Refused) throw error;
    return refuse('This zip package cannot be opened; it may be damaged.');
  }
  const json = entries['kit.json'];
  if (!json) return refuse('This package has no kit.json at its top.');
  const files = new Map(Object.entries(entries).filter(([name]) => name !== 'kit.json'));
  return { json: new TextDecoder().decode(json), files };
}

function read({ bytes, bases }: KitToRead): KitRead {
  const { json, files } =
    bytes[0] === 0x50 && bytes[1] === 0x4b
      ? unpack(bytes)
      : { json: new TextDecoder().decode(bytes), files: new Map<string, Uint8Array>() };
  let parsed: unknown;
  try {
    parsed = JSON.parse(json);
  } catch {
    throw new Refused('kit.json', 'This is neither a kit package (zip) nor a kit’s JSON.');
  }
  const known = new Map<KitRef, Kit>();
  for (const base of bases) {
    const { value } = readKit(JSON.parse(base), { bases: known });
    if (value) known.set(kitRef(value), value);
  }
  const { value, problems } = readKit(parsed, { files: [...files.keys()], bases: known });
  if (!value)
    throw new Refused(
      problems[0]?.code ?? 'kit.refused',
      problems[0]?.message ?? 'This kit cannot be read.',
      problems[0]?.where ?? '',
      problems,
    );
  const more: Problem[] = [];
  const fonts = new Fonts();
  for (const f of value.fonts) {
    const font = files.get(f.file);
    try {
      if (font) fonts.add(f.family, f.weight, f.italic, font);
    } catch {
      files.delete(f.file);
      more.push({
        code: 'font.broken',
        where: f.file,
        message: `The font file ${f.file} cannot be read; another font will show.`,
        level: 'left out',
      });
    }
  }
  return { ok: true, kit: value, json, files, problems: [...problems, ...more] };
}

try {
  parentPort?.postMessage(read(workerData as KitToRead));
} catch (error) {
  const known = error instanceof Refused ? error : null;
  const told: KitRead = {
    ok: false,
    code: known?.code ?? 'kit.refused',
    says: known?.message ?? 'This kit cannot be read.',
    about: known?.about ?? '',
    problems: known?.problems ?? [],
  };
  parentPort?.postMessage(told);
}
