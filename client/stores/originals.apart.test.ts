// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { InstanceNode } from '../../core/index.js';
import { openDesktop, type Desktop } from '../../testing/desktop.js';
import { instance, PLY, screenWith } from '../../testing/fakeServer.js';
import { useOriginals } from './originals.js';
import { useNotices } from './notices.js';

// Without a page there is no way to go anywhere.
vi.mock('vue-router', () => ({ useRouter: () => undefined }));

let on: Desktop;
beforeEach(async () => {
  on = await openDesktop([
    screenWith('one', 'One', [
      instance('tick', 'switch', { label: 'Remind me' }),
      instance('card', 'card', { title: 'Harbour' }),
      instance('rule', 'divider'),
    ]),
  ]);
});
afterEach(() => {
  on.doc.close();
  vi.unstubAllGlobals();
});
const said = (): string => useNotices().list.at(-1)?.text ?? '';

describe('unlinking', () => {
  it('says what the thing did by itself, which plain parts do not, and how it comes back', () => {
    on.editor.select(['tick']);
    useOriginals().detach();
    expect(on.screen().nodes['tick']).toMatchObject({ type: 'box', was: { component: `${PLY}/switch` } });
    expect(said()).toMatch(
      /^Plain parts now\. What it did by itself has ended: “when pressed, set .+ to the opposite”/u,
    );
    expect(said()).toMatch(/“Link again” makes it Switch again/u);
  });
  it('says nothing of that where there was nothing', () => {
    on.editor.select(['rule']);
    useOriginals().detach();
    expect(said()).toBe('Plain parts now. “Link again” makes it Divider again, with what you change kept.');
  });
  it('is one step, and brings back exactly what was', async () => {
    const before = on.doc.shown;
    on.editor.select(['tick', 'card']);
    useOriginals().detach();
    expect(['tick', 'card'].map((id) => on.screen().nodes[id]?.type)).toEqual(['box', 'box']);
    await on.doc.undo();
    expect(on.doc.shown).toEqual(before);
  });
  it('of what is plain already, or of nothing, says so and changes nothing', () => {
    const originals = useOriginals();
    on.editor.select(['tick']);
    originals.detach();
    const plain = on.doc.shown;
    originals.detach();
    expect(on.doc.shown).toBe(plain);
    expect(said()).toContain('plain already');
  });
});

describe('linking again', () => {
  it('makes it the instance that it was', () => {
    const originals = useOriginals();
    const was = on.screen().nodes['card'] as InstanceNode;
    on.editor.select(['card']);
    originals.detach();
    on.editor.select(['card']);
    originals.reattach();
    expect(on.screen().nodes['card']).toEqual(was);
  });
});
