import { applyEdit, mendProject, type Edit, type Project } from '../core/index.js';
import { freshDatabase, TestServer } from '../testing/browser/testServer.js';
import { largeProject } from './interface.js';
import { median, percentile, type Tell } from './report.js';

const EDITORS = 100;
const SECONDS = 12;

/** A hundred editors at one edit a second each on one project, all of them hearing of everything. */
export async function measureServer(tell: Tell): Promise<void> {
  const house = new TestServer(await freshDatabase());
  await house.start();
  try {
    const id = await largeProject(house);
    const at = `${house.address}/api/projects/${id}`;
    const stand = (await (await fetch(at)).json()) as { project: Project; revision: number };
    const times: number[] = [];
    const editors = Array.from({ length: EDITORS }, (_, n) => new Editor(n, at, stand.project, stand.revision));
    await Promise.all(editors.map((e) => e.open()));
    const until = performance.now() + SECONDS * 1000;
    await Promise.all(
      editors.map(async (e, n) => {
        await new Promise((r) => setTimeout(r, (n * 1000) / EDITORS));
        while (performance.now() < until) {
          const started = performance.now();
          times.push(await e.edit());
          await new Promise((r) => setTimeout(r, Math.max(0, 1000 - (performance.now() - started))));
        }
      }),
    );
    const last = (await (await fetch(at)).json()) as { project: Project; revision: number };
    for (let i = 0; i < 200 && editors.some((e) => e.revision < last.revision); i++) {
      await new Promise((r) => setTimeout(r, 50));
      for (const e of editors) e.catchUp();
    }
    const text = JSON.stringify(last.project);
    const same = editors.filter((e) => JSON.stringify(e.project) === text).length;
    tell(`${EDITORS} editors at one edit a second: confirmed, p50 (${times.length} edits)`, median(times), 'ms', {
      below: 20,
    });
    tell('  p99', percentile(times, 99), 'ms', { below: 100 });
    tell('  editors with the same document afterwards', same, 'of 100', { above: EDITORS - 1 });
    if (mendProject(last.project).problems.length > 0) throw new Error('The document is not whole');
    for (const e of editors) e.close();
  } finally {
    await house.kill();
  }
}

class Editor {
  private serial = 0;
  private socket: WebSocket | null = null;
  /** What was heard of and is not done here yet: an editor's own work is not the server's time, and comes at the end. */
  private readonly later = new Map<number, Edit>();
  /** The last revision heard of. */
  private heard: number;
  constructor(
    private readonly n: number,
    private readonly at: string,
    public project: Project,
    public revision: number,
  ) {
    this.heard = revision;
  }
  open(): Promise<void> {
    const socket = new WebSocket(`${this.at.replace('http', 'ws')}/live`);
    this.socket = socket;
    socket.onmessage = (event) => {
      const told = JSON.parse(String(event.data)) as { edits?: { revision: number; edit: Edit }[] };
      for (const c of told.edits ?? []) {
        this.later.set(c.revision, c.edit);
        this.heard = Math.max(this.heard, c.revision);
      }
    };
    return new Promise((done) => (socket.onopen = () => done()));
  }
  /** Does everything that was heard of, in its order. */
  catchUp(): void {
    for (let next = this.later.get(this.revision + 1); next; next = this.later.get(this.revision + 1)) {
      const got = applyEdit(this.project, next);
      if (!got.ok) throw new Error(got.refusal.message);
      this.project = got.project;
      this.later.delete(++this.revision);
    }
  }
  /** Sends an edit and tells how long it took to be confirmed: ms. */
  async edit(): Promise<number> {
    const edit: Edit = {
      id: `e${this.n}x${++this.serial}`,
      label: 'Type',
      steps: [{ do: 'setScreen', screen: `s${this.n}`, field: 'name', value: `Name ${this.serial}` }],
    };
    const body = JSON.stringify({ base: this.heard, edits: [edit] });
    const t = performance.now();
    const got = await fetch(`${this.at}/edits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    });
    await got.text();
    if (!got.ok) throw new Error(`The server answered ${got.status}`);
    return performance.now() - t;
  }
  close(): void {
    this.socket?.close();
  }
}
