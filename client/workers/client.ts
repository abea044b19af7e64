import * as Comlink from 'comlink';
import type { Service } from './core.worker.js';

export type CoreWorker = Comlink.Remote<Service>;

/** Starts the core's worker and waits until it says that it is ready. */
export function startWorker(): Promise<CoreWorker> {
  const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
  return new Promise((done, fail) => {
    const first = (event: MessageEvent): void => {
      if (event.data !== 'ready') return;
      worker.removeEventListener('message', first);
      done(Comlink.wrap<Service>(worker));
    };
    worker.addEventListener('message', first);
    worker.addEventListener('error', (event) => fail(new Error(event.message || 'The worker could not start')), {
      once: true,
    });
  });
}
