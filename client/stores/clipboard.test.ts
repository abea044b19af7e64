// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { InstanceNode } from '../../core/index.js';
import { openDesktop, type Desktop } from '../../testing/desktop.js';
import { instance, PLY, screenWith } from '../../testing/fakeServer.js';
import { useNotices } from './notices.js';

/** What a browser hands to a page that copies or pastes. */
class Clip {
  readonly types = new Map<string, string>();
  setData(type: string, text: string): void {
    this.types.set(type, text);
  }
  getData(type: string): string {
    return this.types.get(type) ?? '';
  }
}
let on: Desktop;
beforeEach(async () => {
  localStorage.clear();
  on = await openDesktop([
    screenWith('one', 'One', [instance('a', 'button', { label: 'Go' }), instance('b', 'link', { label: 'More' })]),
    screenWith('two', 'Two', []),
  ]);
});
afterEach(() => {
  on.doc.close();
  vi.unstubAllGlobals();
});
function copied(cut = false): Clip {
  const clip = new Clip();
  const event = { clipboardData: clip, preventDefault: () => undefined } as unknown as ClipboardEvent;
  expect(on.clipboard.copy(event, cut)).toBe(true);
  return clip;
}
const paste = (clip: Clip, over = false): boolean => on.clipboard.paste(clip as unknown as DataTransfer, over);
const own = (clip: Clip): string => clip.getData('application/x-dekkor+json');
const only = (text: string, type = 'text/plain'): Clip => {
  const clip = new Clip();
  clip.setData(type, text);
  return clip;
};

describe('copying', () => {
  it('gives data, an outline and a drawing', () => {
    on.editor.select(['a', 'b']);
    const clip = copied();
    expect(JSON.parse(own(clip))).toMatchObject({ dekkor: 2, pieces: [{ root: 'a' }, { root: 'b' }] });
    expect(clip.getData('text/plain')).toMatch(/^button "Go"\nlink "More"/iu);
    expect(clip.getData('image/svg+xml')).toMatch(/^<svg[^]*Go/u);
    expect(on.clipboard.said).toBe('2 things copied');
  });
  it('with nothing selected leaves the clipboard alone', () => {
    const clip = new Clip();
    expect(on.clipboard.copy({ clipboardData: clip } as unknown as ClipboardEvent, false)).toBe(false);
    expect(clip.types.size).toBe(0);
  });
  it('and cutting takes it away', () => {
    on.editor.select(['a']);
    copied(true);
    expect(on.top()).toEqual(['b']);
  });
});

describe('pasting', () => {
  it('puts it on the screen shown, with ids of its own', () => {
    on.editor.select(['a']);
    const clip = copied();
    on.editor.goTo('two');
    expect(paste(clip)).toBe(true);
    const [made] = on.top('two');
    expect(made).not.toBe('a');
    expect(on.screen('two').nodes[made ?? '']).toMatchObject({ component: `${PLY}/button` });
    expect(paste(clip)).toBe(true);
    expect(on.top('two')).toHaveLength(2);
  });
  it('in place of something swaps it, and its settings stay', () => {
    on.editor.select(['b']);
    const clip = copied();
    on.editor.select(['a']);
    expect(paste(clip, true)).toBe(true);
    const a = on.screen().nodes['a'] as InstanceNode;
    expect(a).toMatchObject({ component: `${PLY}/link`, placed: `${PLY}/button` });
    expect(a.overrides.map((s) => s.value)).toContain('Go');
  });
  it('knows what was copied here when only its text comes back', () => {
    on.editor.select(['a']);
    const clip = only(copied().getData('text/plain'));
    on.editor.goTo('two');
    expect(paste(clip)).toBe(true);
    expect((on.screen('two').nodes[on.top('two')[0] ?? ''] as InstanceNode).overrides).toHaveLength(1);
  });
  it('makes things of an outline, and says what a line did not mean', () => {
    on.editor.goTo('two');
    expect(paste(only('top bar Trips\ncard\n  button Book'))).toBe(true);
    expect(on.top('two')).toHaveLength(2);
  });
  it('of what needs a kit that is not here pastes nothing, and names it', () => {
    on.editor.select(['a']);
    const clip = only(own(copied()).replaceAll(PLY, 'larch@9.9.9'), 'application/x-dekkor+json');
    const before = on.doc.shown;
    expect(paste(clip)).toBe(false);
    expect(on.doc.shown).toBe(before);
    expect(useNotices().list.at(-1)).toMatchObject({ bad: true });
    expect(useNotices().list.at(-1)?.text).toContain('larch@9.9.9/button');
  });
  it.each([
    ['no JSON', '{'],
    ['something else’s', '{"made":"elsewhere"}'],
    ['of another version', '{"dekkor":2,"pieces":[]}'],
    ['without their root', '{"dekkor":1,"pieces":[{"root":"x","nodes":{}}]}'],
    ['no pieces', '{"dekkor":1,"pieces":"all"}'],
  ])('of data that is %s does nothing', (_, text) => {
    const before = on.doc.shown;
    expect(paste(only(text, 'application/x-dekkor+json'))).toBe(false);
    expect(on.doc.shown).toBe(before);
    // What claims to be ours is named when it cannot be used.
    expect(useNotices().list.length).toBe(text.includes('dekkor') ? 1 : 0);
  });
  it('of pieces that hold anything at all is named, and never taken in', () => {
    const pieces = [{ root: 'x', nodes: { x: { ...instance('x', 'button'), fills: 7 } } }];
    const before = on.doc.shown;
    const clip = only(JSON.stringify({ dekkor: 2, from: '', kits: [], pieces }), 'application/x-dekkor+json');
    expect(paste(clip)).toBe(false);
    expect(on.doc.shown).toBe(before);
    expect(useNotices().list.at(-1)?.text).toMatch(/^What was copied\.pieces.*fills must be .*Nothing was pasted\.$/u);
  });
});
