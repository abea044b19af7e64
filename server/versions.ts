import { nanoid } from 'nanoid';
import { QueryTypes, type Database } from './database.js';
import type { Version } from '../core/index.js';
import { notFound, ProblemError } from './errors.js';
import type { Projects } from './projects.js';

const MOST = 500;
/** So many days back have a version of their own. */
const DAYS = 60;

export class Versions {
  constructor(
    private readonly db: Database,
    private readonly projects: Projects,
  ) {}

  /** Named ones and those of each day, newest first. */
  async list(projectId: string): Promise<readonly Version[]> {
    await this.projects.check(projectId);
    const named = (await this.db.versions.findAll({ where: { projectId } })).map((r): Version => {
      const { id, revision, name, at } = r.get();
      return { id, revision, name, at: at.toISOString() };
    });
    const days = await this.db.sequelize.query<{ revision: number; at: Date }>(
      `select max(revision) as revision, max(at) as at from edits where project_id = $1 group by date_trunc('day', at) order by 1 desc limit ${DAYS}`,
      { bind: [projectId], type: QueryTypes.SELECT },
    );
    const own = days.map((d): Version => ({
      id: null,
      revision: d.revision,
      name: 'Last of the day',
      at: new Date(d.at).toISOString(),
    }));
    return [...named, ...own].sort(
      (a, b) => b.revision - a.revision || Number(b.id !== null) - Number(a.id !== null) || b.at.localeCompare(a.at),
    );
  }
  /** Names a state; absent: the one that is stored last. */
  async name(projectId: string, name: string, revision?: number): Promise<Version> {
    const now = await this.projects.row(projectId);
    const at = revision ?? now.revision;
    if (at > now.revision)
      throw new ProblemError('revision.unknown', `Revision ${at} is not stored; the last is ${now.revision}.`);
    if ((await this.db.versions.count({ where: { projectId } })) >= MOST)
      throw new ProblemError('version.many', `A project has at most ${MOST} named versions. Nothing was added.`);
    const row = (await this.db.versions.create({ id: nanoid(), projectId, revision: at, name, at: new Date() })).get();
    return { id: row.id, revision: row.revision, name: row.name, at: row.at.toISOString() };
  }
  async rename(projectId: string, id: string, name: string): Promise<void> {
    const [n] = await this.db.versions.update({ name }, { where: { projectId, id } });
    if (n === 0) throw notFound('version', id);
  }
  /** Takes a name away; the state itself stays in the history. */
  async unname(projectId: string, id: string): Promise<void> {
    if ((await this.db.versions.destroy({ where: { projectId, id } })) === 0) throw notFound('version', id);
  }
}
