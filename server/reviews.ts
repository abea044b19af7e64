import { randomBytes, scryptSync, timingSafeEqual } from 'node:crypto';
import { nanoid } from 'nanoid';
import {
  guestProject,
  screenOf,
  type Comment,
  type CommentPlace,
  type Kit,
  type KitRef,
  type LinkScope,
  type NewComment,
  type Project,
  type ReviewLink,
  type LinkRight,
  type Screen,
} from '../core/index.js';
import { Op, type CommentRow, type Database, type ReviewLinkRow } from './database.js';
import { notFound, ProblemError } from './errors.js';
import type { Projects } from './projects.js';

export interface NewLink {
  readonly name: string;
  readonly scope: LinkScope;
  readonly rights: readonly LinkRight[];
  readonly revision: number | null;
  readonly phrase: string;
  readonly endsAt: string | null;
}
/** A comment is at most so long: characters. A project takes so many, and has so many links. */
export const LONGEST_COMMENT = 5000;
const MOST_COMMENTS = 5000;
const MOST_LINKS = 200;

/** One answer for every link that does not open, so that nobody learns anything by guessing. */
const closed = (): ProblemError =>
  new ProblemError(
    'link.closed',
    'This link does not lead anywhere, or no longer does. Ask whoever sent it for another.',
  );

/** A pass phrase as it is stored: salted and hard to try (scrypt, RFC 7914). */
function lock(phrase: string, salt = randomBytes(16)): string {
  return `${salt.toString('hex')}:${scryptSync(phrase.normalize('NFC'), salt, 32).toString('hex')}`;
}
function opens(phrase: string, stored: string): boolean {
  const [salt = '', hash = ''] = stored.split(':');
  const given = lock(phrase, Buffer.from(salt, 'hex')).split(':')[1] ?? '';
  return timingSafeEqual(Buffer.from(given, 'hex'), Buffer.from(hash, 'hex'));
}

/** Review links and what is said by them. Everything stays on this server. */
export class Reviews {
  /** Whoever gave the right pass phrase holds one of these, for as long as the server runs. */
  private readonly opened = new Map<string, string>();

  constructor(
    private readonly db: Database,
    private readonly projects: Projects,
    private readonly kits: ReadonlyMap<KitRef, Kit>,
    private readonly tell: (projectId: string) => void,
  ) {}

  async links(projectId: string): Promise<readonly ReviewLink[]> {
    const rows = await this.db.reviewLinks.findAll({ where: { projectId }, order: [['at', 'DESC']] });
    return rows.map((r) => linkOf(r.get()));
  }
  async make(projectId: string, wanted: NewLink): Promise<ReviewLink> {
    const { project, revision } = await this.projects.open(projectId);
    const { scope } = wanted;
    if ('flow' in scope && !project.flows.some((f) => f.id === scope.flow)) throw notFound('flow', scope.flow);
    if ('screens' in scope) for (const id of scope.screens) if (!screenOf(project, id)) throw notFound('screen', id);
    if (wanted.revision !== null && wanted.revision > revision)
      throw new ProblemError('revision.unknown', `Revision ${wanted.revision} is not stored; the last is ${revision}.`);
    if ((await this.db.reviewLinks.count({ where: { projectId } })) >= MOST_LINKS)
      throw new ProblemError(
        'link.many',
        `A project has at most ${MOST_LINKS} review links. Take some back that nobody uses.`,
      );
    const row = await this.db.reviewLinks.create({
      id: nanoid(),
      projectId,
      // 192 bits: nobody comes upon it by guessing.
      token: randomBytes(24).toString('base64url'),
      name: wanted.name,
      scope: JSON.stringify(scope),
      rights: JSON.stringify(wanted.rights),
      revision: wanted.revision,
      phrase: wanted.phrase === '' ? null : lock(wanted.phrase),
      endsAt: wanted.endsAt === null ? null : new Date(wanted.endsAt),
      revokedAt: null,
      at: new Date(),
    });
    return linkOf(row.get());
  }
  async revoke(projectId: string, id: string, revoked: boolean): Promise<ReviewLink> {
    const row = await this.db.reviewLinks.findOne({ where: { projectId, id } });
    if (!row) throw notFound('link', id);
    await row.update({ revokedAt: revoked ? new Date() : null });
    return linkOf(row.get());
  }

  /** A link that leads somewhere now, and its project. Anything else gives one and the same answer. */
  async follow(
    token: string,
  ): Promise<{ readonly link: ReviewLink; readonly projectId: string; readonly row: ReviewLinkRow }> {
    const row = /^[\w-]{32}$/u.test(token)
      ? (
          await this.db.reviewLinks.findOne({
            where: { token, revokedAt: null, endsAt: { [Op.or]: [null, { [Op.gt]: new Date() }] } },
          })
        )?.get()
      : undefined;
    if (!row) throw closed();
    try {
      await this.projects.check(row.projectId);
    } catch {
      throw closed();
    }
    return { link: linkOf(row), projectId: row.projectId, row };
  }
  /** The same, when the pass phrase was given. @param pass what `enter` gave */
  async enterable(token: string, pass: string): Promise<{ readonly link: ReviewLink; readonly projectId: string }> {
    const { link, projectId, row } = await this.follow(token);
    if (row.phrase !== null && this.opened.get(pass) !== link.id)
      throw new ProblemError('link.phrase', 'This link asks for its pass phrase first.');
    return { link, projectId };
  }
  /** A pass for whoever knows the phrase. */
  async enter(token: string, phrase: string): Promise<string> {
    const { link, row } = await this.follow(token);
    if (row.phrase !== null && !opens(phrase, row.phrase))
      throw new ProblemError('link.phrase', 'This is not the pass phrase of this link. Nothing was opened.');
    const pass = randomBytes(24).toString('base64url');
    this.opened.set(pass, link.id);
    if (this.opened.size > 10_000) this.opened.delete(this.opened.keys().next().value ?? '');
    return pass;
  }

