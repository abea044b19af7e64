/**
 * Every error that the server answers with by itself: its code, the HTTP status, and when it is said. What the core refuses
 * (a step, a kit) keeps the core's own code; those are listed too. `docs/errors.md` holds the same list.
 */
export const ERRORS = {
  'host.unknown': [403, 'The request was sent to another name than this machine’s own.'],
  'origin.unknown': [403, 'A page that this server did not serve asked for something.'],
  'user.unknown': [403, 'Somebody else than the user who started the server asked, and gave no key.'],
  'key.wrong': [403, 'A key was given, and it is not the one.'],
  'address.unknown': [404, 'There is nothing at this address.'],
  'request.shape': [400, 'The body of a request has not the shape it must have.'],
  'request.unreadable': [400, 'A request could not be read at all.'],
  'request.deep': [400, 'JSON is nested deeper than anything that is taken.'],
  'request.large': [413, 'A request is larger than is taken at once.'],
  'request.slow': [408, 'A request took too long to arrive.'],
  'request.head': [431, 'The head of a request is too large.'],
  'request.type': [415, 'A body is neither JSON nor multipart form data.'],
  'request.many': [429, 'Too many requests in a short time.'],
  'server.failed': [500, 'Something went wrong on the server that nobody foresaw.'],
  'store.away': [503, 'The database does not answer at the moment.'],
  'store.full': [507, 'The disk is full.'],
  'project.unknown': [404, 'There is no such project.'],
  'project.away': [410, 'The project was put away; it can be brought back.'],
  'project.exists': [409, 'A project with this id is there already.'],
  'project.broken': [422, 'A project cannot be opened at all.'],
  'revision.ahead': [409, 'Something was made on a revision that is not stored.'],
  'revision.unknown': [404, 'The project never had this revision.'],
  'edit.changed': [409, 'An edit was sent again under the same id with other content.'],
  'live.full': [503, 'Too many tabs are open to tell one more of changes.'],
  'screen.unknown': [404, 'There is no such screen.'],
  'picture.unknown': [404, 'There is no such picture.'],
  'sheet.unknown': [404, 'There is no such contact sheet, or it waited too long to be fetched.'],
  'export.unknown': [404, 'There is no such export, or it waited too long to be fetched.'],
  'package.project': [422, 'A package of a project cannot be opened, or holds what it must not.'],
  'package.kit': [409, 'A package of a project holds a kit that is here already in another form.'],
  'package.missing': [400, 'No package came with the request.'],
  'link.closed': [404, 'A review link is wrong, has ended or was taken back.'],
  'link.phrase': [401, 'A review link asks for its pass phrase, or was given another.'],
  'link.right': [403, 'What a review link does not allow was asked for.'],
  'link.unknown': [404, 'The project has no such review link.'],
  'link.many': [409, 'A project has as many review links as it takes.'],
  'flow.unknown': [404, 'The project has no such flow.'],
  'comment.unknown': [404, 'There is no such comment.'],
  'comment.empty': [422, 'A comment has nothing in it.'],
  'comment.long': [422, 'A comment is longer than is taken.'],
  'comment.many': [409, 'A project has as many comments as it takes.'],
  'version.unknown': [404, 'The project has no such version.'],
  'version.many': [409, 'A project has as many named versions as it takes.'],
  'test.unknown': [404, 'The project has no such test.'],
  'test.closed': [409, 'This test is closed: it takes no more sessions.'],
  'test.many': [409, 'A project has as many tests, or a test as many sessions, as it can have.'],
  'picture.kind': [415, 'A file is no picture that can be shown, or a screen was asked for in another form.'],
  'picture.missing': [400, 'No picture came with the request.'],
  'picture.large': [422, 'A picture has too many pixels.'],
  'picture.empty': [422, 'A picture has no size.'],
  'picture.drawing': [422, 'A drawing cannot be drawn.'],
  'picture.busy': [503, 'Very many pictures are being drawn at once.'],
  'picture.situation': [404, 'A picture was asked for in a situation that the project does not have.'],
  'picture.over': [404, 'A picture was asked for with something over the screen that does not lie over it.'],
  'picture.scale': [400, 'A picture was asked for at a scale that is not offered.'],
  'kit.unknown': [404, 'There is no such kit.'],
  'file.unknown': [404, 'A kit has no such file.'],
  'font.unknown': [404, 'There is no such font.'],
  'kit.missing': [400, 'No kit came with the request.'],
  'kit.json': [422, 'A kit’s JSON cannot be read.'],
  'kit.exists': [409, 'This version of a kit is installed already.'],
  'kit.used': [409, 'A kit cannot be taken out, because something needs it.'],
  'kit.package': [422, 'A kit’s package cannot be opened, or holds what it must not.'],
  'kit.refused': [422, 'A kit cannot be read at all.'],
} as const satisfies Readonly<Record<string, readonly [number, string]>>;
export type ErrorCode = keyof typeof ERRORS;

