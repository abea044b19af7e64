import type { WebSocket } from '@fastify/websocket';
import { ProblemError } from './errors.js';
import type { Confirmed } from './projectCache.js';

/** Open tabs in all. */
const MOST = 2000;
/** Whoever has not read so much of what was told is left alone: they ask for what they missed when they come back. Bytes. */
const MOST_UNREAD = 4 * 1024 * 1024;
/** How often tabs are asked whether they are still there: ms. */
const ASK = 30_000;
/** What is told when a tab must go: see RFC 6455, section 7.4. */
const GOING = 1001;
const TRY_LATER = 1013;

/** Tells every open tab of a project what was confirmed, in the order it was. */
export class Live {
  private readonly rooms = new Map<string, Set<WebSocket>>();
  private readonly silent = new WeakSet<WebSocket>();
  private readonly timer: NodeJS.Timeout;
  private count = 0;

  constructor(ask = ASK) {
    this.timer = setInterval(() => this.ask(), ask);
    this.timer.unref();
  }

  /** Is there room for one more? Asked before a connection is made. */
  admit(): void {
    if (this.count >= MOST)
      throw new ProblemError(
        'live.full',
        `${MOST} tabs are open already, which is the most that are told of changes at once. Close some that nobody uses.`,
      );
  }

  join(project: string, socket: WebSocket): void {
    const room = this.rooms.get(project) ?? new Set<WebSocket>();
    room.add(socket);
    this.rooms.set(project, room);
    this.count++;
    socket.on('error', () => socket.terminate());
    socket.on('pong', () => this.silent.delete(socket));
    // Nothing is said to this server here: whoever does is no page of ours.
    socket.on('message', () => socket.close(1008));
    socket.on('close', () => {
      this.count--;
      room.delete(socket);
      if (room.size === 0 && this.rooms.get(project) === room) this.rooms.delete(project);
    });
    this.say(socket, JSON.stringify({ hello: project }));
  }

  private say(socket: WebSocket, message: string): void {
    if (socket.readyState !== socket.OPEN) return;
    if (socket.bufferedAmount > MOST_UNREAD) {
      socket.close(TRY_LATER);
      socket.terminate();
      return;
    }
    socket.send(message);
  }

  /** Whoever did not answer the last time is gone. */
  private ask(): void {
    for (const room of this.rooms.values())
      for (const socket of room) {
        if (this.silent.has(socket)) socket.terminate();
        else {
          this.silent.add(socket);
          socket.ping();
        }
      }
  }

  tell(project: string, confirmed: readonly Confirmed[]): void {
    const message = JSON.stringify({ edits: confirmed });
    for (const socket of this.rooms.get(project) ?? []) this.say(socket, message);
  }

  /** Tells those who have a project open that it was put away, or brought back. */
  tellAway(project: string, away: boolean): void {
    for (const socket of this.rooms.get(project) ?? []) this.say(socket, JSON.stringify({ away }));
  }

  /** Tells those who have a project open that a comment or a test session is new: they fetch it. */
  tellSaid(project: string): void {
    for (const socket of this.rooms.get(project) ?? []) this.say(socket, '{"said":true}');
  }

  /** Tells everyone, whatever they have open, that kits were installed. */
  tellKits(): void {
    for (const room of this.rooms.values()) for (const socket of room) this.say(socket, '{"kits":true}');
  }

  /** Says good-bye to all; whoever does not hear it is left within half a second. */
  close(): void {
    clearInterval(this.timer);
    const all = [...this.rooms.values()].flatMap((room) => [...room]);
    for (const socket of all) socket.close(GOING);
    setTimeout(() => all.forEach((s) => s.terminate()), 500).unref();
  }
}
