import { applyEdit, upgradeEdit, type Edit, type Project } from '../core/index.js';
import { Op, type Database } from './database.js';
import { readDocument } from './projectCache.js';

/** A snapshot that is not what its edits make. It is taken away: the edits are what counts. */
export interface Differs {
  readonly project: string;
  readonly revision: number;
}

/**
 * Goes through the newest snapshots, each beside what the one before it and the edits since make of it. One project after
 * another, giving way to everybody else in between.
 */
export async function verifySnapshots(db: Database): Promise<readonly Differs[]> {
  const found: Differs[] = [];
  for (const row of await db.projects.findAll({ attributes: ['id'] })) {
    const { id } = row.get();
    await new Promise((r) => setImmediate(r));
    const [last, before] = await db.snapshots.findAll({
      where: { projectId: id },
      order: [['revision', 'DESC']],
      limit: 2,
    });
    if (!last || !before) continue;
    const to = last.get().revision;
    const from = before.get();
    let same = false;
    try {
      let { project } = readDocument(from.document);
      const edits = await db.edits.findAll({
        where: { projectId: id, revision: { [Op.gt]: from.revision, [Op.lte]: to } },
        order: [['revision', 'ASC']],
      });
      let done = 0;
      for (const edit of edits) {
        const got = applyEdit(project, upgradeEdit(JSON.parse(edit.get().edit) as Edit));
        if (got.ok) project = got.project;
        if (++done % 50 === 0) await new Promise((r) => setImmediate(r));
      }
      same = plain(readDocument(last.get().document).project) === plain(project);
    } catch {
      // What cannot be read is not what its edits make.
      same = false;
    }
    if (same) continue;
    found.push({ project: id, revision: to });
    await db.snapshots.destroy({ where: { projectId: id, revision: to } });
  }
  return found;
}

/** Where the list of screens stands among the members of a project says nothing. */
const plain = ({ screens, ...rest }: Project): string => JSON.stringify([rest, screens]);
