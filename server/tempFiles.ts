import { setMaxListeners } from 'node:events';
import type { FastifyReply } from 'fastify';
import { LRUCache } from 'lru-cache';
import { nanoid } from 'nanoid';

/** Files that were made for somebody wait so long to be fetched: ms; so many of them, and so many bytes of them. */
const KEPT = 5 * 60_000;
const MOST = 12;
const MOST_BYTES = 200 * 1024 * 1024;

export interface TempFile {
  readonly name: string;
  readonly type: string;
  readonly bytes: Uint8Array;
}

/** Files that wait to be fetched; those that have waited longest go first. */
export class TempFiles {
  private readonly files = new LRUCache<string, TempFile>({
    ttl: KEPT,
    ttlAutopurge: true,
    max: MOST,
    maxSize: MOST_BYTES,
    // One that is larger than all that may wait together waits alone.
    sizeCalculation: (f) => Math.min(MOST_BYTES, 1 + f.bytes.length),
  });

  /** The address part under which it can be fetched. */
  put(file: TempFile): string {
    const id = nanoid();
    this.files.set(id, file);
    return id;
  }
  get(id: string): TempFile | undefined {
    return this.files.get(id);
  }
}

/** A name that every system takes for a file. */
export const safeName = (name: string, most = 120): string =>
  name
    .replace(/[^\p{L}\p{N} .,_@-]/gu, '')
    .slice(0, most)
    .toWellFormed()
    .trim();

/** Sends a file to be saved. */
export const sendFile = (reply: FastifyReply, { name, type, bytes }: TempFile): FastifyReply =>
  reply
    .type(type)
    .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(safeName(name) || 'file')}`)
    .send(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));

/** Answers line by line while something is made: what it yields, each as JSON. What fails is the last line. */
export async function* progressStream(make: AsyncGenerator<unknown>, gone: AbortSignal): AsyncGenerator<string> {
  try {
    for await (const line of make) {
      if (gone.aborted) return;
      yield `${JSON.stringify(line)}\n`;
    }
  } catch (error) {
    if (!gone.aborted) yield `${JSON.stringify({ problem: error instanceof Error ? error.message : String(error) })}\n`;
  }
}
/** Aborted when whoever asked has gone. */
export function onDisconnect(reply: FastifyReply): AbortSignal {
  const gone = new AbortController();
  // Any number of drawings may wait for one request.
  setMaxListeners(0, gone.signal);
  reply.raw.once('close', () => {
    if (!reply.raw.writableFinished) gone.abort();
  });
  return gone.signal;
}
