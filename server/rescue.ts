import { applyEdit, upgradeEdit, type Edit } from '../core/index.js';
import { Op, QueryTypes, type Database } from './database.js';
import { notFound, ProblemError } from './errors.js';
import type { Projects, ProjectState } from './projects.js';
import { readDocument } from './projectCache.js';

/** What can be had of projects in whatever state they are stored. */
export class Rescue {
  constructor(
    private readonly db: Database,
    private readonly projects: Projects,
  ) {}

  /**
   * A copy of a project that cannot be opened, as it stood the last time it could: the newest snapshot that can be read, with
   * every later edit that still applies.
   */
  async rescue(id: string, newId: string): Promise<ProjectState> {
    const { name, revision } = await this.projects.row(id);
    const snapshots = await this.db.snapshots.findAll({
      where: { projectId: id },
      attributes: ['revision'],
      order: [['revision', 'DESC']],
    });
    for (const row of snapshots) {
      const from = row.get().revision;
      try {
        const document = (await this.db.snapshots.findOne({ where: { projectId: id, revision: from } }))?.get()
          .document;
        let { project } = readDocument(document ?? '');
        for (const edit of await this.readableEdits(id, from, revision)) {
          const got = applyEdit(project, edit);
          if (got.ok) project = got.project;
        }
        return await this.projects.create({ ...project, id: newId, name: `${name}, rescued`.slice(0, 200) });
      } catch {
        continue;
      }
    }
    throw new ProblemError(
      'project.broken',
      `Nothing of ${name} can be read as a project. Take what is stored of it as a file; nothing of it is deleted.`,
      id,
    );
  }
  private async readableEdits(id: string, from: number, to: number): Promise<Edit[]> {
    const rows = await this.db.edits.findAll({
      where: { projectId: id, revision: { [Op.gt]: from, [Op.lte]: to } },
      order: [['revision', 'ASC']],
    });
    return rows.flatMap((r) => {
      try {
        return [upgradeEdit(JSON.parse(r.get().edit) as Edit)];
      } catch {
        return [];
      }
    });
  }

  /** Everything that is stored of a project, as it is stored: its last snapshot, and all its edits. Whatever state it is in. */
  async everything(id: string): Promise<{ readonly name: string; readonly text: string }> {
    const row = (await this.db.projects.findByPk(id))?.get();
    if (!row) throw notFound('project', id);
    const snapshot = (
      await this.db.snapshots.findOne({ where: { projectId: id }, order: [['revision', 'DESC']] })
    )?.get();
    const edits = await this.db.edits.findAll({ where: { projectId: id }, order: [['revision', 'ASC']] });
    const text = JSON.stringify({
      dekkor: 'stored',
      id,
      name: row.name,
      revision: row.revision,
      snapshot: snapshot ? { revision: snapshot.revision, document: snapshot.document } : null,
      edits: edits.map((e) => {
        const { revision, edit, at, by } = e.get();
        return { revision, at, by, edit };
      }),
    });
    return { name: row.name, text };
  }

  /** Names of the projects, put away ones too, that have anything of a kit in them: as it stands, or in what can be gone back to. */
  async using(kit: string): Promise<readonly string[]> {
    const mark = `%${kit.replace(/[\\%_]/gu, '\\$&')}%`;
    const rows = await this.db.sequelize.query<{ name: string }>(
      `select name from projects p where exists (select 1 from snapshots s where s.project_id = p.id and s.document like $1)
         or exists (select 1 from edits e where e.project_id = p.id and e.edit like $1) order by name`,
      { bind: [mark], type: QueryTypes.SELECT },
    );
    return rows.map((r) => r.name);
  }
}
