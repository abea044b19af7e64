import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { Fonts, kitRef, readKit, type Kit, type KitRef, type Problem } from '../core/index.js';
import type { Database } from './database.js';
import { notFound, ProblemError } from './errors.js';
import type { KitRead, KitToRead } from './kitReader.worker.js';

interface Installed {
  readonly kit: Kit;
  /** The kit's own JSON, as it was installed. */
  readonly json: string;
  readonly problems: readonly Problem[];
  readonly file: (name: string) => Promise<Uint8Array | null>;
  /** Of the files beside it. */
  readonly names: readonly string[];
  readonly shipped: boolean;
  /** As it was read: whoever takes this needs to read neither its own JSON nor what it is based on again. */
  readonly read: string;
  /** Tells it and its fonts from any other, of this name or another, read by this program or another. */
  readonly stamp: string;
}

const FALLBACK = [
  { weight: 400, style: '400Regular' },
  { weight: 700, style: '700Bold' },
] as const;
/** Digits of a stamp. */
const STAMP = 16;
/** What reading a kit from outside may take: ms, and MB of memory. */
const MOST_TIME = 15_000;
const MOST_MEMORY = 600;

/** A kit that is stored and cannot be read: the others can. */
export interface BrokenKit {
  readonly ref: string;
  readonly problem: string;
}

/** Every installed kit, shipped or installed by somebody: all through the same reader. */
export class Kits {
  private readonly installed = new Map<KitRef, Installed>();
  readonly fonts = new Fonts();
  private readonly fallbackFiles = new Map<string, string>();

  /** Kits that are offered to nobody who does not have them. */
  readonly hidden = new Set<KitRef>();
  /** Kits that could not be read at the start, and why. */
  readonly broken: BrokenKit[] = [];
  /** Kits that are being installed, so that the same one is installed once however often it comes at the same time. */
  private readonly coming = new Map<KitRef, Promise<unknown>>();

