import { DataTypes, Op, QueryTypes, Sequelize, type Model, type ModelStatic, type Transaction } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';

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

type Table<T extends object> = ModelStatic<Model<T, Partial<T>>>;

export interface Database {
  readonly sequelize: Sequelize;
  readonly projects: Table<ProjectRow>;
  readonly edits: Table<EditRow>;
  readonly snapshots: Table<SnapshotRow>;
  readonly kits: Table<KitRow>;
  readonly kitFiles: Table<KitFileRow>;
  readonly assets: Table<AssetRow>;
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
  const assets: Table<AssetRow> = sequelize.define('assets', {
    id: { type: text, primaryKey: true },
    name: { type: text, allowNull: false },
    type: { type: text, allowNull: false },
    width: { type: DataTypes.INTEGER, allowNull: false },
    height: { type: DataTypes.INTEGER, allowNull: false },
    bytes: { type: DataTypes.BLOB, allowNull: false },
    addedAt: { type: DataTypes.DATE, allowNull: false },
  });
  return {
    sequelize,
    projects,
    edits,
    snapshots,
    kits,
    kitFiles,
    assets,
    migrate: async () => {
      await new Umzug({
        migrations: MIGRATIONS.map(({ name, up }) => ({ name, up: () => up(sequelize) })),
        storage: new SequelizeStorage({ sequelize, modelName: 'migrations' }),
        logger: undefined,
        context: {},
      }).up();
    },
    close: () => sequelize.close(),
  };
}

const MIGRATIONS: readonly { name: string; up: (s: Sequelize) => Promise<void> }[] = [
  {
    name: '001-projects-and-edits',
    up: async (s) => {
      const q = s.getQueryInterface();
      await q.createTable('projects', {
        id: { type: text, primaryKey: true },
        name: { type: text, allowNull: false },
        revision: { type: DataTypes.INTEGER, allowNull: false },
        deleted_at: { type: DataTypes.DATE },
        created_at: { type: DataTypes.DATE, allowNull: false },
        updated_at: { type: DataTypes.DATE, allowNull: false },
      });
      await q.createTable('edits', {
        project_id: { type: text, primaryKey: true, references: { model: 'projects', key: 'id' }, onDelete: 'cascade' },
        revision: { type: DataTypes.INTEGER, primaryKey: true },
        edit_id: { type: text, allowNull: false },
        edit: { type: text, allowNull: false },
        at: { type: DataTypes.DATE, allowNull: false },
      });
      await q.addIndex('edits', ['project_id', 'edit_id'], { unique: true });
      // The history only ever grows: changing or deleting an edit is refused by the database itself.
      await s.query(
        `create function edits_are_kept() returns trigger language plpgsql as $$ begin raise exception 'edits are never changed'; end $$`,
      );
      await s.query(
        `create trigger edits_are_kept before update on edits for each row execute function edits_are_kept()`,
      );
      await q.createTable('snapshots', {
        project_id: { type: text, primaryKey: true, references: { model: 'projects', key: 'id' }, onDelete: 'cascade' },
        revision: { type: DataTypes.INTEGER, primaryKey: true },
        document: { type: text, allowNull: false },
      });
    },
  },
  {
    name: '002-installed-kits',
    up: async (s) => {
      const q = s.getQueryInterface();
      await q.createTable('kits', {
        ref: { type: text, primaryKey: true },
        json: { type: text, allowNull: false },
        installed_at: { type: DataTypes.DATE, allowNull: false },
      });
      await q.createTable('kit_files', {
        ref: { type: text, primaryKey: true, references: { model: 'kits', key: 'ref' }, onDelete: 'cascade' },
        name: { type: text, primaryKey: true },
        bytes: { type: DataTypes.BLOB, allowNull: false },
      });
    },
  },
  {
    name: '003-pictures',
    up: async (s) => {
      await s.getQueryInterface().createTable('assets', {
        id: { type: text, primaryKey: true },
        name: { type: text, allowNull: false },
        type: { type: text, allowNull: false },
        width: { type: DataTypes.INTEGER, allowNull: false },
        height: { type: DataTypes.INTEGER, allowNull: false },
        bytes: { type: DataTypes.BLOB, allowNull: false },
        added_at: { type: DataTypes.DATE, allowNull: false },
      });
    },
  },
  {
    name: '004-what-edits-say',
    up: async (s) => {
      const q = s.getQueryInterface();
      for (const column of ['digest', 'label', 'by', 'undoes']) await q.addColumn('edits', column, { type: text });
      await q.addIndex('edits', ['project_id', 'by', 'revision']);
    },
  },
];

export { Op, QueryTypes, type Transaction };
