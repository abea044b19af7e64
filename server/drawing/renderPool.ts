import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { setPriority, tmpdir } from 'node:os';
import { join } from 'node:path';
import { kitRef } from '../../core/index.js';
import { ProblemError } from '../errors.js';
import type { Kits } from '../kits.js';
import type { Cell } from './contact.js';
import type {
  Drawn,
  DrawnPieces,
  DrawnPage,
  DrawnPdf,
  DrawnPicture,
  FromProcess,
  Inlined,
  Supplies,
  ToProcess,
  RenderRequest,
} from './messages.js';

/** What one drawing may take before its process is ended. */
export interface Limits {
  /** ms */
  readonly time: number;
  /** bytes of memory that are in use */
  readonly memory: number;
}
const LIMITS: Limits = { time: 15_000, memory: 700 * 1024 * 1024 };
/** A process may take so long to read kits and fonts: ms. */
const TO_START = 30_000;
/** How often is looked at what a process takes: ms. */
const LOOK = 40;
/** So many may wait for one process; more are told to come back. */
const MOST_WAITING = 200;
/** A drawing that nobody waits for any more is ended when it has been going on for so long: ms. */
const PATIENCE = 400;

interface Job {
  readonly id: number;
  readonly wanted: RenderRequest;
  readonly pictures: (ids: readonly string[]) => Promise<Readonly<Record<string, Inlined | null>>>;
  readonly done: (drawn: Drawn) => void;
  readonly fail: (error: Error) => void;
}

/** One process and those who wait for it. It draws one thing at a time; whatever that takes too much of ends it, and it alone. */
class RenderWorker {
  private child: ChildProcess | null = null;
  private at: { readonly job: Job; since: number; readonly watch: NodeJS.Timeout } | null = null;
  /** The process has read its kits and fonts: from then on the time of a drawing is its own. */
  private ready = false;
  private readonly waiting: Job[] = [];
  private supplied: Supplies | null = null;

  constructor(
    private readonly script: URL,
    private readonly limits: Limits,
    private readonly supplies: () => Promise<Supplies>,
  ) {}

  /** @param signal whoever asked has gone; nothing listens to it any longer than the job is one (`settled`) */
  take(job: Job, signal?: AbortSignal, settled?: AbortSignal): void {
    if (this.waiting.length >= MOST_WAITING)
      return job.fail(new ProblemError('picture.busy', 'Very many pictures are being drawn. Try again in a moment.'));
    this.waiting.push(job);
    signal?.addEventListener('abort', () => this.leave(job), { once: true, ...(settled ? { signal: settled } : {}) });
    void this.next();
  }

  private async next(): Promise<void> {
    if (this.at) return;
    const job = this.waiting.shift();
    if (!job) return;
    this.at = { job, since: Date.now(), watch: setInterval(() => this.look(), LOOK) };
    try {
      const supplies = await this.supplies();
      if (this.at?.job !== job) return;
      // New kits come with a new process: one that knew the old ones knows too little.
      if (this.supplied !== supplies) this.end();
      this.supplied = supplies;
      const child = this.child ?? this.start(supplies);
      this.say(child, { job: job.id, wanted: job.wanted });
    } catch (error) {
      this.settle(() => job.fail(error as Error));
    }
  }

  private start(supplies: Supplies): ChildProcess {
    const child = fork(this.script, {
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      execArgv: ['--max-old-space-size=512'],
      env: {},
    });
    // Whoever asks for something else comes first.
    if (child.pid !== undefined) lowerPriority(child.pid);
    child.unref();
    child.channel?.unref();
    child.on('message', (m: FromProcess) => this.hear(child, m));
    child.on('error', () => undefined);
    child.on('exit', () => {
      if (this.child !== child) return;
      this.child = null;
      const { at } = this;
      if (at) this.settle(() => at.job.fail(cannot('the drawing took more than there is')));
    });
    this.child = child;
    this.ready = false;
    this.say(child, { supplies });
    return child;
  }
  private say(child: ChildProcess, message: ToProcess): void {
    child.send(message, () => undefined);
  }

