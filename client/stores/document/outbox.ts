import { openDB, type IDBPDatabase } from 'idb';
import { upgradeEdit, type Edit } from '../../../core/index.js';

/** What was done and is not confirmed yet, kept in the browser until it is. */
export interface OutboxEntry {
  /** The revision the edits were made on. */
  readonly base: number;
  readonly edits: readonly Edit[];
}

let opened: Promise<IDBPDatabase> | null = null;

function database(): Promise<IDBPDatabase> {
  opened ??= openDB('dekkor', 1, { upgrade: (db) => void db.createObjectStore('outbox') });
  return opened;
}

/** Each tab keeps its own list, so that two tabs never overwrite each other's. */
const tab = ((): string => {
  const known = sessionStorage.getItem('dekkor-tab');
  const id = known ?? crypto.randomUUID();
  sessionStorage.setItem('dekkor-tab', id);
  return id;
})();

export async function saveOutbox(project: string, kept: OutboxEntry): Promise<void> {
  const db = await database();
  if (kept.edits.length === 0) await db.delete('outbox', `${project}|${tab}`);
  else await db.put('outbox', kept, `${project}|${tab}`);
}

/** Everything unconfirmed of a project, from this tab and from tabs that were closed before they could send. */
export async function readOutbox(project: string): Promise<readonly OutboxEntry[]> {
  const db = await database();
  return (await keysOf(db, project)).flatMap(({ kept }) =>
    // A page of an earlier version may have left them.
    kept ? [{ ...kept, edits: kept.edits.map(upgradeEdit) }] : [],
  );
}

/** Forgets what other tabs kept: it is in this one's list now. */
export async function adoptOutbox(project: string): Promise<void> {
  const db = await database();
  for (const { key } of await keysOf(db, project)) if (key !== `${project}|${tab}`) await db.delete('outbox', key);
}

async function keysOf(
  db: IDBPDatabase,
  project: string,
): Promise<readonly { readonly key: string; readonly kept: OutboxEntry | undefined }[]> {
  const keys = (await db.getAllKeys('outbox')).filter(
    (k): k is string => typeof k === 'string' && k.startsWith(`${project}|`),
  );
  return Promise.all(
    keys.map(async (key) => ({ key, kept: (await db.get('outbox', key)) as OutboxEntry | undefined })),
  );
}
