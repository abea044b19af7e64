// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useLibrary } from '../stores/library.js';
import type { RemoteWorker } from '../workers/startWorker.js';
import { openDesktop, type Desktop } from '../../testing/desktop.js';
import { instance, screenWith } from '../../testing/fakeServer.js';
import { useSheets } from './sheets.js';
import { useNotices } from '../stores/notices.js';

let on: Desktop;
beforeEach(async () => {
  on = await openDesktop([screenWith('one', 'One', [instance('a', 'button', { label: 'Go' })])]);
});
afterEach(() => {
  on.doc.close();
  vi.unstubAllGlobals();
});
const file = (): File => new File(['Only words.'], 'words.svg', { type: 'image/svg+xml' });
const said = (): string => useNotices().list.at(-1)?.text ?? '';

describe('a sheet of drawings that is chosen', () => {
  it('before the worker is there is read once it is, and not lost', async () => {
    const library = useLibrary();
    library.worker = null;
    const reading = useSheets().read(file());
    await new Promise((r) => setTimeout(r, 20));
    expect(said()).toBe('');
    library.worker = { sheet: () => Promise.resolve({ problem: 'It is no drawing.' }) } as unknown as RemoteWorker;
    await reading;
    expect(said()).toBe('words.svg: It is no drawing. Nothing was changed.');
  });
  it('is refused by name when nothing starts that could read it', async () => {
    vi.useFakeTimers();
    useLibrary().worker = null;
    const reading = useSheets().read(file());
    await vi.advanceTimersByTimeAsync(30_000);
    vi.useRealTimers();
    await reading;
    expect(said()).toMatch(/^words\.svg: It could not be read, .* Try again\. Nothing was changed\.$/u);
  });
});
