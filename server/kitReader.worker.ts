import { parentPort, workerData } from 'node:worker_threads';
import {
  Fonts,
  kitRef,
  PackageProblem,
  readKit,
  unpackKit,
  type Kit,
  type KitRef,
  type Problem,
} from '../core/index.js';

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

function unpacked(bytes: Uint8Array): ReturnType<typeof unpackKit> {
  try {
    return unpackKit(bytes);
  } catch (error) {
    if (error instanceof PackageProblem) throw new Refused(error.code, error.message);
    throw error;
  }
}

function read({ bytes, bases }: KitToRead): KitRead {
  const { text, json, files } = unpacked(bytes);
  const known = new Map<KitRef, Kit>();
  for (const base of bases) {
    const { value } = readKit(JSON.parse(base), { bases: known });
    if (value) known.set(kitRef(value), value);
  }
  const { value, problems } = readKit(json, { files: [...files.keys()], bases: known });
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
  return { ok: true, kit: value, json: text, files, problems: [...problems, ...more] };
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
