import { useLocalStorage } from '@vueuse/core';
import { computed, ref, watch, type Ref } from 'vue';
import { suggestNext, readPlaceLine, search, vocabulary, type PlaceContext, type Thing } from '../../core/index.js';
import { useClipboard } from '../stores/clipboard.js';
import { useCommands } from '../stores/commands.js';
import { useEditor } from '../stores/editor/editor.js';

/** So many things are offered while one types. */
const OFFERED = 14;
const REMEMBERED = 12;
/** What is being typed now: behind the last separator. */
const LAST = /(?:^|[,;(]|\swith\s|\sand\s|\sof\s)\s*(?:\d+\s+)?([^,;(]*)$/iu;

/** The place line: what it says, what it may become, and what Enter will do. `placed` is told what was placed. */
export function usePlaceLine(
  field: Ref<HTMLTextAreaElement | null>,
  placed: (how: () => boolean, names: readonly string[]) => boolean,
) {
  const editor = useEditor();
  const commands = useCommands();
  const clipboard = useClipboard();
  const line = ref('');
  const focused = ref(false);
  const chosen = ref(-1);
  const recent = useLocalStorage<string[]>('dekkor-recent', []);
  const sets = computed(() => Object.values(editor.ground?.project.contentSets ?? {}));
  const things = computed(() => vocabulary(editor.mainKit, editor.ground?.project));
  const device = computed(() => editor.screen?.device);
  const context = computed<PlaceContext>(() => ({ ...(device.value ? { device: device.value } : {}) }));
  const plan = computed(() => readPlaceLine(line.value, things.value, editor.mainKit, sets.value, context.value));
  const typing = computed(() => LAST.exec(line.value)?.[1]?.trim() ?? '');

  /** An empty line offers what is likely next; a word what it may become, wherever in the line it stands. */
  const offers = computed<readonly Thing[]>(() => {
    if (!focused.value) return [];
    if (line.value.trim() === '') {
      const node = editor.selectedNode;
      const role = editor.selected ? (editor.findBox(editor.selected)?.node.instance?.role ?? '') : '';
      return suggestNext(
        things.value,
        editor.calmProject?.screens ?? [],
        node?.type === 'instance' ? node.component : '',
        role,
        recent.value,
        OFFERED,
      );
    }
    const word = typing.value;
    return word === '' || /["“:]/u.test(word) ? [] : search(things.value, word).slice(0, OFFERED);
  });
  watch(offers, () => {
    chosen.value = -1;
  });
  watch([plan, () => editor.selected, focused], () =>
    commands.preview(focused.value && line.value.trim() !== '' ? plan.value : null),
  );

  const remember = (names: readonly string[]): void =>
    void (recent.value = [...new Set([...names, ...recent.value])].slice(0, REMEMBERED));
  function done(how: () => boolean, names: readonly string[]): boolean {
    editor.dropPreview = null;
    if (!placed(how, names)) return false;
    remember(names);
    line.value = '';
    return true;
  }
  function leave(): void {
    line.value = '';
    editor.dropPreview = null;
    field.value?.blur();
    editor.focusWall();
  }
  function place(): void {
    const offer = offers.value[chosen.value];
    const p = plan.value;
    if (offer) take(offer);
    // Enter on an empty line is done with it.
    else if (line.value.trim() === '') leave();
    else if (p.problem === null && p.items.length > 0)
      done(
        () => commands.placePlan(p),
        p.items.map((i) => i.thing.name),
      );
  }
  /** An offer takes the place of the word that is typed; when that was all, it is placed. */
  function take(thing: Thing): void {
    const rest = line.value.slice(0, line.value.length - typing.value.length);
    chosen.value = -1;
    if (rest.trim() !== '' && line.value.trim() !== '') line.value = `${rest}${thing.name}`;
    else {
      const p = readPlaceLine(thing.name, things.value, editor.mainKit, sets.value, context.value);
      if (p.problem === null) done(() => commands.placePlan(p), [thing.name]);
    }
    field.value?.focus();
  }
  function paste(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!text.trim().includes('\n')) return;
    event.preventDefault();
    editor.dropPreview = null;
    if (clipboard.pasteOutline(text)) line.value = '';
  }
  function key(event: KeyboardEvent): void {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      if (offers.value.length === 0) return;
      event.preventDefault();
      chosen.value =
        event.key === 'ArrowDown'
          ? Math.min(offers.value.length - 1, chosen.value + 1)
          : Math.max(-1, chosen.value - 1);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      place();
    } else if (event.key === 'Escape') {
      event.stopPropagation();
      leave();
    }
  }
  return { line, focused, chosen, things, plan, offers, take, paste, key, remember };
}