  private hear(child: ChildProcess, m: FromProcess): void {
    const { at } = this;
    if (this.child !== child) return;
    if ('ready' in m) {
      this.ready = true;
      if (at) at.since = Date.now();
      return;
    }
    if (at?.job.id !== m.job) return;
    const { job } = at;
    if ('needs' in m)
      void job.pictures(m.needs).then(
        (pictures) => this.say(child, { job: job.id, pictures }),
        (error: unknown) => this.settle(() => job.fail(error as Error)),
      );
    else if ('drawn' in m) this.settle(() => job.done(m.drawn));
    else this.settle(() => job.fail(new ProblemError(m.error, m.says, m.about)));
  }

  /** What a drawing takes: its time, and the memory of its process (statm(5): pages that are in use). */
  private look(): void {
    const { at, child } = this;
    if (!at) return;
    const took = Date.now() - at.since;
    const time = this.ready ? this.limits.time : TO_START;
    let used = 0;
    try {
      used = child?.pid ? Number(readFileSync(`/proc/${child.pid}/statm`, 'latin1').split(' ')[1]) * 4096 : 0;
    } catch {
      used = 0;
    }
    if (took <= time && used <= this.limits.memory) return;
    this.end();
    this.settle(() =>
      at.job.fail(
        cannot(
          took > time
            ? `it takes longer than ${time / 1000} s`
            : `it takes more than ${Math.round(this.limits.memory / 1024 / 1024)} MB of memory`,
        ),
      ),
    );
  }

  /** Nobody waits for it any more. */
  private leave(job: Job): void {
    const place = this.waiting.indexOf(job);
    if (place >= 0) {
      this.waiting.splice(place, 1);
      job.fail(cannot('nobody waits for it any more'));
    } else if (this.at?.job === job && Date.now() - this.at.since > PATIENCE) {
      this.end();
      this.settle(() => job.fail(cannot('nobody waits for it any more')));
    }
  }

  private settle(tell: () => void): void {
    if (this.at) clearInterval(this.at.watch);
    this.at = null;
    tell();
    void this.next();
  }
  end(): void {
    const { child } = this;
    this.child = null;
    child?.removeAllListeners('exit');
    child?.kill('SIGKILL');
  }
  close(): void {
    const left = [...this.waiting.splice(0), ...(this.at ? [this.at.job] : [])];
    if (this.at) clearInterval(this.at.watch);
    this.at = null;
    this.end();
    for (const job of left) job.fail(cannot('the server is stopping'));
  }
}

function lowerPriority(pid: number): void {
  try {
    setPriority(pid, 10);
  } catch {
    // It is only politeness.
  }
}

const NO_PICTURES: Job['pictures'] = () => Promise.resolve({});
const cannot = (why: string): ProblemError =>
  new ProblemError('picture.drawing', `This cannot be drawn: ${why}. Nothing was changed.`);

/**
 * Draws screens and drawings, each kind in a process of its own: what somebody brought in never holds up what others made here.
 */
export class RenderPool {
  private readonly screens: RenderWorker;
  private readonly drawings: RenderWorker;
  private readonly folder = mkdtempSync(join(tmpdir(), 'dekkor-fonts-'));
  private serial = 0;
  private known: { readonly version: number; readonly supplies: Promise<Supplies> } | null = null;

  constructor(
    private readonly kits: Kits,
    script: URL,
    limits: Limits = LIMITS,
  ) {
    this.screens = new RenderWorker(script, limits, () => this.supplies());
    this.drawings = new RenderWorker(script, limits, () => this.supplies());
  }

