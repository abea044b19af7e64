import { kitRef, writeKit, type Kit } from '../../core/index.js';

/** Something that is put into a package: its name there, and where it comes from. */
async function fileOf(kitOf: string, name: string): Promise<Uint8Array | null> {
  const got = await fetch(`/api/kits/${encodeURIComponent(kitOf)}/files/${name}`).catch(() => null);
  return got?.ok ? new Uint8Array(await got.arrayBuffer()) : null;
}

/**
 * A kit as a package in the open format: a zip with `kit.json` at its top and its fonts beside it.
 * @param json of a kit that is installed; else it is written
 * @param own files that come with it, by their names in the package
 * @param from installed kits that its font files are taken from, by reference
 */
export async function packKit(
  kit: Kit,
  from: readonly string[],
  json?: unknown,
  own: readonly { readonly file: string; readonly bytes: Uint8Array }[] = [],
): Promise<File> {
  const { strToU8, zip } = await import('fflate');
  const files: Record<string, Uint8Array> = { 'kit.json': strToU8(JSON.stringify(json ?? writeKit(kit), null, 1)) };
  for (const { file, bytes } of own) files[file] = bytes;
  for (const font of kit.fonts)
    for (const ref of from) {
      const bytes = files[font.file] ? null : await fileOf(ref, font.file);
      if (bytes) files[font.file] = bytes;
    }
  const bytes = await new Promise<Uint8Array>((done, fail) =>
    zip(files, { level: 6 }, (error, out) => (error ? fail(error) : done(out))),
  );
  return new File([bytes as Uint8Array<ArrayBuffer>], `${kitRef(kit)}.zip`, { type: 'application/zip' });
}

/** Gives a file to the person. */
export function saveFile(file: File): void {
  const url = URL.createObjectURL(file);
  const a = document.createElement('a');
  a.href = url;
  a.download = file.name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