/** Why the core does not do a step: the codes an edit can be refused with. All are answered with 409. */
export const REFUSALS: Readonly<Record<string, string>> = {
  'step.shape': 'A step has not the shape it must have.',
  'step.field': 'A field or attribute cannot have this value.',
  'step.key': 'What a step holds and what it is called do not agree.',
  'tree.gone': 'The screen or component it belongs to is gone.',
  'node.gone': 'The thing it names is gone.',
  'node.exists': 'The thing is there already.',
  'node.loose': 'What is placed is not one whole tree.',
  'node.no-children': 'What should hold something cannot.',
  'node.neighbour-gone': 'The neighbour to stand behind is gone.',
  'node.root': 'A screen’s own ground cannot be moved or deleted.',
  'node.only': 'A series needs the thing it repeats.',
  'node.self': 'Something cannot stand behind itself.',
  'node.inside-itself': 'Something cannot be put inside itself.',
  'component.cycle': 'A component would contain itself.',
  'setting.gone': 'The setting is gone.',
  'screen.gone': 'The screen is gone.',
  'screen.exists': 'The screen is there already.',
  'screen.self': 'A screen cannot stand behind itself.',
  'flow.gone': 'The flow is gone.',
  'situation.gone': 'The situation is gone.',
  'flow.in-use': 'The flow still has screens.',
  'content.gone': 'The content set, row or column is gone.',
  'original.gone': 'The component is gone.',
  'original.name': 'Another component of the project has this name.',
  'part.locked': 'The part is locked in its original.',
  'contract.shape': 'A property, slot, rule or field of a component has not the form it must have.',
  'contract.gone': 'The property, slot or rule is gone.',
  'contract.many': 'The component has as many entries already as are taken.',
  'rule.gone': 'That part of the rule is gone.',
  'rule.value': 'A part cannot have the value that a rule sets.',
  'rule.vain': 'A rule asks for a property or option that the component does not have.',
  'edition.gone': 'The change of the edition is gone.',
  'edition.many': 'The edition has as many changes already as are taken.',
};

/** An error that a designer can read, sent as RFC 9457 problem JSON. */
export class ProblemError extends Error {
  readonly status: number;
  constructor(
    /** Stable, for programs. A code of the core's own comes with its status. */
    readonly code: ErrorCode | { readonly core: string; readonly status: number },
    /** One sentence: what happened, what was kept, what to do. */
    message: string,
    /** The thing concerned. */
    readonly about = '',
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.status = typeof code === 'string' ? ERRORS[code][0] : code.status;
  }
  get body(): Record<string, unknown> {
    return problemBody(
      this.status,
      typeof this.code === 'string' ? this.code : this.code.core,
      this.message,
      this.about,
      this.more,
    );
  }
}

const TITLES: Readonly<Record<number, string>> = {
  400: 'Not understood',
  401: 'Not opened',
  403: 'Not allowed',
  404: 'Not found',
  409: 'No longer fits',
  408: 'Too slow',
  410: 'Put away',
  413: 'Too large',
  415: 'Not this kind of file',
  422: 'Cannot be taken',
  429: 'Too fast',
  431: 'Too large',
  500: 'Something went wrong here',
  503: 'Not now',
  507: 'No room',
};

function problemBody(
  status: number,
  code: string,
  detail: string,
  about = '',
  more: Readonly<Record<string, unknown>> = {},
): Record<string, unknown> {
  return {
    ...more,
    type: `urn:dekkor:${code}`,
    title: TITLES[status] ?? 'Not done',
    status,
    detail,
    code,
    ...(about ? { about } : {}),
  };
}

/** A project that was put away: what is done on it meanwhile waits. */
export const projectDeleted = (id: string, name: string): ProblemError =>
  new ProblemError(
    'project.away',
    `${name} was put away. Bring it back on Home to go on; what is not saved yet is kept in this browser until then.`,
    id,
  );

/** What the database could not do, where that has a name. */
export function storeProblem(error: Error): ProblemError | null {
  const code = (error as { original?: { code?: unknown } }).original?.code;
  if (code === '53100' || code === 'ENOSPC')
    return new ProblemError(
      'store.full',
      'The disk that Dekkor keeps its data on is full, so nothing more can be stored. What you do is kept in this browser; make room on the disk, and it is saved by itself.',
    );
  // Class 57P, operator intervention; 08, connection exception (PostgreSQL, appendix A); and what never reached it.
  if (
    /^Sequelize(?:Connection|HostNotFound|HostNotReachable|InvalidConnection)/u.test(error.name) ||
    (typeof code === 'string' && /^(?:57P|08|ECONN|EPIPE)/u.test(code)) ||
    /^Connection terminated|^Client has encountered a connection error/u.test(error.message)
  )
    return new ProblemError(
      'store.away',
      'The database does not answer at the moment; it is started again by itself. What you do is kept in this browser and saved when it is back.',
    );
  return null;
}

export const notFound = (
  what:
    | 'project'
    | 'screen'
    | 'picture'
    | 'kit'
    | 'file'
    | 'font'
    | 'sheet'
    | 'export'
    | 'link'
    | 'flow'
    | 'comment'
    | 'version'
    | 'test',
  id: string,
): ProblemError =>
  new ProblemError(
    `${what}.unknown`,
    `There is no ${what} ${id.slice(0, 60)}. It may have been deleted; go back to Home to see what is there.`,
    id.slice(0, 60),
  );
