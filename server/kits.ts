import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { unzipSync } from 'fflate';
import { Fonts, kitRef, readKit, type Kit, type KitRef, type Problem } from '../core/index.js';
import type { Database } from './database.js';
import { ProblemError } from './errors.js';

interface Installed {
  readonly kit: Kit;
  /** The kit's own JSON, as it was installed. */
  readonly json: string;
  readonly problems: readonly Problem[];
  readonly file: (name: string) => Promise<Uint8Array | null>;
  readonly shipped: boolean;
}

const FALLBACK = [
  { weight: 400, style: '400Regular' },
  { weight: 700, style: '700Bold' },
] as const;
/** A package that unpacks to more than this is refused before it is unpacked: bytes. */
const MOST_UNPACKED = 64 * 1024 * 1024;
const MOST_FILES = 2000;

/** Every installed kit, shipped or installed by somebody: all through the same reader. */
export class Kits {
  private readonly installed = new Map<KitRef, Installed>();
  readonly fonts = new Fonts();
  private readonly fallbackFiles = new Map<string, string>();

  constructor(private readonly db: Database) {}

  /** Loads the kits in a folder (one folder a kit, based ones after their base), then those in the database. */
  async load(folder: string): Promise<void> {
    const require = createRequire(import.meta.url);
    const root = dirname(require.resolve('@expo-google-fonts/noto-sans/package.json'));
    for (const { weight, style } of FALLBACK) {
      const path = join(root, style, `NotoSans_${style}.ttf`);
      this.fallbackFiles.set(`NotoSans-${weight}.ttf`, path);
      this.fonts.add('Noto Sans', weight, false, readFileSync(path), 'fallback');
    }
    const waiting = readdirSync(folder, { withFileTypes: true })
      .filter((d) => d.isDirectory() && existsSync(join(folder, d.name, 'kit.json')))
      .map((d) => ({ at: join(folder, d.name), json: readFileSync(join(folder, d.name, 'kit.json'), 'utf8') }));
    // A kit based on another can only be read after it.
    for (let round = 0; waiting.length > 0 && round < 20; round++) {
      for (const one of [...waiting]) {
        const based = (JSON.parse(one.json) as { basedOn?: string }).basedOn;
        if (based && !this.installed.has(based) && round < 19) continue;
        waiting.splice(waiting.indexOf(one), 1);
        const files = listFiles(one.at);
        await this.add(
          one.json,
          files,
          (name) => Promise.resolve(files.includes(name) ? readFileSync(join(one.at, name)) : null),
          true,
        );
      }
    }
    for (const row of await this.db.kits.findAll({ order: [['installedAt', 'ASC']] })) {
      const { ref, json } = row.get();
      const names = (await this.db.kitFiles.findAll({ where: { ref }, attributes: ['name'] })).map((f) => f.get().name);
      await this.add(json, names, this.stored(ref), false);
    }
  }

  private stored(ref: KitRef) {
    return async (name: string): Promise<Uint8Array | null> =>
      (await this.db.kitFiles.findOne({ where: { ref, name } }))?.get().bytes ?? null;
  }

  private async add(
    json: string,
    files: readonly string[],
    file: Installed['file'],
    shipped: boolean,
  ): Promise<{ kit: Kit; problems: readonly Problem[] }> {
    let parsed: unknown;
    try {
      parsed = JSON.parse(json);
    } catch (error) {
      throw new ProblemError(
        'kit.json',
        `The kit’s kit.json is not JSON: ${error instanceof Error ? error.message : 'it cannot be read'}. Nothing was installed.`,
        'kit.json',
      );
    }
    const { value, problems } = readKit(parsed, { files, bases: this.kits });
    if (!value)
      throw new ProblemError(
        { core: problems[0]?.code ?? 'kit.refused', status: 422 },
        `${problems[0]?.message ?? 'This kit cannot be read.'} Nothing was installed.`,
        problems[0]?.where ?? '',
        {
          problems,
        },
      );
    const more: Problem[] = [];
    for (const f of value.fonts) {
      const bytes = (await file(f.file)) ?? (value.basedOn ? await this.file(value.basedOn, f.file) : null);
      try {
        if (bytes) this.fonts.add(f.family, f.weight, f.italic, bytes);
      } catch {
        more.push({
          code: 'font.broken',
          where: f.file,
          message: `The font file ${f.file} cannot be read; another font will show.`,
          level: 'left out',
        });
      }
    }
    const all = [...problems, ...more];
    this.installed.set(kitRef(value), { kit: value, json, problems: all, file, shipped });
    this.kits.set(kitRef(value), value);
    return { kit: value, problems: all };
  }

