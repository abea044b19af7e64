import type { Confirmed, EntryKind, OnScreen, Past, Problem, Project, Edit, Screen } from '../../core/index.js';
import { got, kitAsRead, openPath, type KitAt } from './prefetch.js';

/** What the server says went wrong, in words for the designer. */
export class ServerProblem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly about: string,
    readonly body: Readonly<Record<string, unknown>>,
  ) {
    super(message);
  }
}

/** The server could not be reached at all. */
export class Unreachable extends Error {
  constructor(why = 'Dekkor’s server does not answer. What you do is kept in this browser and sent when it is back.') {
    super(why);
  }
}

export const call = async <T>(method: string, path: string, body?: unknown): Promise<T> =>
  (await (await answer(method, `/api${path}`, body)).json()) as T;

/** What the server answers, unless it says that something is wrong. */
async function answer(method: string, url: string, body?: unknown): Promise<Response> {
  let response: Response;
  const form = body instanceof FormData;
  try {
    response =
      method === 'GET'
        ? await got(url)
        : await fetch(url, {
            method,
            ...(body === undefined
              ? {}
              : {
                  body: form ? body : JSON.stringify(body),
                  ...(form ? {} : { headers: { 'content-type': 'application/json' } }),
                }),
          });
  } catch {
    throw new Unreachable();
  }
  if (response.ok) return response;
  const problem = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  // Not now, and nobody’s fault here: it is tried again. What the server knows of the reason is told.
  if (response.status >= 502)
    throw new Unreachable(typeof problem['detail'] === 'string' ? problem['detail'] : undefined);
  throw new ServerProblem(
    response.status,
    String(problem['code'] ?? ''),
    String(problem['detail'] ?? `The server answered ${response.status}.`),
    String(problem['about'] ?? ''),
    problem,
  );
}

export interface Listed {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly screens: number;
  readonly shown: readonly string[];
  readonly changedAt: string;
  readonly deletedAt: string | null;
  readonly problem: string | null;
}
export interface KitInfo extends KitAt {
  readonly name: string;
  readonly version: string;
  readonly summary: string;
  readonly fidelity: 'wireframe' | 'brand';
  readonly swatches: readonly string[];
  readonly components: number;
  readonly basedOn: string | null;
  readonly problems: readonly Problem[];
  readonly shipped: boolean;
  /** It is kept for projects that have it, and offered to no other. */
  readonly hidden: boolean;
}
/** A kit that is installed and cannot be read. */
export interface BrokenKit {
  readonly ref: string;
  readonly problem: string;
}
export type { Confirmed };
export interface ProjectState {
  readonly revision: number;
  readonly project: Project;
  /** What had to be mended to open it. */
  readonly problems?: readonly Problem[];
}

/** A project of which only some screens are whole yet; of the others it is known what they are called and how large they are. */
export interface FirstPart extends ProjectState {
  readonly missing?: readonly string[];
}

export interface PictureInfo {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly shipped: boolean;
}
/** Everything that is stored of a project, as a file. */
export const storedUrl = (id: string): string => `/api/projects/${encodeURIComponent(id)}/stored.json`;
/** Where a stored picture comes from. */
export const assetUrl = (id: string): string => `/api/pictures/${encodeURIComponent(id)}`;

/** A project that something of a kit shows in. */
export interface UsedIn {
  readonly id: string;
  readonly name: string;
  /** How often each component does. */
  readonly counts: Readonly<Record<string, number>>;
  readonly screens: readonly OnScreen[];
}

