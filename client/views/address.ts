import { onBeforeUnmount, watch } from 'vue';
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router';
import type { RunId } from '../keys/table.js';
import { useDocument } from '../stores/document/document.js';
import { useModes } from '../stores/modes.js';
import { useSituations } from '../stores/situations.js';
import { useEditor } from '../stores/editor/editor.js';

/** Commands that do another thing on each place of work. */
type OwnId = Extract<
  RunId,
  | 'out'
  | 'alikeHere'
  | 'alikeAnywhere'
  | 'previousScreen'
  | 'nextScreen'
  | 'wholeWall'
  | 'thisScreen'
  | 'zoomIn'
  | 'zoomOut'
  | 'nextOver'
  | 'fold'
>;
export type OwnCommands = Readonly<Record<OwnId, () => void>>;

/**
 * The address says what is open and selected, and through which lens; what is chosen is written back to it.
 * @param name of the route, and of the parameter that says what is open
 * @param open opens what the address asks for; empty: it does not say
 * @param now what is open; empty: nothing yet
 */
export function useAddress(name: string, param: string, open: (asked: string) => void, now: () => string): void {
  const doc = useDocument();
  const editor = useEditor();
  const modes = useModes();
  const situations = useSituations();
  const route = useRoute();
  const router = useRouter();
  let wrote = '';
  watch(
    [
      () => doc.shown?.id,
      () => route.params[param],
      () => route.query['sel'],
      () => route.query['lens'],
      () => route.query['mode'],
      () => route.query['in'],
    ],
    () => {
      if (!doc.shown || route.name !== name) return;
      // What was written here says how it was then: what was chosen meanwhile stays.
      if (told(route.params[param], route.query) === wrote) return;
      open(String(route.params[param] ?? ''));
      editor.lens = String(route.query['lens'] ?? '');
      modes.seen = String(route.query['mode'] ?? '');
      situations.seen = String(route.query['in'] ?? '');
      const sel = String(route.query['sel'] ?? '');
      if (sel !== editor.selection.join(',')) editor.select(sel === '' ? [] : sel.split(','));
    },
    { immediate: true },
  );
  let later: ReturnType<typeof setTimeout> | undefined;
  // What was chosen is shown first.
  watch([now, () => editor.selection.join(','), () => editor.lens, () => modes.seen, () => situations.seen], () => {
    clearTimeout(later);
    later = setTimeout(write, SHOWN_FIRST);
  });
  /** What it should say now; null: nothing of this view is open. */
  function wanted(): { readonly path: string; readonly query: Record<string, string> } | null {
    if (route.name !== name || now() === '') return null;
    const query = {
      ...(editor.selection.length > 0 ? { sel: editor.selection.join(',') } : {}),
      ...(editor.lens ? { lens: editor.lens } : {}),
      ...(modes.seen ? { mode: modes.seen } : {}),
      ...(situations.seen ? { in: situations.seen } : {}),
    };
    return { path: `/p/${String(route.params['project'])}/${name}/${now()}`, query };
  }
  function write(): void {
    later = undefined;
    const to = wanted();
    if (!to) return;
    wrote = told(now(), to.query);
    void router.replace(to);
  }
  // Whoever goes elsewhere before it is written finds it written when coming back, and is not held up.
  onBeforeRouteLeave(() => {
    if (later === undefined) return;
    clearTimeout(later);
    later = undefined;
    const to = wanted();
    if (to) router.options.history.replace(router.resolve(to).fullPath);
  });
  onBeforeUnmount(() => clearTimeout(later));
}
/** ms */
const SHOWN_FIRST = 40;
/** What an address says, as one text. */
const told = (open: unknown, query: Readonly<Record<string, unknown>>): string =>
  JSON.stringify([open ?? '', ...['sel', 'lens', 'mode', 'in'].map((k) => query[k] ?? '')].map(String));
