import {
  PROJECT_FORMAT,
  kitRef,
  mendProject,
  packProject,
  PackageProblem,
  unpackProject,
  zipped,
  type PackedKit,
  type PackedProject,
  type Problem,
  type Project,
} from '../core/index.js';
import type { Assets } from './assets.js';
import { ProblemError } from './errors.js';
import type { Kits } from './kits.js';
import type { Projects } from './projects.js';
import { writtenInParts } from './projectCache.js';

/** Whole projects as packages: out with all that they need, and in again elsewhere. */
export class Packages {
  constructor(
    private readonly projects: Projects,
    private readonly kits: Kits,
    private readonly assets: Assets,
  ) {}

  /** A project with the kits that it names, those they are based on, and its pictures. */
  async write(id: string): Promise<{ readonly name: string; readonly bytes: Uint8Array }> {
    const { project } = await this.projects.open(id);
    const document = await writtenInParts(project);
    const needed = new Set<string>();
    const need = (ref: string | undefined): void => {
      const kit = ref === undefined ? undefined : this.kits.get(ref)?.kit;
      if (!ref || !kit || needed.has(ref)) return;
      need(kit.basedOn);
      needed.add(ref);
    };
    for (const ref of this.kits.kits.keys()) if (document.includes(ref)) need(ref);
    const kits: PackedKit[] = [];
    for (const ref of needed) {
      const found = this.kits.get(ref);
      if (!found) continue;
      const files = new Map<string, Uint8Array>([['kit.json', new TextEncoder().encode(found.json)]]);
      for (const name of found.names) {
        const bytes = await found.file(name);
        if (bytes && name !== 'kit.json') files.set(name, bytes);
      }
      kits.push({ ref, files });
    }
    const pictures = [];
    for (const a of await this.assets.list()) {
      if (!document.includes(`"${a.id}"`)) continue;
      const found = await this.assets.read(a.id);
      if (found) pictures.push({ id: a.id, name: a.name, bytes: found.bytes });
    }
    return { name: project.name, bytes: await packProject({ name: project.name, document, kits, pictures }) };
  }

  /**
   * Brings a project in from its package, with the kits and pictures that are not here yet. What is here in another form refuses it;
   * then nothing has changed.
   * @param newId an id for it, where there is a project of its own id already
   */
  async read(
    bytes: Uint8Array,
    newId: string,
  ): Promise<{ readonly project: Project; readonly problems: readonly Problem[] }> {
    const { packed, project, problems } = readPacked(bytes);
    const installed: string[] = [];
    try {
      for (const kit of packed.kits) {
        const here = this.kits.get(kit.ref);
        const json = new TextDecoder().decode(kit.files.get('kit.json'));
        if (here) {
          if (!sameJson(here.json, json))
            throw new ProblemError(
              'package.kit',
              `The package holds ${here.kit.name} ${here.kit.version} in another form than the one that is installed here. Installed versions never change; have one of the two made into another version. Nothing was changed.`,
              kit.ref,
            );
          continue;
        }
        const made = await this.kits.install(await zipped(Object.fromEntries(kit.files)));
        installed.push(kitRef(made.kit));
      }
      for (const p of packed.pictures)
        if (!(await this.assets.read(p.id))) await this.assets.add(p.name, Buffer.from(p.bytes));
      const free = !(await this.projects.isThere(project.id));
      const stand = await this.projects.create(free ? project : { ...project, id: newId });
      return { project: stand.project, problems };
    } catch (error) {
      for (const ref of installed.reverse()) await this.kits.remove(ref, []).catch(() => undefined);
      throw error;
    }
  }
}

function readPacked(bytes: Uint8Array): {
  readonly packed: PackedProject;
  readonly project: Project;
  readonly problems: readonly Problem[];
} {
  let packed: PackedProject;
  try {
    packed = unpackProject(bytes);
  } catch (error) {
    const says = error instanceof PackageProblem ? error.message : 'This package cannot be read.';
    throw new ProblemError('package.project', `${says} Nothing was changed.`);
  }
  const json = JSON.parse(packed.document) as { format?: unknown; project?: unknown } | null;
  if (typeof json?.format === 'number' && json.format > PROJECT_FORMAT)
    throw new ProblemError(
      'package.project',
      'The document in this package is of a newer form than this Dekkor reads. Nothing was changed.',
    );
  const { value, problems } = mendProject(json?.project);
  if (!value)
    throw new ProblemError(
      'package.project',
      'What the package holds as its project is none. Nothing was changed.',
      '',
      { problems },
    );
  return { packed, project: value, problems };
}
function sameJson(a: string, b: string): boolean {
  if (a === b) return true;
  try {
    return JSON.stringify(JSON.parse(a)) === JSON.stringify(JSON.parse(b));
  } catch {
    return false;
  }
}
