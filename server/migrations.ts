import { DataTypes, QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/** One change of how things are stored. All that it does is done in the transaction that also notes it. */
interface Migration {
  readonly name: string;
  readonly up: (s: Sequelize, transaction: Transaction) => Promise<void>;
}

/** Of the lock under which stored things change their form; any number that nothing else uses. */
const LOCK = 46_801_126;

/**
 * Brings what is stored to the form that this version expects: each step together with its note or not at all, whatever ends
 * the process meanwhile; and one process at a time, whoever else starts.
 */
export async function migrate(sequelize: Sequelize): Promise<void> {
  await sequelize
    .query('create table if not exists migrations (name varchar(255) primary key)')
    .catch(async (error) => {
      // Two that make it at the same moment: the other one has.
      if (!/already exists|duplicate key/u.test(String(error))) throw error;
    });
  for (const { name, up } of MIGRATIONS)
    await sequelize.transaction(async (transaction) => {
      await sequelize.query(`select pg_advisory_xact_lock(${LOCK})`, { transaction });
      const [done] = await sequelize.query('select 1 from migrations where name = $1', {
        bind: [name],
        transaction,
        type: QueryTypes.SELECT,
      });
      if (done) return;
      await up(sequelize, transaction);
      await sequelize.query('insert into migrations (name) values ($1)', { bind: [name], transaction });
    });
}

const text = DataTypes.TEXT;
const MIGRATIONS: readonly Migration[] = [
  {
    name: '001-projects-and-edits',
    up: async (s, transaction) => {
      const q = s.getQueryInterface();
      await q.createTable(
        'projects',
        {
          id: { type: text, primaryKey: true },
          name: { type: text, allowNull: false },
          revision: { type: DataTypes.INTEGER, allowNull: false },
          deleted_at: { type: DataTypes.DATE },
          created_at: { type: DataTypes.DATE, allowNull: false },
          updated_at: { type: DataTypes.DATE, allowNull: false },
        },
        { transaction },
      );
      await q.createTable(
        'edits',
        {
          project_id: {
            type: text,
            primaryKey: true,
            references: { model: 'projects', key: 'id' },
            onDelete: 'cascade',
          },
          revision: { type: DataTypes.INTEGER, primaryKey: true },
          edit_id: { type: text, allowNull: false },
          edit: { type: text, allowNull: false },
          at: { type: DataTypes.DATE, allowNull: false },
        },
        { transaction },
      );
      await q.addIndex('edits', ['project_id', 'edit_id'], { unique: true, transaction });
      // The history only ever grows: changing or deleting an edit is refused by the database itself.
      await s.query(
        `create function edits_are_kept() returns trigger language plpgsql as $$ begin raise exception 'edits are never changed'; end $$`,
        { transaction },
      );
      await s.query(
        `create trigger edits_are_kept before update on edits for each row execute function edits_are_kept()`,
        { transaction },
      );
      await q.createTable(
        'snapshots',
        {
          project_id: {
            type: text,
            primaryKey: true,
            references: { model: 'projects', key: 'id' },
            onDelete: 'cascade',
          },
          revision: { type: DataTypes.INTEGER, primaryKey: true },
          document: { type: text, allowNull: false },
        },
        { transaction },
      );
    },
  },
  {
    name: '002-installed-kits',
    up: async (s, transaction) => {
      const q = s.getQueryInterface();
      await q.createTable(
        'kits',
        {
          ref: { type: text, primaryKey: true },
          json: { type: text, allowNull: false },
          installed_at: { type: DataTypes.DATE, allowNull: false },
        },
        { transaction },
      );
      await q.createTable(
        'kit_files',
        {
          ref: { type: text, primaryKey: true, references: { model: 'kits', key: 'ref' }, onDelete: 'cascade' },
          name: { type: text, primaryKey: true },
          bytes: { type: DataTypes.BLOB, allowNull: false },
        },
        { transaction },
      );
    },
  },
  {
    name: '003-pictures',
    up: async (s, transaction) => {
      await s.getQueryInterface().createTable(
        'assets',
        {
          id: { type: text, primaryKey: true },
          name: { type: text, allowNull: false },
          type: { type: text, allowNull: false },
          width: { type: DataTypes.INTEGER, allowNull: false },
          height: { type: DataTypes.INTEGER, allowNull: false },
          bytes: { type: DataTypes.BLOB, allowNull: false },
          added_at: { type: DataTypes.DATE, allowNull: false },
        },
        { transaction },
      );
    },
  },
  {
    name: '004-what-edits-say',
    up: async (s, transaction) => {
      const q = s.getQueryInterface();
      for (const column of ['digest', 'label', 'by', 'undoes'])
        await q.addColumn('edits', column, { type: text }, { transaction });
      await q.addIndex('edits', ['project_id', 'by', 'revision'], { transaction });
    },
  },
  {
    name: '005-edits-are-only-added',
    up: async (s, transaction) => {
      for (const [when, each] of [
        ['delete', 'row'],
        ['truncate', 'statement'],
      ] as const)
        await s.query(
          `create trigger edits_are_kept_from_${when} before ${when} on edits for each ${each} execute function edits_are_kept()`,
          { transaction },
        );
    },
  },
  {
    name: '006-hidden-kits',
    up: async (s, transaction) => {
      await s
        .getQueryInterface()
        .createTable('hidden_kits', { ref: { type: text, primaryKey: true } }, { transaction });
    },
  },
  {
    name: '007-handing-over',
    up: async (s, transaction) => {
      const q = s.getQueryInterface();
      const project = () => ({
        type: text,
        allowNull: false,
        references: { model: 'projects', key: 'id' },
        onDelete: 'cascade',
      });
      const id = () => ({ type: text, primaryKey: true });
      const at = () => ({ type: DataTypes.DATE, allowNull: false });
      await q.createTable(
        'versions',
        {
          id: id(),
          project_id: project(),
          revision: { type: DataTypes.INTEGER, allowNull: false },
          name: { type: text, allowNull: false },
          at: at(),
        },
        { transaction },
      );
      await q.createTable(
        'review_links',
        {
          id: id(),
          project_id: project(),
          token: { type: text, allowNull: false, unique: true },
          name: { type: text, allowNull: false },
          scope: { type: text, allowNull: false },
          rights: { type: text, allowNull: false },
          revision: { type: DataTypes.INTEGER },
          phrase: { type: text },
          ends_at: { type: DataTypes.DATE },
          revoked_at: { type: DataTypes.DATE },
          at: at(),
        },
        { transaction },
      );
      await q.createTable(
        'comments',
        {
          id: id(),
          project_id: project(),
          parent_id: { type: text },
          link_id: { type: text },
          screen: { type: text, allowNull: false },
          node: { type: text },
          place: { type: text, allowNull: false },
          author: { type: text, allowNull: false },
          words: { type: text, allowNull: false },
          resolved_at: { type: DataTypes.DATE },
          at: at(),
        },
        { transaction },
      );
      await q.addIndex('comments', ['project_id', 'at'], { transaction });
      await q.createTable(
        'tests',
        {
          id: id(),
          project_id: project(),
          task: { type: text, allowNull: false },
          start: { type: text, allowNull: false },
          goal: { type: text, allowNull: false },
          closed_at: { type: DataTypes.DATE },
          at: at(),
        },
        { transaction },
      );
      await q.createTable(
        'walks',
        {
          id: id(),
          test_id: { type: text, allowNull: false, references: { model: 'tests', key: 'id' }, onDelete: 'cascade' },
          outcome: { type: text, allowNull: false },
          took: { type: DataTypes.INTEGER, allowNull: false },
          events: { type: text, allowNull: false },
          at: at(),
        },
        { transaction },
      );
      await q.addIndex('walks', ['test_id', 'at'], { transaction });
    },
  },
];
