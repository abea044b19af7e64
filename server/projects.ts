import { applyEdit, emptyProject, rebaseEdit, type Edit, type Project } from '../core/index.js';
import { Op, type Database, type Transaction } from './database.js';
import { notFound, ProblemError } from './problems.js';

/** A document as it stands after a revision. */
export interface Stand {
  readonly revision: number;
  readonly project: Project;
}
/** An edit as it was confirmed. */
export interface Confirmed {
  readonly revision: number;
  readonly edit: Edit;
  readonly at: string;
}
export interface Listed {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly screens: number;
  /** The first screens, to be pictured. */
  readonly shown: readonly string[];
  readonly changedAt: string;
  readonly deletedAt: string | null;
}

/** A snapshot is kept every so many edits, so that opening stays quick. */
const EVERY = 100;
const REMEMBERED = 40;

/**
 * Projects as an append-only list of edits. Edits of one project are taken one after the other under a lock on its row,
 * and are only announced after they are committed.
 */
export class Projects {
  private readonly cache = new Map<string, Stand>();

  constructor(
    private readonly db: Database,
    private readonly announce: (projectId: string, confirmed: readonly Confirmed[]) => void,
    private readonly now: () => Date = () => new Date(),
  ) {}

  async list(): Promise<Listed[]> {
    const rows = await this.db.projects.findAll({ order: [['updatedAt', 'DESC']] });
    const listed: Listed[] = [];
    for (const row of rows) {
      const r = row.get();
      const all = r.deletedAt ? [] : (await this.open(r.id)).project.screens;
      listed.push({
        id: r.id,
        name: r.name,
        revision: r.revision,
        screens: all.length,
        shown: all.slice(0, 4).map((s) => s.id),
        changedAt: r.updatedAt.toISOString(),
        deletedAt: r.deletedAt?.toISOString() ?? null,
      });
    }
    return listed;
  }

  /** Makes a project from a document; its first snapshot is revision 0. */
  async create(project: Project): Promise<Stand> {
    const at = this.now();
    await this.db.sequelize.transaction(async (transaction) => {
      if (await this.db.projects.findByPk(project.id, { transaction })) throw new ProblemError(409, 'project.exists', `A project ${project.id} is there already.`, project.id);
      await this.db.projects.create({ id: project.id, name: project.name, revision: 0, createdAt: at, updatedAt: at, deletedAt: null }, { transaction });
      await this.db.snapshots.create({ projectId: project.id, revision: 0, document: JSON.stringify(project) }, { transaction });
    });
    return { revision: 0, project };
  }

  createEmpty(id: string, name: string, kit: string): Promise<Stand> {
    return this.create(emptyProject(id, name, kit));
  }

  /** The document as last confirmed. */
  async open(id: string, transaction?: Transaction): Promise<Stand> {
    const row = (await this.db.projects.findByPk(id, { ...(transaction ? { transaction } : {}) }))?.get();
    if (!row || (row.deletedAt && !transaction)) throw notFound('project', id);
    const cached = this.cache.get(id);
    if (cached && cached.revision === row.revision) return cached;
    const stand = await this.at(id, row.revision, transaction);
    this.remember(id, stand);
    return stand;
  }

  private remember(id: string, stand: Stand): void {
    this.cache.delete(id);
    this.cache.set(id, stand);
    if (this.cache.size > REMEMBERED) this.cache.delete(this.cache.keys().next().value ?? '');
  }

  /** The document as it stood after a revision: the nearest snapshot before it, and the edits since. */
  async at(id: string, revision: number, transaction?: Transaction): Promise<Stand> {
    const options = transaction ? { transaction } : {};
    const snapshot = (await this.db.snapshots.findOne({ where: { projectId: id, revision: { [Op.lte]: revision } }, order: [['revision', 'DESC']], ...options }))?.get();
    if (!snapshot) throw notFound('project', id);
    let project = JSON.parse(snapshot.document) as Project;
    for (const { edit } of await this.editsBetween(id, snapshot.revision, revision, transaction)) {
      const got = applyEdit(project, edit);
      if (!got.ok) throw new Error(`Stored edit ${edit.id} no longer applies: ${got.refusal.message}`);
      project = got.project;
    }
    return { revision, project };
  }

