// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { blankScreen, type Step } from '../../../core/index.js';
import { FakeServer, FakeSocket } from '../../../testing/fakeServer.js';
import { useDocument } from './document.js';
import { notify } from '../notices.js';
import { useNotices } from '../notices.js';

const widen: Step = { do: 'setScreen', screen: 's', field: 'width', value: 400 };
const rename = (value: string): Step => ({ do: 'setScreen', screen: 's', field: 'name', value });
let server: FakeServer;
let doc: ReturnType<typeof useDocument>;
const name = (): string | undefined => doc.shown?.screens[0]?.name;
const until = (is: () => boolean): Promise<void> => vi.waitFor(() => expect(is()).toBe(true), { timeout: 4000 });

beforeEach(async () => {
  server = new FakeServer();
  FakeSocket.all.length = 0;
  vi.stubGlobal('fetch', server.fetch);
  vi.stubGlobal('WebSocket', FakeSocket);
  setActivePinia(createPinia());
  doc = useDocument();
  await doc.open(server.project.id);
});
afterEach(() => {
  doc.close();
  vi.unstubAllGlobals();
});

describe('the open project', () => {
  it('shows a change at once, and says when it is saved', async () => {
    expect(doc.act('Rename', [rename('Harbour')])).toBe(true);
    expect(name()).toBe('Harbour');
    expect(doc.saveState).toBe('saving');
    await until(() => doc.saveState === 'all saved');
    expect(server.project.screens[0]?.name).toBe('Harbour');
  });
  it('makes one step of what is typed in a row, sent when it rests', async () => {
    for (const text of ['Q', 'Qu', 'Quay']) doc.act('Rename', [rename(text)], 'name');
    expect(doc.typing).toBe(true);
    await until(() => doc.saveState === 'all saved');
    expect(server.confirmed.map((c) => c.edit.steps)).toEqual([[rename('Quay')]]);
    expect(await doc.undo()).toContain('Rename');
    expect(name()).toBe('First');
  });
  it('does what belongs to a change before anything else comes', async () => {
    doc.actInTwo('Rename both', [rename('One')], () => [widen], 'k', true);
    expect(doc.shown?.screens[0]).toMatchObject({ name: 'One', width: 390 });
    expect(await doc.undo()).toContain('Rename both');
    expect(doc.shown?.screens[0]).toMatchObject({ name: 'First', width: 390 });
    expect(doc.undoName).toBe(null);
    await doc.redo();
    expect(doc.shown?.screens[0]).toMatchObject({ name: 'One', width: 400 });
  });
  it('says why something cannot be done, and changes nothing', () => {
    const before = doc.shown;
    expect(doc.act('Move it', [{ do: 'remove', tree: 'screen:s', node: 'nobody' }])).toBe(false);
    expect(doc.shown).toBe(before);
    expect(useNotices().list.at(-1)).toMatchObject({ bad: true });
    expect(useNotices().list.at(-1)?.text).toMatch(/^Move it: .* Nothing was changed\.$/u);
  });
  it('keeps what is done while the server is away, says so, and sends it later', async () => {
    server.away = true;
    doc.act('Rename', [rename('Jetty')]);
    await vi.waitFor(() => expect(doc.saveState).toBe('1 not sent, kept here'), { timeout: 4000 });
    expect(name()).toBe('Jetty');
    server.away = false;
    await until(() => doc.saveState === 'all saved');
    expect(server.project.screens[0]?.name).toBe('Jetty');
  });
  it('finds what was not sent again when the project is opened the next time', async () => {
    server.away = true;
    doc.act('Rename', [rename('Slip')]);
    doc.close();
    server.away = false;
    await new Promise((r) => setTimeout(r, 20));
    await doc.open(server.project.id);
    expect(name()).toBe('Slip');
    await until(() => doc.saveState === 'all saved');
    expect(server.project.screens[0]?.name).toBe('Slip');
  });
  it('keeps what is done on a project that somebody put away, and sends it once it is brought back', async () => {
    server.putAway = true;
    doc.act('Rename', [rename('Dock')]);
    await until(() => doc.away);
    expect(doc.saveState).toBe('1 not sent, kept here');
    expect(doc.trouble).toBe('Harbour was put away.');
    expect(name()).toBe('Dock');
    await doc.restoreProject();
    await until(() => doc.saveState === 'all saved');
    expect(doc.away).toBe(false);
    expect(server.project.screens[0]?.name).toBe('Dock');
  });
  it('keeps the last of what it tells, however much that is', () => {
    for (let i = 1; i <= 500; i++) notify(`Told ${i}`);
    expect(useNotices().list.length).toBeLessThan(60);
    expect(useNotices().list.at(-1)?.text).toBe('Told 500');
    const ids = useNotices().list.map((n) => n.id);
    expect(ids).toEqual([...new Set(ids)].sort((a, b) => a - b));
  });
  it('loses nothing that was kept when opening it fails half way', async () => {
    server.away = true;
    doc.act('Rename', [rename('Mole')]);
    doc.close();
    await new Promise((r) => setTimeout(r, 20));
    sessionStorage.clear();
    await expect(doc.open(server.project.id)).rejects.toThrow();
    server.away = false;
    await doc.open(server.project.id);
    expect(name()).toBe('Mole');
  });
  it('says what the server says of why it cannot store anything now', async () => {
    vi.stubGlobal('fetch', (url: string, init?: { method?: string }) =>
      init?.method === 'POST'
        ? Promise.resolve(
            new Response(JSON.stringify({ code: 'store.full', detail: 'The disk is full.' }), { status: 507 }),
          )
        : server.fetch(url, init),
    );
    doc.act('Rename', [rename('Weir')]);
    await until(() => doc.offline);
    expect([doc.trouble, doc.saveState]).toEqual(['The disk is full.', '1 not sent, kept here']);
    vi.stubGlobal('fetch', server.fetch);
    await until(() => doc.saveState === 'all saved');
  });
  it('takes back what the server refuses, and names it', async () => {
    server.refuses = 'That name is taken.';
    doc.act('Rename', [rename('Pier')]);
    await until(() => name() === 'First');
    expect(useNotices().list.some((n) => n.bad && n.text.includes('That name is taken.'))).toBe(true);
  });
  it('shows what others do as it is told', async () => {
    const told = server.take({ id: 'theirs', label: 'Rename', steps: [rename('Theirs')] });
    FakeSocket.all.at(-1)?.tell({ edits: [told] });
    await until(() => name() === 'Theirs');
    expect(doc.revision).toBe(1);
  });
  it('asks for what it did not hear of', async () => {
    server.take({ id: 'a', label: 'Rename', steps: [rename('One')] });
    const second = server.take({ id: 'b', label: 'Rename', steps: [rename('Two')] });
    FakeSocket.all.at(-1)?.tell({ edits: [second] });
    await until(() => name() === 'Two');
    expect(doc.revision).toBe(2);
  });
});

