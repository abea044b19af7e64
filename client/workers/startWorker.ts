import * as Comlink from 'comlink';
import type { CoreService } from './core.worker.js';

export type RemoteWorker = Comlink.Remote<CoreService>;

let stands: Promise<unknown> = Promise.resolve();
/**
 * Workers start once this is done. Chromium with a debugger attached at times stands still for good when a worker starts at the
 * very moment in which the page writes its first address into the history.
 */
export function workersWaitFor(page: Promise<unknown>): void {
  stands = page;
}

let stood: () => void = () => undefined;
/** Views write what they show into the address when they open: the first of them has done that, or takes too long. */
const viewStands = new Promise<void>((done) => {
  stood = done;
});
/** How long the worker waits for the first view at most: ms. */
const LONGEST_WAIT = 2500;
/** Told by the first view, when it stands and its address is written. */
export const pageStands = (): void => stood();

/** Starts the core's worker and waits until it says that it is ready. */
export async function startWorker(): Promise<RemoteWorker> {
  await stands.catch(() => undefined);
  await Promise.race([viewStands, new Promise((r) => setTimeout(r, LONGEST_WAIT))]);
  const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
  return new Promise((done, fail) => {
    const first = (event: MessageEvent): void => {
      if (event.data !== 'ready') return;
      worker.removeEventListener('message', first);
      done(Comlink.wrap<CoreService>(worker));
    };
    worker.addEventListener('message', first);
    worker.addEventListener('error', (event) => fail(new Error(event.message || 'The worker could not start')), {
      once: true,
    });
  });
}