  private take(wanted: RenderRequest, pictures: Job['pictures'] = NO_PICTURES, signal?: AbortSignal): Promise<Drawn> {
    const settled = new AbortController();
    return new Promise<Drawn>((done, fail) =>
      this.screens.take({ id: ++this.serial, wanted, pictures, done, fail }, signal, settled.signal),
    ).finally(() => settled.abort());
  }
  /** A screen as SVG or PNG. `signal`: whoever asked has gone. */
  async screen(
    wanted: Extract<RenderRequest, { what: 'screen' }>,
    pictures: Job['pictures'],
    signal?: AbortSignal,
  ): Promise<DrawnPicture> {
    const drawn = await this.take(wanted, pictures, signal);
    if (!('png' in drawn || 'svg' in drawn)) throw cannot('it became something else');
    return drawn;
  }
  /** A screen as a page. */
  async page(
    wanted: Extract<RenderRequest, { what: 'html' }>,
    pictures: Job['pictures'],
    signal?: AbortSignal,
  ): Promise<DrawnPage> {
    const drawn = await this.take(wanted, pictures, signal);
    if (!('html' in drawn)) throw cannot('it became something else');
    return drawn;
  }
  /** A screen as a PDF of one page, or such pages as one document. */
  async pdf(
    wanted: Extract<RenderRequest, { what: 'pdf' | 'join' }>,
    pictures?: Job['pictures'],
    signal?: AbortSignal,
  ): Promise<DrawnPdf> {
    const drawn = await this.take(wanted, pictures, signal);
    if (!('pdf' in drawn)) throw cannot('it became something else');
    return drawn;
  }
  /** Pieces of a screen: its icons, or what is marked on it. */
  async pieces(
    wanted: Extract<RenderRequest, { what: 'pieces' }>,
    pictures: Job['pictures'],
    signal?: AbortSignal,
  ): Promise<DrawnPieces> {
    const drawn = await this.take(wanted, pictures, signal);
    if (!('pieces' in drawn)) throw cannot('it became something else');
    return drawn;
  }
  /** A drawing (SVG) from outside as PNG, without its scripts and what it refers to outside. */
  async drawing(label: string, bytes: Uint8Array): Promise<Uint8Array> {
    const drawn = await new Promise<Drawn>((done, fail) =>
      this.drawings.take({
        id: ++this.serial,
        wanted: { what: 'drawing', label, bytes },
        pictures: () => Promise.resolve({}),
        done,
        fail,
      }),
    );
    if (!('png' in drawn)) throw cannot('it became something else');
    return drawn.png;
  }

  /** Pictures of screens, with their names, as one PNG. */
  async sheet(label: string, cells: readonly Cell[], signal?: AbortSignal): Promise<Uint8Array> {
    const drawn = await this.take({ what: 'sheet', label, cells }, NO_PICTURES, signal);
    if (!('png' in drawn)) throw cannot('it became something else');
    return drawn.png;
  }

  private supplies(): Promise<Supplies> {
    const { version } = this.kits;
    if (this.known === null || this.known.version !== version) this.known = { version, supplies: this.gather() };
    return this.known.supplies;
  }
  /** Kits as they were installed, and each font once, as a file. */
  private async gather(): Promise<Supplies> {
    const fonts: Supplies['fonts'][number][] = [];
    const seen = new Set<string>();
    for (const { kit } of this.kits.list())
      for (const f of kit.fonts) {
        const key = `${f.family}|${f.weight}|${f.italic}`;
        const bytes = seen.has(key) ? null : await this.kits.file(kitRef(kit), f.file);
        if (!bytes) continue;
        seen.add(key);
        const path = join(this.folder, `${seen.size}.ttf`);
        writeFileSync(path, bytes);
        fonts.push({ family: f.family, weight: f.weight, italic: f.italic, use: 'kit', path });
      }
    for (const { weight, path } of this.kits.fallbackFonts)
      fonts.push({ family: 'Noto Sans', weight, italic: false, use: 'fallback', path });
    return { kits: this.kits.list().map((k) => k.json), fonts };
  }

  close(): void {
    this.screens.close();
    this.drawings.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
