import { createHash } from 'node:crypto';
import {
  applyEdit,
  emptyProject,
  rebaseLate,
  upgradeEdit,
  type Edit,
  type Problem,
  type Project,
} from '../core/index.js';
import { Op, type Database, type EditRow, type ProjectRow, type Transaction } from './database.js';
import { notFound, ProblemError, projectDeleted } from './errors.js';
import {
  place,
  placed,
  readDocument,
  ProjectCache,
  written,
  writtenInParts,
  type Confirmed,
  type ProjectState,
} from './projectCache.js';

export type { Confirmed, ProjectState } from './projectCache.js';

export interface Listed {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly screens: number;
  /** The first screens, to be pictured. */
  readonly shown: readonly string[];
  readonly changedAt: string;
  readonly deletedAt: string | null;
  /** Why it cannot be opened; the others can. */
  readonly problem: string | null;
}
/** An edit as the history tells it. */
export interface ProjectEvents {
  readonly revision: number;
  readonly id: string;
  readonly label: string;
  readonly at: string;
  readonly by?: string;
  readonly undoes?: string;
}

/** A snapshot is kept every so many edits, more of them for large documents, so that opening stays quick. */
const EVERY = 100;
const EVERY_LARGE = 1000;
const LARGE = 60;
const REMEMBERED = 40;
/** Edits are taken for at most so long before others have their turn: ms. */
const TURN = 10;
/** Requests that wait for one project are answered together, at most so many at once. */
const TOGETHER = 200;

interface Asked {
  readonly base: number;
  readonly edits: readonly Edit[];
  readonly done: (told: readonly Confirmed[]) => void;
  readonly fail: (error: unknown) => void;
}

/**
 * Projects as an append-only list of edits. Edits of one project are taken in the order they come, those that wait in one
 * transaction, under a lock on its row; they are only announced after they are committed. Projects do not hold each other up.
 */