  /** All kits by reference. One map: what was worked out with it holds as long as a kit stays what it is. */
  readonly kits = new Map<KitRef, Kit>();

  get(ref: KitRef): Installed | undefined {
    return this.installed.get(ref);
  }

  list(): readonly Installed[] {
    return [...this.installed.values()];
  }

  /** A file of a kit, or of the kit it is based on; null when there is none. */
  async file(ref: KitRef, name: string): Promise<Uint8Array | null> {
    const found = this.installed.get(ref);
    if (!found) return null;
    return (await found.file(name)) ?? (found.kit.basedOn ? this.file(found.kit.basedOn, name) : null);
  }

  fallback(name: string): Uint8Array | null {
    const path = this.fallbackFiles.get(name);
    return path ? readFileSync(path) : null;
  }

  /** The fonts that stand in for missing characters, as files. */
  get fallbackFonts(): readonly { readonly weight: number; readonly path: string }[] {
    return FALLBACK.map(({ weight }) => ({ weight, path: this.fallbackFiles.get(`NotoSans-${weight}.ttf`) ?? '' }));
  }

  /** Installs a kit from its JSON or from a zip package with `kit.json` at its top. Says what was left out. */
  async install(bytes: Uint8Array): Promise<{ kit: Kit; problems: readonly Problem[] }> {
    const { json, files } =
      bytes[0] === 0x50 && bytes[1] === 0x4b
        ? unpack(bytes)
        : { json: new TextDecoder().decode(bytes), files: new Map<string, Uint8Array>() };
    let parsed: unknown;
    try {
      parsed = JSON.parse(json);
    } catch {
      throw new ProblemError(
        'kit.json',
        'This is neither a kit package (zip) nor a kit’s JSON. Nothing was installed.',
      );
    }
    const probe = readKit(parsed, { files: [...files.keys()], bases: this.kits });
    if (!probe.value)
      throw new ProblemError(
        { core: probe.problems[0]?.code ?? 'kit.refused', status: 422 },
        `${probe.problems[0]?.message ?? 'This kit cannot be read.'} Nothing was installed.`,
        probe.problems[0]?.where ?? '',
        {
          problems: probe.problems,
        },
      );
    const ref = kitRef(probe.value);
    if (this.installed.has(ref))
      throw new ProblemError(
        'kit.exists',
        `${probe.value.name} ${probe.value.version} is installed already. Installed versions never change; give this one another version.`,
        ref,
      );
    await this.db.sequelize.transaction(async (transaction) => {
      await this.db.kits.create({ ref, json, installedAt: new Date() }, { transaction });
      for (const [name, content] of files)
        await this.db.kitFiles.create({ ref, name, bytes: Buffer.from(content) }, { transaction });
    });
    return this.add(json, [...files.keys()], this.stored(ref), false);
  }
}

function listFiles(folder: string, prefix = ''): string[] {
  return readdirSync(join(folder, prefix), { withFileTypes: true }).flatMap((d) =>
    d.isDirectory() ? listFiles(folder, `${prefix}${d.name}/`) : [`${prefix}${d.name}`],
  );
}

function unpack(bytes: Uint8Array): { json: string; files: Map<string, Uint8Array> } {
  let total = 0;
  let count = 0;
  const refuse = (message: string): never => {
    throw new ProblemError('kit.package', `${message} Nothing was installed.`);
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
    if (error instanceof ProblemError) throw error;
    return refuse('This zip package cannot be opened; it may be damaged.');
  }
  const json = entries['kit.json'];
  if (!json) return refuse('This package has no kit.json at its top.');
  const files = new Map(Object.entries(entries).filter(([name]) => name !== 'kit.json'));
  return { json: new TextDecoder().decode(json), files };
}