  private async editsBetween(id: string, from: number, to: number, transaction?: Transaction): Promise<Confirmed[]> {
    const rows = await this.db.edits.findAll({ where: { projectId: id, revision: { [Op.gt]: from, [Op.lte]: to } }, order: [['revision', 'ASC']], ...(transaction ? { transaction } : {}) });
    return rows.map((r) => {
      const { revision, edit, at } = r.get();
      return { revision, edit: JSON.parse(edit) as Edit, at: at.toISOString() };
    });
  }

  /** Edits confirmed after a revision, oldest first. */
  async since(id: string, revision: number): Promise<Confirmed[]> {
    const row = (await this.db.projects.findByPk(id))?.get();
    if (!row || row.deletedAt) throw notFound('project', id);
    if (revision > row.revision)
      throw new ProblemError(409, 'revision.ahead', `Revision ${revision} is ahead of what is stored (${row.revision}). Reload to see what is there.`, id, { revision: row.revision });
    return this.editsBetween(id, revision, row.revision);
  }

  /**
   * Takes edits made on revision `base`. Each is rebased onto what came since, applied and stored; all or none.
   * An edit that was confirmed before is told again, not done again.
   */
  async take(id: string, base: number, edits: readonly Edit[]): Promise<Confirmed[]> {
    const fresh: Confirmed[] = [];
    const told: Confirmed[] = [];
    const stand = await this.db.sequelize.transaction(async (transaction) => {
      const row = await this.db.projects.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
      const current = row?.get();
      if (!row || !current || current.deletedAt) throw notFound('project', id);
      if (base > current.revision)
        throw new ProblemError(409, 'revision.ahead', `This was made on revision ${base}, but only ${current.revision} is stored. Reload to see what is there.`, id, { revision: current.revision });
      let { project, revision } = await this.open(id, transaction);
      const others = base < revision ? await this.editsBetween(id, base, revision, transaction) : [];
      const before = others.length > 0 ? (await this.at(id, base, transaction)).project : project;
      const ids = edits.map((e) => e.id);
      const known = new Map((await this.db.edits.findAll({ where: { projectId: id, editId: ids }, transaction })).map((r) => [r.get().editId, r.get()]));
      for (const edit of edits) {
        const was = known.get(edit.id);
        if (was) {
          told.push({ revision: was.revision, edit: JSON.parse(was.edit) as Edit, at: was.at.toISOString() });
          continue;
        }
        // Everything confirmed since `base`, this batch's own earlier edits included, stands before this one.
        const rebased =
          others.length > 0
            ? rebaseEdit(
                edit,
                before,
                [...others, ...fresh].map((c) => c.edit),
              )
            : ({ ok: true, edit } as const);
        const got = rebased.ok ? applyEdit(project, rebased.edit) : rebased;
        if (!rebased.ok || !got.ok) {
          const refusal = !got.ok ? got.refusal : { code: 'edit.stale', about: edit.id, message: 'It no longer fits.' };
          throw new ProblemError(409, refusal.code, `“${edit.label}” could not be done: ${refusal.message} Nothing was changed.`, refusal.about, { edit: edit.id, revision });
        }
        project = got.project;
        revision++;
        const at = this.now();
        await this.db.edits.create({ projectId: id, revision, editId: edit.id, edit: JSON.stringify(rebased.edit), at }, { transaction });
        const confirmed = { revision, edit: rebased.edit, at: at.toISOString() };
        fresh.push(confirmed);
        told.push(confirmed);
        if (revision % EVERY === 0) await this.db.snapshots.create({ projectId: id, revision, document: JSON.stringify(project) }, { transaction });
      }
      if (fresh.length > 0) await row.update({ revision, name: project.name, updatedAt: this.now() }, { transaction });
      return { project, revision };
    });
    this.remember(id, stand);
    if (fresh.length > 0) this.announce(id, fresh);
    return told;
  }

  async rename(id: string, name: string): Promise<void> {
    const { revision } = await this.open(id);
    await this.take(id, revision, [{ id: `rename-${revision}-${this.now().getTime()}`, label: `Rename the project to ${name}`, steps: [{ do: 'name', value: name }] }]);
  }

  async duplicate(id: string, newId: string): Promise<Stand> {
    const { project } = await this.open(id);
    return this.create({ ...project, id: newId, name: `${project.name}, copy` });
  }

  /** Puts a project away; it can be brought back. */
  async setDeleted(id: string, deleted: boolean): Promise<void> {
    const [count] = await this.db.projects.update({ deletedAt: deleted ? this.now() : null }, { where: { id } });
    if (count === 0) throw notFound('project', id);
  }
}