export class Projects {
  private readonly known = new Map<string, ProjectCache>();
  private readonly queues = new Map<string, Asked[]>();

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
      let all: Project['screens'] = [];
      let problem: string | null = null;
      try {
        if (!r.deletedAt) all = (await this.open(r.id)).project.screens;
      } catch (error) {
        problem =
          error instanceof ProblemError ? error.message : 'It cannot be opened. What was confirmed is still stored.';
      }
      listed.push({
        id: r.id,
        name: r.name,
        revision: r.revision,
        screens: all.length,
        shown: all.slice(0, 4).map((s) => s.id),
        changedAt: r.updatedAt.toISOString(),
        deletedAt: r.deletedAt?.toISOString() ?? null,
        problem,
      });
    }
    return listed;
  }

  /** Makes a project from a document; its first snapshot is revision 0. */
  async create(project: Project): Promise<ProjectState> {
    await this.createAll([project]);
    return { revision: 0, project };
  }

  /** Makes several: all of them, or none. */
  async createAll(all: readonly Project[]): Promise<void> {
    const at = this.now();
    await this.db.sequelize.transaction(async (transaction) => {
      for (const project of all) {
        const { id, name } = project;
        if (await this.db.projects.findByPk(id, { transaction }))
          throw new ProblemError('project.exists', `A project ${id} is there already.`, id);
        await this.db.projects.create(
          { id, name, revision: 0, createdAt: at, updatedAt: at, deletedAt: null },
          { transaction },
        );
        await this.db.snapshots.create({ projectId: id, revision: 0, document: written(project) }, { transaction });
      }
    });
  }

  createEmpty(id: string, name: string, kit: string): Promise<ProjectState> {
    return this.create(emptyProject(id, name, kit));
  }

  /** What is stored about a project that is there and not put away. */
  async row(id: string): Promise<ProjectRow> {
    const row = (await this.db.projects.findByPk(id))?.get();
    if (!row) throw notFound('project', id);
    if (row.deletedAt) throw projectDeleted(id, row.name);
    return row;
  }
  /** Is there a project of this id, put away or not? */
  async isThere(id: string): Promise<boolean> {
    return (await this.db.projects.count({ where: { id } })) > 0;
  }
  /** Refuses by name what is not there. */
  async check(id: string): Promise<void> {
    await this.row(id);
  }

  /** The document as last confirmed. */
  async open(id: string): Promise<ProjectState> {
    const row = await this.row(id);
    return (await this.standing(id, row.revision)).stand;
  }

  private async standing(id: string, revision: number, transaction?: Transaction): Promise<ProjectCache> {
    const known = this.known.get(id);
    if (known && known.stand.revision === revision) return known;
    const made = new ProjectCache(await this.at(id, revision, transaction));
    this.remember(id, made);
    return made;
  }

  private remember(id: string, standing: ProjectCache): void {
    this.known.delete(id);
    this.known.set(id, standing);
    if (this.known.size > REMEMBERED) this.known.delete(this.known.keys().next().value ?? '');
  }

  /** The document as it stood after a revision: the nearest snapshot before it, and the edits since. */
  async at(id: string, revision: number, transaction?: Transaction): Promise<ProjectState> {
    const near = this.known.get(id)?.at(revision);
    if (near) return { revision, project: near };
    const options = transaction ? { transaction } : {};
    const row = transaction ? (await this.db.projects.findByPk(id, options))?.get() : await this.row(id);
    if (!row) throw notFound('project', id);
    if (revision > row.revision)
      throw new ProblemError(
        'revision.unknown',
        `Revision ${revision} is not stored; the last is ${row.revision}.`,
        id,
      );
    const snapshot = (
      await this.db.snapshots.findOne({
        where: { projectId: id, revision: { [Op.lte]: revision } },
        order: [['revision', 'DESC']],
        ...options,
      })
    )?.get();
    if (!snapshot) throw notFound('project', id);
    const read = readDocument(snapshot.document);
    let { project } = read;
    const problems: Problem[] = [...read.problems];
    for (const { edit } of await this.editsBetween(id, snapshot.revision, revision, transaction)) {
      const got = applyEdit(project, edit);
      if (got.ok) project = got.project;
      // It was taken by an earlier version that let it spoil something: the rest is worth more than it.
      else
        problems.push({
          code: 'edit.left-out',
          where: edit.label,
          message: `“${edit.label}” no longer applies and was left out: ${got.refusal.message}`,
          level: 'left out',
        });
    }
    return { revision, project, ...(problems.length > 0 ? { problems } : {}) };
  }

  private async editsBetween(id: string, from: number, to: number, transaction?: Transaction): Promise<Confirmed[]> {
    const rows = await this.db.edits.findAll({
      where: { projectId: id, revision: { [Op.gt]: from, [Op.lte]: to } },
      order: [['revision', 'ASC']],
      ...(transaction ? { transaction } : {}),
    });
    return rows.map((r) => confirmedOf(r.get()));
  }

  /** Edits stored after a revision that name one of these. */
  private async editsNaming(
    id: string,
    after: number,
    names: readonly string[],
    transaction: Transaction,
  ): Promise<Confirmed[]> {
    const rows = await this.db.edits.findAll({
      where: {
        projectId: id,
        revision: { [Op.gt]: after },
        edit: { [Op.like]: { [Op.any]: [...new Set(names)].map((n) => `%"${n.replace(/[\\%_]/gu, '\\$&')}"%`) } },
      },
      order: [['revision', 'ASC']],
      transaction,
    });
    return rows.map((r) => confirmedOf(r.get()));
  }

  /** Edits confirmed after a revision, oldest first; at most up to `until`. */
  async since(id: string, revision: number, until = Infinity): Promise<readonly Confirmed[]> {
    const row = await this.row(id);
    if (revision > row.revision)
      throw new ProblemError(
        'revision.ahead',
        `Revision ${revision} is ahead of what is stored (${row.revision}). Reload to see what is there.`,
        id,
        { revision: row.revision },
      );
    const known = this.known.get(id);
    const near = known?.stand.revision === row.revision ? known.since(revision) : undefined;
    const all = near ?? (await this.editsBetween(id, revision, Math.min(until, row.revision)));
    return all.filter((c) => c.revision <= until);
  }

  /** What was done, newest first: at most `most` edits before a revision, of one writer when `by` is given. */
  async history(id: string, before: number, most: number, by?: string): Promise<ProjectEvents[]> {
    await this.check(id);
    const rows = await this.db.edits.findAll({
      where: { projectId: id, revision: { [Op.lt]: before }, ...(by === undefined ? {} : { by }) },
      attributes: ['revision', 'editId', 'label', 'by', 'undoes', 'at'],
      order: [['revision', 'DESC']],
      limit: most,
    });
    const old = rows.filter((r) => r.get().label === null).map((r) => r.get().revision);
    // Edits stored by the first version say what they are only inside.
    const inside = new Map(
      old.length === 0
        ? []
        : (await this.db.edits.findAll({ where: { projectId: id, revision: old } })).map(
            (r) => [r.get().revision, (JSON.parse(r.get().edit) as Edit).label] as const,
          ),
    );
    return rows.map((r): ProjectEvents => {
      const { revision, editId, label, by: writer, undoes, at } = r.get();
      return {
        revision,
        id: editId,
        label: label ?? inside.get(revision) ?? 'Change',
        at: at.toISOString(),
        ...(writer ? { by: writer } : {}),
        ...(undoes ? { undoes } : {}),
      };
    });
  }

  /**
   * Takes edits made on revision `base`. Each is rebased onto what came since, applied and stored; all or none.
   * An edit that was confirmed before is told again, not done again; the same id with other content is refused.
   */
  take(id: string, base: number, edits: readonly Edit[]): Promise<readonly Confirmed[]> {
    return new Promise((done, fail) => {
      const waiting = this.queues.get(id);
      const asked: Asked = { base, edits, done, fail };
      if (waiting) waiting.push(asked);
      else {
        this.queues.set(id, [asked]);
        void this.drain(id);
      }
    });
  }

  /** Takes what waits for a project, as long as anything does. */
  private async drain(id: string): Promise<void> {
    for (let queue = this.queues.get(id); queue && queue.length > 0; queue = this.queues.get(id)) {
      const batch = queue.splice(0, TOGETHER);
      try {
        await this.takeTogether(id, batch);
      } catch (error) {
        for (const asked of batch) asked.fail(error);
      }
    }
    this.queues.delete(id);
  }

  private async takeTogether(id: string, batch: readonly Asked[]): Promise<void> {
    const answers: (() => void)[] = [];
    const fresh: { confirmed: Confirmed; project: Project }[] = [];
    const standing = await this.db.sequelize.transaction(async (transaction) => {
      const row = await this.db.projects.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
      const current = row?.get();
      if (!row || !current) throw notFound('project', id);
      if (current.deletedAt) throw projectDeleted(id, current.name);
      const from = await this.standing(id, current.revision, transaction);
      const rows: EditRow[] = [];
      const known = await this.stored(id, batch, transaction);
      for (const asked of batch) {
        try {
          const told = await this.takeOne(id, asked, from, fresh, rows, known, transaction);
          answers.push(() => asked.done(told));
        } catch (error) {
          if (!(error instanceof ProblemError)) throw error;
          answers.push(() => asked.fail(error));
        }
      }
      const last = fresh.at(-1);
      if (last) {
        await this.db.edits.bulkCreate(rows, { transaction });
        await row.update(
          { revision: last.confirmed.revision, name: last.project.name, updatedAt: this.now() },
          { transaction },
        );
      }
      return from.with(fresh);
    });
    this.remember(id, standing);
    for (const answer of answers) answer();
    if (fresh.length > 0)
      this.announce(
        id,
        fresh.map((f) => f.confirmed),
      );
    this.snapshot(id, standing.stand, fresh.length);
  }

  /** Edits of these requests that are stored already, by their ids. */
  private async stored(id: string, batch: readonly Asked[], transaction: Transaction): Promise<Map<string, EditRow>> {
    const ids = batch.flatMap((a) => a.edits.map((e) => e.id));
    const rows = await this.db.edits.findAll({ where: { projectId: id, editId: ids }, transaction });
    return new Map(rows.map((r) => [r.get().editId, r.get()]));
  }

  /** One request: everything it asks, or nothing and the reason. */
  private async takeOne(
    id: string,
    { base, edits }: Asked,
    from: ProjectCache,
    fresh: { confirmed: Confirmed; project: Project }[],
    rows: EditRow[],
    known: Map<string, EditRow>,
    transaction: Transaction,
  ): Promise<readonly Confirmed[]> {
    const latest = (): ProjectState => {
      const last = fresh.at(-1);
      return last ? { revision: last.confirmed.revision, project: last.project } : from.stand;
    };
    if (base > latest().revision)
      throw new ProblemError(
        'revision.ahead',
        `This was made on revision ${base}, but only ${latest().revision} is stored. Reload to see what is there.`,
        id,
        { revision: latest().revision },
      );
    const near = from.since(base);
    const others = [...(near ?? []), ...fresh.map((f) => f.confirmed).filter((c) => c.revision > base)];
    const before =
      base >= from.stand.revision
        ? (fresh.find((f) => f.confirmed.revision === base)?.project ?? from.stand.project)
        : (from.at(base) ?? (await this.at(id, base, transaction)).project);
    const mark = fresh.length;
    const told: Confirmed[] = [];
    let until = performance.now() + TURN;
    try {
      for (const edit of edits) {
        // Many edits, each to be laid on many others, take their time: other projects have theirs in between.
        if (performance.now() > until) {
          await new Promise((r) => setImmediate(r));
          until = performance.now() + TURN;
        }
        const was = known.get(edit.id);
        const digest = digestOf(edit);
        if (was) {
          if (was.digest !== null && was.digest !== digest)
            throw new ProblemError(
              'edit.changed',
              `“${edit.label}” was confirmed before with other content. Nothing was changed; reload to see what is there.`,
              edit.id,
              { edit: edit.id },
            );
          told.push(confirmedOf(was));
          continue;
        }
        const { project, revision } = latest();
        const own = fresh.slice(mark).map((f) => f.confirmed);
        const since = [...others, ...own].map((c) => c.edit);
        // Of what somebody who was away very long has missed, only what changes where theirs goes is looked for.
        const got = near
          ? place(edit, before, others.length > 0 ? since : [], project, revision)
          : placed(
              edit,
              await rebaseLate(edit, before, project, async (names) => [
                ...(await this.editsNaming(id, base, names, transaction)).map((c) => c.edit),
                ...since,
              ]),
              project,
              revision,
            );
        const at = this.now();
        const confirmed: Confirmed = { revision: revision + 1, edit: got.edit, at: at.toISOString() };
        const row: EditRow = {
          projectId: id,
          revision: revision + 1,
          editId: edit.id,
          edit: JSON.stringify(got.edit),
          at,
          digest,
          label: edit.label,
          by: edit.by ?? null,
          undoes: edit.undoes ?? null,
        };
        fresh.push({ confirmed, project: got.project });
        rows.push(row);
        known.set(edit.id, row);
        told.push(confirmed);
      }
    } catch (error) {
      for (const row of rows.splice(mark)) known.delete(row.editId);
      fresh.splice(mark);
      throw error;
    }
    return told;
  }

  /** Keeps a snapshot when enough was done since the last; nobody waits for it, and nothing depends on it. */
  private snapshot(id: string, { revision, project }: ProjectState, done: number): void {
    const every = project.screens.length > LARGE ? EVERY_LARGE : EVERY;
    if (Math.floor(revision / every) === Math.floor((revision - done) / every)) return;
    const kept = writtenInParts(project)
      .then((document) => this.db.snapshots.upsert({ projectId: id, revision, document }))
      // Of long ago fewer are needed: what lies between them is replayed.
      .then(() =>
        this.db.sequelize.query(
          `delete from snapshots where project_id = $1 and revision < $2 and revision > 0 and revision / ${EVERY_LARGE} =
             (select max(s.revision) from snapshots s where s.project_id = $1 and s.revision < snapshots.revision) / ${EVERY_LARGE}`,
          { bind: [id, revision - EVERY_LARGE] },
        ),
      )
      .catch(() => undefined)
      .then(() => void this.keeping.delete(kept));
    this.keeping.add(kept);
  }
  private readonly keeping = new Set<Promise<void>>();
  /** When everything that is being kept is kept. */
  async rest(): Promise<void> {
    await Promise.all(this.keeping);
  }

  /** Renames a project as one of its edits. */
  async rename(id: string, name: string): Promise<void> {
    const { revision } = await this.open(id);
    const unique = createHash('sha256')
      .update(`${id}|${name}|${revision}|${this.now().getTime()}|${Math.random()}`)
      .digest('hex')
      .slice(0, 20);
    await this.take(id, revision, [
      {
        id: `rename-${unique}`,
        label: `Rename the project to ${name}`.slice(0, 300),
        steps: [{ do: 'name', value: name }],
      },
    ]);
  }

  async duplicate(id: string, newId: string): Promise<ProjectState> {
    const { project } = await this.open(id);
    return this.create({ ...project, id: newId, name: `${project.name}, copy`.slice(0, 200) });
  }

  /** Puts a project away; it can be brought back. */
  async setDeleted(id: string, deleted: boolean): Promise<void> {
    const [count] = await this.db.projects.update({ deletedAt: deleted ? this.now() : null }, { where: { id } });
    if (count === 0) throw notFound('project', id);
  }
}

const confirmedOf = (row: EditRow): Confirmed => ({
  revision: row.revision,
  edit: upgradeEdit(JSON.parse(row.edit) as Edit),
  at: row.at.toISOString(),
});
/** What was sent under an id, so that something else under the same is noticed. */
const digestOf = (edit: Edit): string =>
  createHash('sha256')
    .update(JSON.stringify([edit.label, edit.steps]))
    .digest('hex')
    .slice(0, 32);
