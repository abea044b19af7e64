import type { Project } from '../../core/index.js';
import { call } from '../api.js';

export type Right = 'comment' | 'try' | 'measure' | 'test';
export type Scope = { readonly all: true } | { readonly flow: string } | { readonly screens: readonly string[] };
export interface ReviewLink {
  readonly id: string;
  readonly token: string;
  readonly name: string;
  readonly scope: Scope;
  readonly rights: readonly Right[];
  readonly revision: number | null;
  readonly phrase: boolean;
  readonly endsAt: string | null;
  readonly revokedAt: string | null;
  readonly at: string;
}
export interface Place {
  readonly fx: number;
  readonly fy: number;
  readonly x: number;
  readonly y: number;
}
export interface Comment {
  readonly id: string;
  readonly parent: string | null;
  readonly screen: string;
  readonly node: string | null;
  readonly place: Place;
  readonly author: string;
  readonly words: string;
  readonly guest: boolean;
  readonly resolvedAt: string | null;
  readonly at: string;
}
export interface NewComment {
  readonly parent?: string;
  readonly screen: string;
  readonly node?: string;
  readonly place: Place;
  readonly author: string;
  readonly words: string;
}
export interface Version {
  readonly id: string | null;
  readonly revision: number;
  readonly name: string;
  readonly at: string;
}
export interface Test {
  readonly id: string;
  readonly task: string;
  readonly start: string;
  readonly goal: string;
  readonly closedAt: string | null;
  readonly at: string;
  readonly walks: number;
}
export interface WalkEvent {
  readonly ms: number;
  readonly kind: 'press' | 'screen' | 'key';
  readonly screen: string;
  readonly x?: number;
  readonly y?: number;
  readonly node?: string;
  readonly hit?: boolean;
}
export interface Walk {
  readonly outcome: 'done' | 'given up' | 'left';
  /** ms */
  readonly took: number;
  readonly events: readonly WalkEvent[];
}
/** What a review link shows. */
export interface Shown {
  readonly name: string;
  readonly rights: readonly Right[];
  readonly current: boolean;
  readonly project: Project;
  readonly revision: number;
  readonly tests: readonly Pick<Test, 'id' | 'task' | 'start' | 'goal'>[];
}

const at = (id: string): string => `/projects/${encodeURIComponent(id)}`;
/** What the designer asks for. */
export const handover = {
  links: (id: string) => call<{ links: ReviewLink[] }>('GET', `${at(id)}/review-links`).then((r) => r.links),
  makeLink: (id: string, link: unknown) => call<ReviewLink>('POST', `${at(id)}/review-links`, link),
  revoke: (id: string, link: string, revoked: boolean) =>
    call<ReviewLink>('PATCH', `${at(id)}/review-links/${link}`, { revoked }),
  comments: (id: string) => call<{ comments: Comment[] }>('GET', `${at(id)}/comments`).then((r) => r.comments),
  say: (id: string, comment: NewComment) => call<Comment>('POST', `${at(id)}/comments`, comment),
  resolve: (id: string, comment: string, resolved: boolean) =>
    call<Comment>('PATCH', `${at(id)}/comments/${comment}`, { resolved }),
  versions: (id: string) => call<{ versions: Version[] }>('GET', `${at(id)}/versions`).then((r) => r.versions),
  nameVersion: (id: string, name: string, revision?: number) =>
    call<Version>('POST', `${at(id)}/versions`, { name, ...(revision === undefined ? {} : { revision }) }),
  unnameVersion: (id: string, version: string) => call('DELETE', `${at(id)}/versions/${version}`),
  tests: (id: string) => call<{ tests: Test[] }>('GET', `${at(id)}/tests`).then((r) => r.tests),
  makeTest: (id: string, test: Pick<Test, 'task' | 'start' | 'goal'>) => call<Test>('POST', `${at(id)}/tests`, test),
  closeTest: (id: string, test: string, closed: boolean) => call<Test>('PATCH', `${at(id)}/tests/${test}`, { closed }),
  walked: (id: string, test: string) => call<{ test: Test; walks: Walk[] }>('GET', `${at(id)}/tests/${test}`),
  walk: (id: string, test: string, walk: Walk) => call('POST', `${at(id)}/tests/${test}/walks`, walk),
  csvUrl: (id: string, test: string) => `/api${at(id)}/tests/${test}/walks.csv`,
};
/** What whoever comes by a link asks for. */
export const guest = {
  open: (token: string) => call<Shown>('GET', `/review/${encodeURIComponent(token)}`),
  enter: (token: string, phrase: string) => call('POST', `/review/${encodeURIComponent(token)}/enter`, { phrase }),
  comments: (token: string) =>
    call<{ comments: Comment[]; revision: number }>('GET', `/review/${encodeURIComponent(token)}/comments`),
  say: (token: string, comment: NewComment) =>
    call<Comment>('POST', `/review/${encodeURIComponent(token)}/comments`, comment),
  walk: (token: string, test: string, walk: Walk) =>
    call('POST', `/review/${encodeURIComponent(token)}/tests/${test}/walks`, walk),
};

export interface ExportTold {
  readonly done?: number;
  readonly of?: number;
  readonly file?: string;
  readonly name?: string;
  readonly bytes?: number;
  readonly problem?: string;
}
/** Asks for an export and hears how it goes on, line by line. What fails is told as a sentence. */
export async function makeExport(
  id: string,
  body: unknown,
  signal: AbortSignal,
  hear: (told: ExportTold) => void,
): Promise<void> {
  const answer = await fetch(`/api${at(id)}/export`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    signal,
  });
  if (!answer.ok || !answer.body) {
    const said = (await answer.json().catch(() => ({}))) as { detail?: string };
    hear({ problem: said.detail ?? `The server answered ${answer.status}.` });
    return;
  }
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const l of lines) if (l !== '') hear(JSON.parse(l) as ExportTold);
  }
}
export const exportUrl = (id: string, file: string): string => `/api${at(id)}/export/${encodeURIComponent(file)}`;
export const packageUrl = (id: string): string => `/api${at(id)}/package`;
