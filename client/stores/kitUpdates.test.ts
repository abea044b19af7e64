// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { kitRef, planRebrand, readKit, type Kit, type KitRef } from '../../core/index.js';
import { openDesktop, type Desktop } from '../../testing/desktop.js';
import { instance, PLY, screenWith } from '../../testing/fakeServer.js';
import type { KitInfo } from '../base/api.js';
import { useLibrary } from './library.js';
import { useKitUpdates } from './kitUpdates.js';

let on: Desktop;
beforeEach(async () => {
  localStorage.clear();
  on = await openDesktop([screenWith('one', 'One', [instance('a', 'button', { label: 'Go' })])]);
});
afterEach(() => {
  on.doc.close();
  vi.unstubAllGlobals();
});
/** The library as the server tells of it: these kits, those that are hidden. */
function listed(refs: readonly KitRef[], hidden: readonly KitRef[] = []): void {
  useLibrary().infos = refs.map((ref) => ({ ref, hidden: hidden.includes(ref) }) as KitInfo);
}
const offered = (): readonly KitRef[] => useKitUpdates().offered.map(kitRef).sort();
const [SKERRY, FJELL, LUMEN] = ['skerry-line@2.1.0', 'fjell-coach@1.2.0', 'lumen-night-rail@1.0.0'] as const;
const ALL = [PLY, SKERRY, FJELL, LUMEN];

describe('kits to choose from', () => {
  it('are all that are installed, and the same list for as long as they are', () => {
    listed(ALL);
    expect(offered()).toEqual([...ALL].sort());
    expect(useKitUpdates().offered).toBe(useKitUpdates().offered);
  });
  it('are none that somebody hid', () => {
    listed(ALL, [FJELL]);
    expect(offered()).toEqual([LUMEN, PLY, SKERRY]);
  });
  it('are those that screens wear, though they are hidden', () => {
    listed(ALL, [PLY, FJELL, LUMEN]);
    expect(offered()).toEqual([PLY, SKERRY]);
  });
});

describe('a newer version of what is in use', () => {
  /** Two versions of a brand are installed, and the screens wear the older one. */
  function wearOlder(): Kit {
    const library = useLibrary();
    const source: unknown = JSON.parse(readFileSync(`${process.cwd()}/kits/skerry-line-2.2.0/kit.json`, 'utf8'));
    const { value } = readKit(source, { bases: library.kits });
    if (!value) throw new Error('The newer version cannot be read');
    library.kits = new Map([...library.kits, [kitRef(value), value]]);
    const project = on.doc.shown;
    if (!project) throw new Error('No project is open');
    const { sheet } = planRebrand({ project, kits: library.kits }, PLY, SKERRY);
    on.doc.act('Put Skerry Line on', [{ do: 'appliedKits', value: [{ kit: PLY, shows: SKERRY, sheet }] }]);
    return value;
  }
  it('is told of until it is put off, and is there all the same', () => {
    const newer = wearOlder();
    const kitUpdates = useKitUpdates();
    expect(kitUpdates.newer.map(kitRef)).toEqual([kitRef(newer)]);
    expect(kitUpdates.next && kitRef(kitUpdates.next)).toBe(kitRef(newer));
    kitUpdates.putOff(newer);
    expect(kitUpdates.next).toBeUndefined();
    expect(kitUpdates.newer.map(kitRef)).toEqual([kitRef(newer)]);
  });
});
