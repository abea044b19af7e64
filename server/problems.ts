/** An error that a designer can read, sent as RFC 9457 problem JSON. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    /** Stable, for programs: `project.unknown`. */
    readonly code: string,
    /** One sentence: what happened, what was kept, what to do. */
    message: string,
    /** The thing concerned. */
    readonly about = '',
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
  }
}

const TITLES: Readonly<Record<number, string>> = {
  400: 'Not understood',
  403: 'Not allowed',
  404: 'Not found',
  409: 'No longer fits',
  413: 'Too large',
  415: 'Not this kind of file',
  422: 'Cannot be taken',
  429: 'Too fast',
  500: 'Something went wrong here',
  503: 'Not ready',
};

export function problemBody(status: number, code: string, detail: string, about = '', more: Readonly<Record<string, unknown>> = {}): Record<string, unknown> {
  return { ...more, type: `urn:dekkor:${code}`, title: TITLES[status] ?? 'Not done', status, detail, code, ...(about ? { about } : {}) };
}

export const notFound = (what: string, id: string): ProblemError =>
  new ProblemError(404, `${what}.unknown`, `There is no ${what} ${id.slice(0, 60)}. It may have been deleted; go back to Home to see what is there.`, id.slice(0, 60));
