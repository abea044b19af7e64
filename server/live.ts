import type { WebSocket } from '@fastify/websocket';
import type { Confirmed } from './projects.js';

/** Tells every open tab of a project what was confirmed. */
export class Live {
  private readonly rooms = new Map<string, Set<WebSocket>>();

  join(project: string, socket: WebSocket): void {
    const room = this.rooms.get(project) ?? new Set<WebSocket>();
    room.add(socket);
    this.rooms.set(project, room);
    socket.on('error', () => socket.close());
    socket.on('close', () => {
      room.delete(socket);
      if (room.size === 0) this.rooms.delete(project);
    });
    socket.send(JSON.stringify({ hello: project }));
  }

  tell(project: string, confirmed: readonly Confirmed[]): void {
    const message = JSON.stringify({ edits: confirmed });
    for (const socket of this.rooms.get(project) ?? []) if (socket.readyState === 1) socket.send(message);
  }

  /** Tells everyone, whatever they have open, that kits were installed. */
  tellKits(): void {
    for (const room of this.rooms.values())
      for (const socket of room) if (socket.readyState === 1) socket.send('{"kits":true}');
  }

  close(): void {
    for (const room of this.rooms.values()) for (const socket of room) socket.close(1001);
  }
}
