import { nanoid } from 'nanoid';
import {
  screenOf,
  type UsabilitySession,
  type SessionEvent,
  type SessionOutcome,
  type UsabilityTest,
} from '../core/index.js';
import type { Database, TestRow, SessionRow } from './database.js';
import { notFound, ProblemError } from './errors.js';
import type { Projects } from './projects.js';

/** A session as it is stored. */
interface StoredSession extends UsabilitySession {
  readonly id: string;
  readonly at: string;
}

const MOST_TESTS = 100;
const MOST_SESSIONS = 2000;
export const MOST_EVENTS = 3000;

/** Tests with people. What is kept says what was pressed and when; nothing says by whom. */
export class Usability {
  constructor(
    private readonly db: Database,
    private readonly projects: Projects,
    private readonly tell: (projectId: string) => void,
  ) {}

  async list(projectId: string): Promise<readonly UsabilityTest[]> {
    const rows = await this.db.tests.findAll({ where: { projectId }, order: [['at', 'DESC']] });
    return Promise.all(
      rows.map(async (r) => testOf(r.get(), await this.db.sessions.count({ where: { testId: r.get().id } }))),
    );
  }
  async make(projectId: string, wanted: Pick<UsabilityTest, 'task' | 'start' | 'goal'>): Promise<UsabilityTest> {
    const { project } = await this.projects.open(projectId);
    for (const id of [wanted.start, wanted.goal]) if (!screenOf(project, id)) throw notFound('screen', id);
    if ((await this.db.tests.count({ where: { projectId } })) >= MOST_TESTS)
      throw new ProblemError('test.many', `A project has at most ${MOST_TESTS} tests. Nothing was added.`);
    const row = await this.db.tests.create({ id: nanoid(), projectId, ...wanted, closedAt: null, at: new Date() });
    this.tell(projectId);
    return testOf(row.get(), 0);
  }
  async close(projectId: string, id: string, closed: boolean): Promise<UsabilityTest> {
    const row = await this.found(projectId, id);
    await row.update({ closedAt: closed ? new Date() : null });
    this.tell(projectId);
    return testOf(row.get(), await this.db.sessions.count({ where: { testId: id } }));
  }
  /** A test and its sessions, oldest first. */
  async sessions(
    projectId: string,
    id: string,
  ): Promise<{ readonly test: UsabilityTest; readonly sessions: readonly StoredSession[] }> {
    const row = await this.found(projectId, id);
    const sessions = await this.db.sessions.findAll({ where: { testId: id }, order: [['at', 'ASC']] });
    return { test: testOf(row.get(), sessions.length), sessions: sessions.map((s) => sessionOf(s.get())) };
  }
  async take(projectId: string, id: string, session: UsabilitySession): Promise<void> {
    const row = await this.found(projectId, id);
    if (row.get().closedAt)
      throw new ProblemError('test.closed', 'This test has ended; nothing was recorded. Thank you all the same.');
    if ((await this.db.sessions.count({ where: { testId: id } })) >= MOST_SESSIONS)
      throw new ProblemError('test.many', 'This test has as many sessions as it can have. Nothing was recorded.');
    await this.db.sessions.create({
      id: nanoid(),
      testId: id,
      outcome: session.outcome,
      took: Math.round(session.took),
      events: JSON.stringify(session.events),
      at: new Date(),
    });
    this.tell(projectId);
  }
  private async found(projectId: string, id: string) {
    const row = await this.db.tests.findOne({ where: { projectId, id } });
    if (!row) throw notFound('test', id);
    return row;
  }
}
const testOf = (r: TestRow, sessions: number): UsabilityTest => ({
  id: r.id,
  task: r.task,
  start: r.start,
  goal: r.goal,
  closedAt: r.closedAt?.toISOString() ?? null,
  at: r.at.toISOString(),
  sessions,
});
const sessionOf = (r: SessionRow): StoredSession => ({
  id: r.id,
  outcome: r.outcome as SessionOutcome,
  took: r.took,
  events: JSON.parse(r.events) as SessionEvent[],
  at: r.at.toISOString(),
});
