import { unzipSync } from 'fflate';

/** A package that unpacks to more than this is refused before it is unpacked: bytes. */
const MOST_UNPACKED = 64 * 1024 * 1024;
const MOST_FILES = 4000;

/** Something that is no package of a kit: why, in words. */
export class PackageProblem extends Error {
  constructor(
    readonly code: 'kit.package' | 'kit.json',
    message: string,
  ) {
    super(message);
  }
}

/** Files of a package by their names, those of the kinds that are asked for; nothing outside of it, no bombs. Throws a `PackageProblem`. */
export function unpack(bytes: Uint8Array, kinds: RegExp): Record<string, Uint8Array> {
  let total = 0;
  let count = 0;
  const refuse = (message: string): never => {
    throw new PackageProblem('kit.package', message);
  };
  try {
    return unzipSync(bytes, {
      filter: (f) => {
        total += f.originalSize;
        if (++count > MOST_FILES) refuse(`This package has more than ${MOST_FILES} files.`);
        if (total > MOST_UNPACKED) refuse('This package unpacks to more than 64 MB.');
        if (/(?:^|[\\/])\.\.(?:[\\/]|$)|^[\\/]|\\|:/u.test(f.name))
          refuse(`The file ${f.name.slice(0, 80)} lies outside the package.`);
        return !f.name.endsWith('/') && kinds.test(f.name);
      },
    });
  } catch (error) {
    if (error instanceof PackageProblem) throw error;
    return refuse('This zip package cannot be opened; it may be damaged.');
  }
}
/** Does it begin as a zip does? */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/**
 * A kit's JSON, and the files beside it: from a package (zip) with `kit.json` at its top, or from the JSON alone. Throws a
 * `PackageProblem`.
 */
export function unpackKit(bytes: Uint8Array): {
  readonly text: string;
  readonly json: unknown;
  readonly files: Map<string, Uint8Array>;
} {
  const entries = isZip(bytes) ? unpack(bytes, /\.(?:json|ttf|otf|png|jpe?g|txt|md)$/iu) : { 'kit.json': bytes };
  const kit = entries['kit.json'];
  if (!kit) throw new PackageProblem('kit.package', 'This package has no kit.json at its top.');
  const text = new TextDecoder().decode(kit);
  try {
    const json: unknown = JSON.parse(text);
    return { text, json, files: new Map(Object.entries(entries).filter(([name]) => name !== 'kit.json')) };
  } catch {
    throw new PackageProblem('kit.json', 'This is neither a kit package (zip) nor a kit’s JSON.');
  }
}
