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
  return {
    sequelize,
    projects,
    edits,
    snapshots,
    kits,
    kitFiles,
    hiddenKits,
    assets,
    migrate: () => migrate(sequelize),
    close: () => sequelize.close(),
  };
}

export { Op, QueryTypes, type Transaction };
