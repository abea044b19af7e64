import type {
  Comment,
  NewComment,
  Project,
  ReviewLink,
  LinkRight,
  Version,
  UsabilitySession,
  UsabilityTest,
} from '../../core/index.js';
import { call } from './api.js';

/** What a review link shows. */
export interface ReviewContent {
  readonly name: string;
  readonly rights: readonly LinkRight[];
  readonly current: boolean;
  readonly project: Project;
  readonly revision: number;
  readonly tests: readonly Pick<UsabilityTest, 'id' | 'task' | 'start' | 'goal'>[];
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
  tests: (id: string) => call<{ tests: UsabilityTest[] }>('GET', `${at(id)}/tests`).then((r) => r.tests),
  makeTest: (id: string, test: Pick<UsabilityTest, 'task' | 'start' | 'goal'>) =>
    call<UsabilityTest>('POST', `${at(id)}/tests`, test),
  closeTest: (id: string, test: string, closed: boolean) =>
    call<UsabilityTest>('PATCH', `${at(id)}/tests/${test}`, { closed }),
  sessions: (id: string, test: string) =>
    call<{ test: UsabilityTest; sessions: UsabilitySession[] }>('GET', `${at(id)}/tests/${test}`),
  addSession: (id: string, test: string, session: UsabilitySession) =>
    call('POST', `${at(id)}/tests/${test}/sessions`, session),
  csvUrl: (id: string, test: string) => `/api${at(id)}/tests/${test}/sessions.csv`,
};
export const contentUrl = (id: string, set: string, ending: 'csv' | 'json'): string =>
  `/api${at(id)}/content/${encodeURIComponent(set)}.${ending}`;
export const codeUrl = (kit: string, file: string): string => `/api/kits/${encodeURIComponent(kit)}/${file}`;
/** What whoever comes by a link asks for. */
export const guest = {
  open: (token: string) => call<ReviewContent>('GET', `/review/${encodeURIComponent(token)}`),
  enter: (token: string, phrase: string) => call('POST', `/review/${encodeURIComponent(token)}/enter`, { phrase }),
  comments: (token: string) =>
    call<{ comments: Comment[]; revision: number }>('GET', `/review/${encodeURIComponent(token)}/comments`),
  say: (token: string, comment: NewComment) =>
    call<Comment>('POST', `/review/${encodeURIComponent(token)}/comments`, comment),
  /** While the page goes: the browser sends it by itself. */
  leave: (token: string, test: string, session: UsabilitySession) =>
    void navigator.sendBeacon(
      `/api/review/${encodeURIComponent(token)}/tests/${test}/sessions`,
      new Blob([JSON.stringify(session)], { type: 'application/json' }),
    ),
  addSession: (token: string, test: string, session: UsabilitySession) =>
    call('POST', `/review/${encodeURIComponent(token)}/tests/${test}/sessions`, session),
};

export interface ExportTold {
  readonly done?: number;
  readonly of?: number;
  readonly file?: string;
  readonly name?: string;
  readonly bytes?: number;
  readonly problem?: string;
}
/** Reads what is told line by line, each a JSON of its own. */
export async function readLines<T>(body: ReadableStream<Uint8Array>, hear: (told: T) => void): Promise<void> {
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const l of lines) if (l !== '') hear(JSON.parse(l) as T);
  }
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
  await readLines(answer.body, hear);
}
export const exportUrl = (id: string, file: string): string => `/api${at(id)}/export/${encodeURIComponent(file)}`;
export const packageUrl = (id: string): string => `/api${at(id)}/package`;