export const api = {
  pictures: () => call<{ pictures: PictureInfo[] }>('GET', '/pictures').then((r) => r.pictures),
  addPicture: (file: File) => {
    const form = new FormData();
    form.append('picture', file);
    return call<PictureInfo>('POST', '/pictures', form);
  },
  projects: () => call<{ projects: Listed[] }>('GET', '/projects').then((r) => r.projects),
  create: (name: string, kit: string) => call<ProjectState>('POST', '/projects', { name, kit }),
  /** What is looked at first: all of it, or of a large project the screens around `first`. */
  open: (id: string, first = '') => call<FirstPart>('GET', openPath(id, first)),
  /** Some screens as they were after a revision, in order. */
  screens: (id: string, revision: number, from: number, count: number) =>
    call<{ screens: Screen[] }>(
      'GET',
      `/projects/${encodeURIComponent(id)}/at/${revision}/screens?from=${from}&count=${count}`,
    ).then((r) => r.screens),
  /** A project from its package, with the kits and pictures that are not here yet. */
  bringIn: (file: File) => {
    const form = new FormData();
    form.append('package', file);
    return call<{ project: { id: string; name: string }; problems: Problem[] }>('POST', '/projects/package', form);
  },
  rename: (id: string, name: string) => call('PATCH', `/projects/${encodeURIComponent(id)}`, { name }),
  copy: (id: string) => call<ProjectState>('POST', `/projects/${encodeURIComponent(id)}/copy`, {}),
  remove: (id: string) => call('DELETE', `/projects/${encodeURIComponent(id)}`),
  restore: (id: string) => call('POST', `/projects/${encodeURIComponent(id)}/restore`, {}),
  since: (id: string, after: number, until?: number) =>
    call<{ edits: Confirmed[] }>(
      'GET',
      `/projects/${encodeURIComponent(id)}/edits?after=${after}${until === undefined ? '' : `&until=${until}`}`,
    ).then((r) => r.edits),
  /** What was done, newest first. */
  history: (id: string, { before, most = 100, by }: { before?: number; most?: number; by?: string }) =>
    call<{ history: Past[] }>(
      'GET',
      `/projects/${encodeURIComponent(id)}/history?most=${most}${before === undefined ? '' : `&before=${before}`}${by === undefined ? '' : `&by=${encodeURIComponent(by)}`}`,
    ).then((r) => r.history),
  at: (id: string, revision: number) => call<ProjectState>('GET', `/projects/${encodeURIComponent(id)}/at/${revision}`),
  send: (id: string, base: number, edits: readonly Edit[]) =>
    call<{ edits: Confirmed[] }>('POST', `/projects/${encodeURIComponent(id)}/edits`, { base, edits }).then(
      (r) => r.edits,
    ),
  kits: () => call<{ kits: KitInfo[]; broken: BrokenKit[] }>('GET', '/kits').then((r) => r.kits),
  allKits: () => call<{ kits: KitInfo[]; broken: BrokenKit[] }>('GET', '/kits'),
  removeKit: (ref: string) => call('DELETE', `/kits/${encodeURIComponent(ref)}`),
  hideKit: (ref: string, hidden: boolean) => call('PATCH', `/kits/${encodeURIComponent(ref)}`, { hidden }),
  rescue: (id: string) => call<ProjectState>('POST', `/projects/${encodeURIComponent(id)}/rescue`, {}),
  kit: (ref: string) => call<unknown>('GET', `/kits/${encodeURIComponent(ref)}/kit.json`),
  /** A kit as the server read it, unparsed. */
  kitAsRead: (of: KitAt) => answer('GET', kitAsRead(of)).then((r) => r.text()),
  /** Where a kit shows on the screens of all projects: counts of its components, or one entry of it screen by screen. */
  kitUses: (ref: string, entry?: { readonly kind: EntryKind; readonly id: string }) =>
    call<{ projects: UsedIn[] }>(
      'GET',
      `/kits/${encodeURIComponent(ref)}/uses${entry ? `?kind=${entry.kind}&id=${encodeURIComponent(entry.id)}` : ''}`,
    ).then((r) => r.projects),
  install: (file: File) => {
    const form = new FormData();
    form.append('kit', file);
    return call<{ ref: string; name: string; problems: Problem[] }>('POST', '/kits', form);
  },
};