describe('a large project, opened in parts', () => {
  const screens = ['s', 't', 'u'].map((id) => blankScreen(id, `Screen ${id}`, 'flow-1', 'phone', 390, 844));
  const large = new FakeServer(screens);
  beforeEach(() => {
    large.parts = true;
    vi.stubGlobal('fetch', large.fetch);
  });

  it('shows what is looked at before the rest is there, and keeps what is done to it meanwhile', async () => {
    const opening = doc.open(large.project.id, 's');
    await until(() => doc.missing.size === 2);
    const first = doc.shown?.screens[0];
    expect(doc.saveState).toBe('opening, 2 to come');
    expect(doc.act('Rename', [rename('Harbour')])).toBe(true);
    expect(name()).toBe('Harbour');
    for (let part = 0; part < 2; part++) {
      await until(() => doc.missing.size === 2 - part);
      await new Promise((r) => setTimeout(r, 10));
      large.letGo();
    }
    await opening;
    expect([doc.missing.size, name(), doc.shown?.screens[1]?.nodes]).toEqual([0, 'Harbour', screens[1]?.nodes]);
    expect(doc.shown?.screens[0]?.nodes).toBe(first?.nodes);
    await until(() => doc.saveState === 'all saved');
    expect(large.project.screens[0]?.name).toBe('Harbour');
  });
  it('is left for another before the rest is there', async () => {
    const opening = doc.open(large.project.id, 's');
    await until(() => doc.missing.size === 2);
    vi.stubGlobal('fetch', server.fetch);
    await doc.open(server.project.id);
    large.letGo();
    await opening;
    expect([doc.id, doc.missing.size]).toEqual([server.project.id, 0]);
  });
});