  /** What a link shows: the project with those screens alone, and nothing that only others need. */
  async shown(link: ReviewLink, projectId: string): Promise<{ readonly project: Project; readonly revision: number }> {
    const stand =
      link.revision === null ? await this.projects.open(projectId) : await this.projects.at(projectId, link.revision);
    const { project, revision } = stand;
    const { scope } = link;
    const meant = (s: Screen): boolean =>
      'all' in scope ? true : 'flow' in scope ? s.flow === scope.flow : scope.screens.includes(s.id);
    const screens = project.screens.filter(meant);
    if (screens.length === 0) throw closed();
    return { project: guestProject({ project, kits: this.kits }, screens), revision };
  }

  /** @param screens only those; absent: all */
  async comments(projectId: string, screens?: ReadonlySet<string>): Promise<readonly Comment[]> {
    const rows = await this.db.comments.findAll({ where: { projectId }, order: [['at', 'ASC']] });
    return rows.map((r) => commentOf(r.get())).filter((c) => screens?.has(c.screen) ?? true);
  }
  /** @param link the link it comes by; null: the designer says it */
  async say(projectId: string, said: NewComment, link: ReviewLink | null): Promise<Comment> {
    const words = said.words
      .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/gu, '')
      .trim()
      .toWellFormed();
    if (words === '')
      throw new ProblemError('comment.empty', 'There is nothing in this comment yet. Write something first.');
    if (words.length > LONGEST_COMMENT)
      throw new ProblemError(
        'comment.long',
        `This comment has ${words.length.toLocaleString('en-GB')} characters; ${LONGEST_COMMENT.toLocaleString('en-GB')} is the most. Make several of it; nothing was lost.`,
      );
    const { project } = link ? await this.shown(link, projectId) : await this.projects.open(projectId);
    const screen = screenOf(project, said.screen);
    if (!screen) throw notFound('screen', said.screen);
    const parent =
      said.parent === undefined ? null : await this.db.comments.findOne({ where: { projectId, id: said.parent } });
    // An answer stands with what it answers: a link to other screens does not reach it.
    if (said.parent !== undefined && (!parent || parent.get().parentId !== null || parent.get().screen !== screen.id))
      throw notFound('comment', said.parent);
    if ((await this.db.comments.count({ where: { projectId } })) >= MOST_COMMENTS)
      throw new ProblemError(
        'comment.many',
        `This project has ${MOST_COMMENTS} comments, which is the most. Nothing was added.`,
      );
    const row = await this.db.comments.create({
      id: nanoid(),
      projectId,
      parentId: parent?.get().id ?? null,
      linkId: link?.id ?? null,
      screen: screen.id,
      node: said.node !== undefined && screen.nodes[said.node] ? said.node : null,
      place: JSON.stringify(said.place),
      author: said.author.trim().toWellFormed().slice(0, 80) || (link ? 'Somebody' : 'Designer'),
      words,
      resolvedAt: null,
      at: new Date(),
    });
    // Whoever answers something that was settled asks about it again.
    if (parent?.get().resolvedAt) await parent.update({ resolvedAt: null });
    this.tell(projectId);
    return commentOf(row.get());
  }
  async resolve(projectId: string, id: string, resolved: boolean): Promise<Comment> {
    const row = await this.db.comments.findOne({ where: { projectId, id, parentId: null } });
    if (!row) throw notFound('comment', id);
    await row.update({ resolvedAt: resolved ? new Date() : null });
    this.tell(projectId);
    return commentOf(row.get());
  }
}

function linkOf(r: ReviewLinkRow): ReviewLink {
  return {
    id: r.id,
    token: r.token,
    name: r.name,
    scope: JSON.parse(r.scope) as LinkScope,
    rights: JSON.parse(r.rights) as LinkRight[],
    revision: r.revision,
    phrase: r.phrase !== null,
    endsAt: r.endsAt?.toISOString() ?? null,
    revokedAt: r.revokedAt?.toISOString() ?? null,
    at: r.at.toISOString(),
  };
}
const commentOf = (r: CommentRow): Comment => ({
  id: r.id,
  parent: r.parentId,
  screen: r.screen,
  node: r.node,
  place: JSON.parse(r.place) as CommentPlace,
  author: r.author,
  words: r.words,
  guest: r.linkId !== null,
  resolvedAt: r.resolvedAt?.toISOString() ?? null,
  at: r.at.toISOString(),
});
