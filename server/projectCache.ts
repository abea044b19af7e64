import {
  applyEdit,
  mendProject,
  PROJECT_FORMAT,
  rebaseEdit,
  type Edit,
  type Problem,
  type Project,
  type Rebased,
  type Screen,
} from '../core/index.js';
import { ProblemError } from './errors.js';

/** A document as it stands after a revision. */
export interface ProjectState {
  readonly revision: number;
  readonly project: Project;
  /** What had to be mended to open it. */
  readonly problems?: readonly Problem[];
}
/** An edit as it was confirmed. */
export interface Confirmed {
  readonly revision: number;
  readonly edit: Edit;
  readonly at: string;
}

/** So many edits back are known without asking the database: those of people who are a little behind. */
const KEPT = 400;

/** One project in memory: how it stands, and how it stood a little while ago. */
export class ProjectCache {
  private readonly back: {
    readonly revision: number;
    readonly project: Project;
    readonly confirmed: Confirmed | null;
  }[];
  constructor(readonly stand: ProjectState) {
    this.back = [{ revision: stand.revision, project: stand.project, confirmed: null }];
  }
  /** The document after a revision, or undefined when that was too long ago. */
  at(revision: number): Project | undefined {
    const first = this.back[0]?.revision ?? 0;
    return this.back[revision - first]?.project;
  }
  /** What was confirmed after a revision, or undefined when that was too long ago. */
  since(revision: number): readonly Confirmed[] | undefined {
    const first = this.back[0]?.revision ?? 0;
    return revision < first ? undefined : this.back.slice(revision - first + 1).flatMap((b) => b.confirmed ?? []);
  }
  /** The same project after more edits. Shares what it knows with this one, which is not used again. */
  with(list: readonly { readonly confirmed: Confirmed; readonly project: Project }[]): ProjectCache {
    const last = list.at(-1);
    if (!last) return this;
    const next = new ProjectCache({ ...this.stand, revision: last.confirmed.revision, project: last.project });
    next.back.splice(
      0,
      1,
      ...this.back,
      ...list.map((l) => ({ revision: l.confirmed.revision, project: l.project, confirmed: l.confirmed })),
    );
    if (next.back.length > KEPT) next.back.splice(0, next.back.length - KEPT);
    return next;
  }
}

/** Larger projects are opened in parts: what is looked at first. */
const WHOLE_UP_TO = 120;
/** So many screens on either side of the one asked for come at once. */
const AROUND = 10;

/** A project of which only some screens are whole yet; of the others it is known what they are called and how large they are. */
export interface FirstPart extends ProjectState {
  /** The ids of those that are not whole. */
  readonly missing?: readonly string[];
}

/** What is looked at first of a project: all of it, or of a large one the screens around `first` (the first when it is not there). */
export function firstPart(stand: ProjectState, first: string): FirstPart {
  const { screens } = stand.project;
  if (screens.length <= WHOLE_UP_TO) return stand;
  const at = Math.max(
    0,
    screens.findIndex((s) => s.id === first),
  );
  const missing: string[] = [];
  const shown = screens.map((s, i): Screen => {
    if (Math.abs(i - at) <= AROUND) return s;
    missing.push(s.id);
    return { ...s, nodes: { [s.root]: { id: s.root, type: 'box', attrs: {}, children: [] } } };
  });
  return { ...stand, project: { ...stand.project, screens: shown }, missing };
}

/** Some screens of a project as JSON, from one on: written once for as long as they are as they are. */
export function screensText(project: Project, from: number, count: number): string {
  return `{"screens":[${project.screens
    .slice(from, from + count)
    .map(screenText)
    .join(',')}]}`;
}
function screenText(screen: Screen): string {
  let text = screenTexts.get(screen);
  if (text === undefined) screenTexts.set(screen, (text = JSON.stringify(screen)));
  return text;
}

/** A document as it is stored. */
export const written = (project: Project): string => JSON.stringify({ format: PROJECT_FORMAT, project });

/** Screens are written for at most so long before others have their turn: ms. */
const TURN = 4;
/**
 * The same text, put together a few screens at a time: a large document takes a tenth of a second, for which nobody else
 * should wait. Screens that did not change since the last time are not written again.
 */
export async function writtenInParts(project: Project): Promise<string> {
  const parts: string[] = [];
  let until = performance.now() + TURN;
  for (const screen of project.screens) {
    parts.push(screenText(screen));
    if (performance.now() < until) continue;
    await new Promise((r) => setImmediate(r));
    until = performance.now() + TURN;
  }
  const { screens: _screens, ...rest } = project;
  const around = JSON.stringify(rest);
  return `{"format":${JSON.stringify(PROJECT_FORMAT)},"project":${around.slice(0, -1)},"screens":[${parts.join(',')}]}}`;
}
const screenTexts = new WeakMap<Screen, string>();

/** Reads a stored document, however old, mended where it must be. */
export function readDocument(text: string): { project: Project; problems: readonly Problem[] } {
  const json = JSON.parse(text) as { format?: unknown; project?: unknown };
  const { value, problems } = mendProject(json.format === undefined ? json : json.project);
  if (!value)
    throw new ProblemError('project.broken', 'What is stored of this project cannot be read at all.', '', { problems });
  return { project: value, problems };
}

/** What comes of an edit made on `base`, done after everything since: the edit as it was done, or why it cannot be. */
export function place(
  edit: Edit,
  base: Project,
  others: readonly Edit[],
  project: Project,
  revision: number,
): { readonly edit: Edit; readonly project: Project } {
  const moved = others.length > 0 ? rebaseEdit(edit, base, others) : ({ ok: true, edit } as const);
  return placed(edit, moved, project, revision);
}

/** An edit that was rebased, done on what is there; or the reason, in words. */
export function placed(
  edit: Edit,
  moved: Rebased,
  project: Project,
  revision: number,
): { readonly edit: Edit; readonly project: Project } {
  const got = moved.ok ? applyEdit(project, moved.edit) : moved;
  if (moved.ok && got.ok) return { edit: moved.edit, project: got.project };
  const refusal = got.ok ? { code: 'edit.stale', about: edit.id, message: 'It no longer fits.' } : got.refusal;
  throw new ProblemError(
    { core: refusal.code, status: refusal.code === 'step.shape' ? 400 : 409 },
    `“${edit.label}” could not be done: ${refusal.message} Nothing was changed.`,
    refusal.about,
    {
      edit: edit.id,
      revision,
    },
  );
}
