import { DataTypes, Op, QueryTypes, Sequelize, type Model, type ModelStatic, type Transaction } from 'sequelize';
import { migrate } from './migrations.js';

export interface ProjectRow {
  id: string;
  name: string;
  revision: number;
  deletedAt: Date | null;
  createdAt: Date;
  updatedAt: Date;
}
export interface EditRow {
  projectId: string;
  revision: number;
  editId: string;
  edit: string;
  at: Date;
  /** Of the edit as it was sent; null for those stored before this was kept. */
  digest: string | null;
  label: string | null;
  by: string | null;
  undoes: string | null;
}
export interface SnapshotRow {
  projectId: string;
  revision: number;
  document: string;
}
export interface KitRow {
  ref: string;
  json: string;
  installedAt: Date;
}
export interface KitFileRow {
  ref: string;
  name: string;
  bytes: Buffer;
}

export interface AssetRow {
  /** Of the bytes: the same picture is stored once. */
  id: string;
  name: string;
  type: string;
  width: number;
  height: number;
  bytes: Buffer;
  addedAt: Date;
}

/** A state of a project that somebody gave a name. */
export interface VersionRow {
  id: string;
  projectId: string;
  revision: number;
  name: string;
  at: Date;
}
/** A way in for people who have no other; scope and rights as JSON. */
export interface ReviewLinkRow {
  id: string;
  projectId: string;
  token: string;
  name: string;
  scope: string;
  rights: string;
  /** Null: always current. */
  revision: number | null;
  /** Of the pass phrase, salted; null: none is asked for. */
  phrase: string | null;
  endsAt: Date | null;
  revokedAt: Date | null;
  at: Date;
}
export interface CommentRow {
  id: string;
  projectId: string;
  parentId: string | null;
  /** The link it came by; null: the designer wrote it. */
  linkId: string | null;
  screen: string;
  node: string | null;
  place: string;
  author: string;
  words: string;
  resolvedAt: Date | null;
  at: Date;
}
export interface TestRow {
  id: string;
  projectId: string;
  task: string;
  start: string;
  goal: string;
  closedAt: Date | null;
  at: Date;
}
export interface SessionRow {
  id: string;
  testId: string;
  outcome: string;
  /** ms */
  took: number;
  events: string;
  at: Date;
}

type Table<T extends object> = ModelStatic<Model<T, Partial<T>>>;

export interface Database {
  readonly sequelize: Sequelize;
  readonly projects: Table<ProjectRow>;
  readonly edits: Table<EditRow>;
  readonly snapshots: Table<SnapshotRow>;
  readonly kits: Table<KitRow>;
  readonly kitFiles: Table<KitFileRow>;
  /** Kits that are kept for those who have them, and offered to nobody. */
  readonly hiddenKits: Table<{ ref: string }>;
  readonly assets: Table<AssetRow>;
  readonly versions: Table<VersionRow>;
  readonly reviewLinks: Table<ReviewLinkRow>;
  readonly comments: Table<CommentRow>;
  readonly tests: Table<TestRow>;
  readonly sessions: Table<SessionRow>;
  /** True while a schema as this version expects it is there. */
  migrate(): Promise<void>;
  close(): Promise<void>;
}

const text = DataTypes.TEXT;
/** Documents are stored as text, not as jsonb: the order of what they hold is part of them. */
export function openDatabase(url: string): Database {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 12 },
    define: { timestamps: false, underscored: true },
  });
  const projects: Table<ProjectRow> = sequelize.define('projects', {
    id: { type: text, primaryKey: true },
    name: { type: text, allowNull: false },
    revision: { type: DataTypes.INTEGER, allowNull: false },
    deletedAt: { type: DataTypes.DATE },
    createdAt: { type: DataTypes.DATE, allowNull: false },
    updatedAt: { type: DataTypes.DATE, allowNull: false },
  });
  const edits: Table<EditRow> = sequelize.define('edits', {
    projectId: { type: text, primaryKey: true },
    revision: { type: DataTypes.INTEGER, primaryKey: true },
    editId: { type: text, allowNull: false },
    edit: { type: text, allowNull: false },
    at: { type: DataTypes.DATE, allowNull: false },
    digest: { type: text },
    label: { type: text },
    by: { type: text },
    undoes: { type: text },
  });
  const snapshots: Table<SnapshotRow> = sequelize.define('snapshots', {
    projectId: { type: text, primaryKey: true },
    revision: { type: DataTypes.INTEGER, primaryKey: true },
    document: { type: text, allowNull: false },
  });
  const kits: Table<KitRow> = sequelize.define('kits', {
    ref: { type: text, primaryKey: true },
    json: { type: text, allowNull: false },
    installedAt: { type: DataTypes.DATE, allowNull: false },
  });
  const kitFiles: Table<KitFileRow> = sequelize.define('kit_files', {
    ref: { type: text, primaryKey: true },
    name: { type: text, primaryKey: true },
    bytes: { type: DataTypes.BLOB, allowNull: false },
  });
  const hiddenKits: Table<{ ref: string }> = sequelize.define('hidden_kits', { ref: { type: text, primaryKey: true } });
  const assets: Table<AssetRow> = sequelize.define('assets', {
    id: { type: text, primaryKey: true },
    name: { type: text, allowNull: false },
    type: { type: text, allowNull: false },
    width: { type: DataTypes.INTEGER, allowNull: false },
    height: { type: DataTypes.INTEGER, allowNull: false },
    bytes: { type: DataTypes.BLOB, allowNull: false },
    addedAt: { type: DataTypes.DATE, allowNull: false },
  });
  // Sequelize writes into what it is given: each column has its own.
  const words = () => ({ type: text, allowNull: false });
  const when = () => ({ type: DataTypes.DATE, allowNull: false });
  const own = () => ({ type: text, primaryKey: true });
  const versions: Table<VersionRow> = sequelize.define('versions', {
    id: own(),
    projectId: words(),
    revision: { type: DataTypes.INTEGER, allowNull: false },
    name: words(),
    at: when(),
  });
  const reviewLinks: Table<ReviewLinkRow> = sequelize.define('review_links', {
    id: own(),
    projectId: words(),
    token: words(),
    name: words(),
    scope: words(),
    rights: words(),
    revision: { type: DataTypes.INTEGER },
    phrase: { type: text },
    endsAt: { type: DataTypes.DATE },
    revokedAt: { type: DataTypes.DATE },
    at: when(),
  });
  const comments: Table<CommentRow> = sequelize.define('comments', {
    id: own(),
    projectId: words(),
    parentId: { type: text },
    linkId: { type: text },
    screen: words(),
    node: { type: text },
    place: words(),
    author: words(),
    words: words(),
    resolvedAt: { type: DataTypes.DATE },
    at: when(),
  });
  const tests: Table<TestRow> = sequelize.define('tests', {
    id: own(),
    projectId: words(),
    task: words(),
    start: words(),
    goal: words(),
    closedAt: { type: DataTypes.DATE },
    at: when(),
  });
  // The table keeps the name that it was made with.
  const sessions: Table<SessionRow> = sequelize.define('walks', {
    id: own(),
    testId: words(),
    outcome: words(),
    took: { type: DataTypes.INTEGER, allowNull: false },
    events: words(),
    at: when(),
  });
  return {
    sequelize,
    projects,
    edits,
    snapshots,
    kits,
    kitFiles,
    hiddenKits,
    assets,
    versions,
    reviewLinks,
    comments,
    tests,
    sessions,
    migrate: () => migrate(sequelize),
    close: () => sequelize.close(),
  };
}

export { Op, QueryTypes, type Transaction };
