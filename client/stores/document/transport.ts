import { ref } from 'vue';
import { flush, type Edit, type SyncState } from '../../../core/index.js';
import { api, ServerProblem, type Confirmed } from '../../base/api.js';

/** How long after a lost connection or a failed request it is tried again: ms. */
const RETRY = 1500;
/** How long between two questions whether a deleted project was restored: ms. */
const ASK_AGAIN = 15_000;

/** What the server says of a project without being asked. */
export interface LiveMessage {
  readonly edits?: Confirmed[];
  readonly hello?: string;
  readonly kits?: boolean;
  readonly away?: boolean;
  readonly said?: boolean;
}

/** What the transport reads and changes of the open document. */
export interface TransportHost {
  id(): string;
  revision(): number;
  state(): SyncState | null;
  setState(state: SyncState): void;
  /** False while only a part of the project has arrived: nothing is sent then. */
  complete(): boolean;
  confirmed(list: readonly Confirmed[]): void;
  /** The server cannot take an edit of this batch, and why. */
  refused(problem: ServerProblem, batch: readonly Edit[]): Promise<void>;
  /** Kits were installed, or comments and tests changed, somewhere else. */
  elsewhere(what: 'kits' | 'comments'): void;
}

export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Sends what waits and hears what others do, for one open project at a time. Edits wait as long as the server cannot be reached. */
export function createTransport(host: TransportHost) {
  const offline = ref(false);
  /** Why edits are not sent, while they are not: the server's own words. */
  const trouble = ref('');
  /** The project was deleted: edits wait here until it is restored. */
  const away = ref(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let socket: WebSocket | null = null;
  let generation = 0;
  let sending = false;

  function connect(): void {
    const mine = generation;
    const ws = new WebSocket(
      `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/projects/${encodeURIComponent(host.id())}/live`,
    );
    socket = ws;
    ws.onmessage = (event) => {
      if (mine !== generation) return;
      const message = JSON.parse(String(event.data)) as LiveMessage;
      if (message.edits) host.confirmed(message.edits);
      else if (message.away === true) away.value = true;
      else if (message.kits) host.elsewhere('kits');
      else if (message.said) host.elsewhere('comments');
      else {
        // Connected again: whatever was sent meanwhile was missed.
        host.elsewhere('comments');
        void catchUp();
      }
    };
    ws.onclose = () => {
      if (mine === generation) setTimeout(() => mine === generation && connect(), RETRY);
    };
  }

  function close(): void {
    generation++;
    clearTimeout(timer);
    socket?.close();
    socket = null;
    sending = false;
    reached();
  }

  function reached(): void {
    offline.value = false;
    away.value = false;
    trouble.value = '';
  }

  /** Notes that the server could not take edits for a reason that is not theirs, and tries again later. False: it is theirs. */
  function postponed(error: unknown): boolean {
    if (error instanceof ServerProblem && (error.code === 'project.away' || error.code === 'project.unknown')) {
      away.value = true;
      trouble.value = error.message;
      schedule(ASK_AGAIN);
      return true;
    }
    if (error instanceof ServerProblem && error.status < 500 && error.status !== 429) return false;
    offline.value = true;
    trouble.value = messageOf(error);
    schedule(RETRY);
    return true;
  }

  /** Fetches what others did since the last confirmed revision. */
  async function catchUp(): Promise<void> {
    const mine = generation;
    try {
      const edits = await api.since(host.id(), host.revision());
      if (mine !== generation) return;
      reached();
      host.confirmed(edits);
      schedule(0);
    } catch (error) {
      if (mine === generation) postponed(error);
    }
  }

  /** @param wait ms until what waits is sent */
  function schedule(wait: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void send(), wait);
  }

  async function send(): Promise<void> {
    const state = host.state();
    const given = state && !sending && host.complete() ? flush(state) : null;
    if (!given) return;
    const mine = generation;
    sending = true;
    host.setState(given.state);
    try {
      const confirmed = await api.send(host.id(), given.base, given.edits);
      if (mine !== generation) return;
      sending = false;
      reached();
      host.confirmed(confirmed);
      // What others did in between comes on its own way; until it has, nothing of ours can be taken in.
      if (host.state()?.sent) await catchUp();
      schedule(0);
    } catch (error) {
      if (mine !== generation) return;
      sending = false;
      if (postponed(error)) return;
      await catchUp();
      await host.refused(error as ServerProblem, given.edits);
      schedule(0);
    }
  }

  return { offline, trouble, away, connect, close, catchUp, schedule };
}
