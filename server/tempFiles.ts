import { setMaxListeners } from 'node:events';
import type { FastifyReply } from 'fastify';
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
  private readonly files = new Map<string, TempFile & { readonly until: number }>();

  /** The address part under which it can be fetched. */
  put(file: TempFile): string {
    const id = nanoid();
    this.files.set(id, { ...file, until: Date.now() + KEPT });
    let size = [...this.files.values()].reduce((n, f) => n + f.bytes.length, 0);
    for (const [key, f] of this.files) {
      if (key === id) break;
      if (f.until >= Date.now() && this.files.size <= MOST && size <= MOST_BYTES) continue;
      size -= f.bytes.length;
      this.files.delete(key);
    }
    return id;
  }
  get(id: string): TempFile | undefined {
    const found = this.files.get(id);
    return found && found.until >= Date.now() ? found : undefined;
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
