import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { kitRef, kitsToOffer, shownKit, updateOf, appliedKitsOf, type Kit, type KitRef } from '../../core/index.js';
import { useDocument } from './document/document.js';
import { useLibrary } from './library.js';
import { useEditor } from './editor/editor.js';

/** Kits that the project shows, which others there are to choose from, and newer versions of those in use. */
export const useKitUpdates = defineStore('kitUpdates', () => {
  const doc = useDocument();
  const library = useLibrary();
  const editor = useEditor();
  /** `project|kit`: newer versions that were put off. They are still there to be put on. */
  const later = useLocalStorage<readonly string[]>('dekkor-not-now', []);

  const inUse = computed<ReadonlySet<KitRef>>(() => {
    const project = editor.ground?.project;
    const first = project?.kits[0];
    if (!project || first === undefined) return new Set();
    const all = [project.appliedKits, ...(doc.shown?.screens ?? []).map((s) => appliedKitsOf(project, s))];
    return new Set([...new Set(all)].map((w) => shownKit(w, first)));
  });
  /** Kits that nobody hid, and those in use. */
  const open = computed(() => {
    const hidden = new Set(library.infos.filter((i) => i.hidden).map((i) => i.ref));
    return hidden.size === 0
      ? library.kits
      : new Map([...library.kits].filter(([ref]) => !hidden.has(ref) || inUse.value.has(ref)));
  });
  const offered = computed<readonly Kit[]>(() => kitsToOffer(open.value, inUse.value));
  /** Newer versions of what is in use. */
  const newer = computed<readonly Kit[]>(() => [
    ...new Set([...inUse.value].flatMap((ref) => updateOf(open.value, ref) ?? [])),
  ]);
  const keyOf = (kit: Kit): string => `${doc.id}|${kitRef(kit)}`;
  /** The one to tell of. */
  const next = computed<Kit | undefined>(() => newer.value.find((k) => !later.value.includes(keyOf(k))));
  function putOff(kit: Kit): void {
    later.value = [...later.value.filter((k) => k !== keyOf(kit)), keyOf(kit)].slice(-200);
  }
  return { inUse, offered, newer, next, putOff };
});