  constructor(
    private readonly db: Database,
    private readonly reader: URL,
  ) {}

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
        const based = basedOn(one.json);
        if (based && !this.installed.has(based) && round < 19) continue;
        waiting.splice(waiting.indexOf(one), 1);
        const files = listFiles(one.at);
        await this.tryAdd(one.at, () =>
          this.add(
            one.json,
            files,
            (name) => Promise.resolve(files.includes(name) ? readFileSync(join(one.at, name)) : null),
            true,
          ),
        );
      }
    }
    for (const row of await this.db.kits.findAll({ order: [['installedAt', 'ASC']] })) {
      const { ref, json } = row.get();
      const names = (await this.db.kitFiles.findAll({ where: { ref }, attributes: ['name'] })).map((f) => f.get().name);
      await this.tryAdd(ref, () => this.add(json, names, this.stored(ref), false));
    }
    for (const row of await this.db.hiddenKits.findAll()) this.hidden.add(row.get().ref);
  }
  /** One kit that cannot be read is told of, and keeps none of the others. */
  private async tryAdd(what: string, add: () => Promise<unknown>): Promise<void> {
    try {
      await add();
    } catch (error) {
      this.broken.push({
        ref: what.split('/').at(-1) ?? what,
        problem: `What is stored of it cannot be read, so it is left alone: ${(error instanceof Error ? error.message : String(error)).replace(/ Nothing was installed\.$/u, '')}`,
      });
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
    return this.take({ kit: value, json, problems, file, names: files, shipped });
  }

  private async take(made: Omit<Installed, 'read' | 'stamp'>): Promise<{ kit: Kit; problems: readonly Problem[] }> {
    const { kit, file } = made;
    const more: Problem[] = [];
    const read = JSON.stringify(kit);
    const stamp = createHash('sha256').update(read);
    for (const f of kit.fonts) {
      const bytes = (await file(f.file)) ?? (kit.basedOn ? await this.file(kit.basedOn, f.file) : null);
      if (bytes) stamp.update(bytes);
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
    const problems = [...made.problems, ...more];
    this.installed.set(kitRef(kit), { ...made, problems, read, stamp: stamp.digest('hex').slice(0, STAMP) });
    this.kits.set(kitRef(kit), kit);
    this.version++;
    return { kit, problems };
  }

  /** Grows with every kit that comes or goes: what was made with the kits of another time is made anew. */
  version = 0;

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
    const read = await this.readApart(bytes);
    if (!read.ok)
      throw new ProblemError(
        { core: read.code, status: 422 },
        `${read.says} Nothing was installed.`,
        read.about,
        read.problems.length > 0 ? { problems: read.problems } : {},
      );
    const ref = kitRef(read.kit);
    const before = this.coming.get(ref);
    const coming = (async () => {
      await before?.catch(() => undefined);
      return this.store(ref, read);
    })();
    this.coming.set(ref, coming);
    try {
      return await coming;
    } finally {
      if (this.coming.get(ref) === coming) this.coming.delete(ref);
    }
  }

  private async store(
    ref: KitRef,
    { kit, json, files, problems }: Extract<KitRead, { ok: true }>,
  ): Promise<{ kit: Kit; problems: readonly Problem[] }> {
    if (this.installed.has(ref))
      throw new ProblemError(
        'kit.exists',
        `${kit.name} ${kit.version} is installed already. Installed versions never change; give this one another version.`,
        ref,
      );
    await this.db.sequelize.transaction(async (transaction) => {
      await this.db.kits.create({ ref, json, installedAt: new Date() }, { transaction });
      for (const [name, content] of files)
        await this.db.kitFiles.create({ ref, name, bytes: Buffer.from(content) }, { transaction });
    });
    await this.take({ kit, json, problems, file: this.stored(ref), names: [...files.keys()], shipped: false });
    return { kit, problems };
  }

  /** Reads a kit from outside in a thread that can be ended. */
  private readApart(bytes: Uint8Array): Promise<KitRead> {
    const toRead: KitToRead = { bytes, bases: this.list().map((k) => k.json) };
    const worker = new Worker(this.reader, {
      workerData: toRead,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY, stackSizeMb: 4 },
    });
    return new Promise<KitRead>((done) => {
      const give = (read: KitRead): void => {
        clearTimeout(timer);
        done(read);
        void worker.terminate();
      };
      const cannot = (why: string): void =>
        give({ ok: false, code: 'kit.refused', says: `This kit cannot be read: ${why}.`, about: '', problems: [] });
      const timer = setTimeout(() => cannot(`it takes longer than ${MOST_TIME / 1000} s`), MOST_TIME);
      worker.once('message', give);
      worker.once('error', () => cannot('it takes more memory than there is for one'));
      worker.once('exit', () => cannot('its reader stopped'));
    });
  }

  /** Hides a kit, or shows it again: projects that have it stay as they are, nobody else is offered it. */
  async hide(ref: KitRef, hidden: boolean): Promise<void> {
    if (!this.installed.has(ref)) throw notFound('kit', ref);
    if (hidden) await this.db.hiddenKits.upsert({ ref });
    else await this.db.hiddenKits.destroy({ where: { ref } });
    if (hidden) this.hidden.add(ref);
    else this.hidden.delete(ref);
  }

  /** Takes a kit out that nobody needs. `usedBy`: names of projects that do. */
  async remove(ref: KitRef, usedBy: readonly string[]): Promise<void> {
    const found = this.installed.get(ref);
    const needing = this.list().filter((k) => k.kit.basedOn === ref);
    const users = [...needing.map((k) => `${k.kit.name} ${k.kit.version}`), ...usedBy];
    if (found?.shipped)
      throw new ProblemError('kit.used', `${found.kit.name} came with Dekkor and stays. Nothing was changed.`, ref);
    if (users.length > 0)
      throw new ProblemError(
        'kit.used',
        `${found?.kit.name ?? ref} is needed by ${users.slice(0, 3).join(', ')}${users.length > 3 ? ` and ${users.length - 3} more` : ''}. Nothing was changed.`,
        ref,
      );
    const gone = await this.db.kits.destroy({ where: { ref } });
    await this.db.hiddenKits.destroy({ where: { ref } });
    this.hidden.delete(ref);
    const broken = this.broken.findIndex((k) => k.ref === ref);
    if (broken >= 0) this.broken.splice(broken, 1);
    this.installed.delete(ref);
    this.kits.delete(ref);
    this.version++;
    if (gone === 0 && !found) throw notFound('kit', ref);
  }
}

const basedOn = (json: string): string | undefined => {
  try {
    return (JSON.parse(json) as { basedOn?: string } | null)?.basedOn;
  } catch {
    return undefined;
  }
};

function listFiles(folder: string, prefix = ''): string[] {
  return readdirSync(join(folder, prefix), { withFileTypes: true }).flatMap((d) =>
    d.isDirectory() ? listFiles(folder, `${prefix}${d.name}/`) : [`${prefix}${d.name}`],
  );
}
