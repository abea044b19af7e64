<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import {
  lookIn,
  Memory,
  plainKind,
  carryInstance,
  childrenOf,
  componentAt,
  listAt,
  placesOf,
  readPlaceLine,
  shownComponent,
  slotPlace,
  textPlace,
  vocabulary,
  type Box,
  type Node,
  type Screen,
  type Spot,
  type World,
} from '../../core/index.js';
import { useClipboard } from '../stores/clipboard.js';
import { useCommands } from '../stores/commands.js';
import { useDocument } from '../stores/document.js';
import { commandOf } from '../keys/table.js';
import { heldPicture, useDrag } from '../stores/drag.js';
import { useStage } from '../stores/stage.js';
import { useWriting } from '../stores/writing.js';
import ScreenTools from './ScreenTools.vue';

const doc = useDocument();
const stage = useStage();
const commands = useCommands();
const clipboard = useClipboard();
const writing = useWriting();
const drag = useDrag();
const list = ref<HTMLElement | null>(null);
/** Only the lines in view exist: px. */
const LINE = 26;
const scroll = ref({ top: 0, height: 600 });
/** Screens of the flow, one below the other; the others folded to their names. */
const whole = ref(false);
const unfolded = ref<ReadonlySet<string>>(new Set());

interface Line {
  readonly key: string;
  readonly screen: Screen;
  readonly id: string;
  readonly depth: number;
  readonly kind: string;
  readonly text: string;
  readonly count: number;
  readonly ghost: boolean;
  readonly head?: boolean;
}

/** What a thing says: its first filled texts, as `label: value`. */
function saying(node: Node, screen: Screen): string {
  if (node.type === 'text') return node.attrs.text ?? '';
  if (node.type === 'series')
    return node.rows === undefined
      ? `${node.entries.length} times`
      : `from ${doc.shown?.contentSets[node.rows]?.name ?? 'a content set'}`;
  if (node.type !== 'instance') return node.name ?? node.attrs.icon ?? '';
  const w = stage.world;
  const component = w ? componentAt(w, shownComponent(stage.wearsShown(screen), node.component)) : undefined;
  const shown =
    screen.id === stage.screenId
      ? (stage.findBox(node.id)?.node.instance?.props ?? {})
      : Object.fromEntries(
          w
            ? carryInstance(w, stage.wearsShown(screen), node)
                .settings.filter((c) => c.kind === 'prop' && c.at.length === 0)
                .map((c) => [c.name, c.value])
            : [],
        );
  const texts = (component?.contract.props ?? [])
    .filter((p) => p.kind === 'text' && p.means !== 'placeholder')
    .map((p) => shown[p.id] ?? p.default)
    .filter((v): v is string => typeof v === 'string' && v !== '');
  return texts.slice(0, 2).join(': ');
}
function kindOf(node: Node, screen: Screen): string {
  if (node.type === 'instance') {
    const w = stage.world;
    return (w ? componentAt(w, shownComponent(stage.wearsShown(screen), node.component))?.name : undefined) ?? 'Gone';
  }
  return plainKind(node);
}
/** How often a thing differs from its original in more than what it says: text, items and pictures are expected to. */
function ownWays(node: Extract<Node, { type: 'instance' }>, screen: Screen): number {
  const w = stage.world;
  if (!w) return 0;
  const wears = stage.wearsShown(screen);
  const props = componentAt(w, shownComponent(wears, node.component))?.contract.props ?? [];
  return carryInstance(w, wears, node).settings.filter(
    (c) =>
      c.from >= 0 &&
      !(
        c.kind === 'prop' &&
        c.at.length === 0 &&
        ['text', 'list', 'image'].includes(props.find((p) => p.id === c.name)?.kind ?? '')
      ),
  ).length;
}
/** Lines as they were, with all that they looked up: one that would say the same is not made again. */
const kept = new Memory<Line>(8);
function lineOf(
  world: World,
  screen: Screen,
  node: Node,
  depth: number,
  ghost: boolean,
  boxes: ReadonlyMap<string, Box>,
): Line {
  const given = [
    screen.id,
    depth,
    ghost,
    boxes.get(node.id)?.node,
    stage.wearsShown(screen),
    world.project.contentSets,
  ];
  const line = kept.of(
    node,
    given,
    () => ({
      key: `${screen.id}/${node.id}`,
      screen,
      id: node.id,
      depth,
      kind: kindOf(node, screen),
      text: saying(node, screen),
      count: node.type === 'instance' ? ownWays(node, screen) : 0,
      ghost,
    }),
    lookIn(world),
  );
  return line.screen === screen ? line : { ...line, screen };
}
function linesOf(screen: Screen): Line[] {
  const w = stage.world;
  const found: Line[] = [];
  if (!w) return found;
  const ghosts = new Set(screen.id === stage.screenId ? (stage.ghost?.made ?? []) : []);
  const boxes = screen.id === stage.screenId ? stage.boxMap : NO_BOXES;
  const visit = (id: string, depth: number, ghost: boolean): void => {
    const node = screen.nodes[id];
    if (!node) return;
    const isGhost = ghost || ghosts.has(id);
    if (id !== screen.root) found.push(lineOf(w, screen, node, depth, isGhost, boxes));
    for (const c of childrenOf(node)) visit(c, id === screen.root ? depth : depth + 1, isGhost);
  };
  visit(screen.root, 0, false);
  return found;
}
const NO_BOXES: ReadonlyMap<string, Box> = new Map();
const lines = computed<Line[]>(() => {
  const s = stage.outlined;
  if (!s) return [];
  if (!whole.value) return linesOf(s);
  return (doc.shown?.screens ?? [])
    .filter((x) => x.flow === s.flow)
    .flatMap((x) => {
      const screen = x.id === s.id ? s : x;
      const head: Line = {
        key: x.id,
        screen,
        id: screen.root,
        depth: 0,
        kind: 'Screen',
        text: x.name,
        count: 0,
        ghost: false,
        head: true,
      };
      return x.id === s.id || unfolded.value.has(x.id)
        ? [head, ...linesOf(screen).map((l) => ({ ...l, depth: l.depth + 1 }))]
        : [head];
    });
});
const span = computed(() => {
  const first = Math.max(0, Math.floor(scroll.value.top / LINE) - 10);
  return { first, last: Math.min(lines.value.length, Math.ceil((scroll.value.top + scroll.value.height) / LINE) + 10) };
});
const shownLines = computed(() =>
  lines.value.slice(span.value.first, span.value.last).map((line, i) => ({ line, at: span.value.first + i })),
);
function scrolled(): void {
  if (list.value) scroll.value = { top: list.value.scrollTop, height: scroll.value.height };
}
const isOn = (line: Line): boolean =>
  line.head
    ? stage.picked.includes(line.screen.id) || (line.screen.id === stage.screenId && stage.countSelected === 0)
    : line.screen.id === stage.screenId
      ? stage.selectedIds.includes(line.id)
      : stage.elsewhere.some((e) => e.screen === line.screen.id && e.node === line.id);

let anchor = '';
function pick(line: Line, event: MouseEvent): void {
  if (drag.wasDrag()) return;
  list.value?.focus({ preventScroll: true });
  if (line.head) {
    if (line.screen.id === stage.screenId && event.detail > 1) return;
    if (event.shiftKey || event.ctrlKey) stage.pickScreen(line.screen.id);
    else stage.goTo(line.screen.id);
    return;
  }
  const same = line.screen.id === stage.screenId;
  if (event.shiftKey && same) {
    const inScreen = lines.value.filter((l) => l.screen.id === line.screen.id && !l.head);
    const from = inScreen.findIndex((l) => l.id === (anchor || stage.selection[0]));
    const at = inScreen.findIndex((l) => l.id === line.id);
    if (from >= 0) {
      stage.select(inScreen.slice(Math.min(at, from), Math.max(at, from) + 1).map((l) => l.id));
      return;
    }
  }
  if ((event.ctrlKey || event.metaKey) && same) {
    stage.select(
      stage.selectedIds.includes(line.id)
        ? stage.selectedIds.filter((k) => k !== line.id)
        : [...stage.selectedIds, line.id],
    );
    return;
  }
  anchor = line.id;
  if (same) stage.select([line.id]);
  else stage.goTo(line.screen.id, [line.id]);
}
function foldHead(line: Line): void {
  const next = new Set(unfolded.value);
  if (next.has(line.screen.id)) next.delete(line.screen.id);
  else next.add(line.screen.id);
  unfolded.value = next;
}
watch(
  () => stage.selected,
  async (key) => {
    await nextTick();
    const at = lines.value.findIndex(
      (l) => l.screen.id === stage.screenId && l.id === (stage.selectedPlace?.node ?? key),
    );
    const el = list.value;
    // What is known of the scrolling is asked, not the page: it would have to be laid out for that.
    const { top, height } = scroll.value;
    if (!el || at < 0) return;
    if (at * LINE < top) el.scrollTop = at * LINE;
    else if ((at + 1) * LINE > top + height) el.scrollTop = (at + 1) * LINE - height;
  },
);
useResizeObserver(list, ([e]) => {
  if (e) scroll.value = { top: scroll.value.top, height: e.contentRect.height };
});

// ── writing on lines ──
/** A line being written: a new one with its place, or the text of one that is there. */
const writingLine = ref<{
  readonly after: string;
  readonly depth: number;
  readonly spot: Spot | null;
  readonly id: string | null;
  text: string;
} | null>(null);
const lineField = ref<HTMLInputElement[] | null>(null);
const lineText = ref('');
const plan = computed(() =>
  readPlaceLine(
    lineText.value,
    vocabulary(stage.mainKit, doc.shown ?? undefined),
    stage.mainKit,
    Object.values(doc.shown?.contentSets ?? {}),
    { ...(stage.screen ? { device: stage.screen.device } : {}), ...lineInside.value },
  ),
);
/** The role of what a new line stands in. */
const lineInside = computed(() => {
  const into = writingLine.value?.spot?.into;
  const around = into ? stage.screen?.nodes[into.parent] : undefined;
  const role =
    around?.type === 'instance' && stage.world
      ? componentAt(stage.world, shownComponent(stage.wears, around.component))?.role
      : undefined;
  return role === undefined ? {} : { inside: role };
});
watch([plan, writingLine], () => {
  const w = writingLine.value;
  if (w && w.id === null && lineText.value.trim() !== '') commands.preview(plan.value, w.spot ?? undefined);
  else if (w) stage.ghost = null;
});
function spotBehind(id: string): { spot: Spot | null; depth: number } {
  const s = stage.screen;
  const into = s ? placesOf(s.nodes).get(id) : undefined;
  const line = lines.value.find((l) => l.screen.id === stage.screenId && l.id === id);
  return { spot: into ? { into, after: id } : null, depth: line?.depth ?? 0 };
}
function openNew(): void {
  const id =
    stage.selectedPlace?.node ??
    lines.value.filter((l) => l.screen.id === stage.screenId && !l.head && l.depth === (whole.value ? 1 : 0)).at(-1)
      ?.id ??
    '';
  const { spot, depth } = spotBehind(id);
  lineText.value = '';
  writingLine.value = { after: id, depth, spot, id: null, text: '' };
  focusLine();
}
function openText(line: Line): void {
  const text = line.screen.id === stage.screenId ? writing.firstText(line.id) : undefined;
  if (!text) return;
  lineText.value = text.node.text;
  writingLine.value = { after: line.id, depth: line.depth, spot: null, id: text.node.key, text: text.node.text };
  focusLine();
}
function focusLine(end = false): void {
  void nextTick(() => {
    const el = lineField.value?.[0];
    el?.focus();
    if (end) el?.setSelectionRange(el.value.length, el.value.length);
    else el?.select();
  });
}
function leaveLine(): void {
  writingLine.value = null;
  stage.ghost = null;
  lineText.value = '';
}
/** Does what the line says. */
function commitLine(): boolean {
  const w = writingLine.value;
  const s = stage.screen;
  if (!w || !s) return false;
  if (w.id !== null) {
    const text = lineText.value;
    const key = w.id;
    leaveLine();
    const place = stage.world ? textPlace(stage.world, stage.wears, s, key) : null;
    if (place && text !== w.text) doc.act(`Type “${text.slice(0, 30)}”`, writing.stepsAt(s, place, text, 'text'));
    return true;
  }
  if (lineText.value.trim() === '') {
    leaveLine();
    return true;
  }
  if (plan.value.problem !== null) {
    doc.say(plan.value.problem, true);
    return false;
  }
  stage.ghost = null;
  const ok = commands.placePlan(plan.value, w.spot ?? undefined);
  if (ok) leaveLine();
  return ok;
}
function lineKey(event: KeyboardEvent): void {
  const w = writingLine.value;
  if (!w) return;
  event.stopPropagation();
  if (event.key === 'Escape') {
    leaveLine();
    list.value?.focus();
  } else if (event.key === 'Enter') {
    event.preventDefault();
    const wasNew = w.id === null;
    const empty = lineText.value.trim() === '';
    if (commitLine() && !(wasNew && empty)) void nextTick(openNew);
    else if (!writingLine.value) list.value?.focus();
  } else if (event.key === 'Tab') {
    event.preventDefault();
    shiftLine(event.shiftKey ? 'out' : 'in');
  }
}
/** A new line goes into what stands before it, or out of what it stands in. */
function shiftLine(way: 'in' | 'out'): void {
  const w = writingLine.value;
  const s = stage.screen;
  const world = stage.world;
  if (!w || !s || !world) return;
  if (w.id !== null) {
    commitLine();
    commands.nudge(way);
    list.value?.focus();
    return;
  }
  if (!w.spot) return;
  if (way === 'out') {
    const up = placesOf(s.nodes).get(w.spot.into.parent);
    if (up)
      writingLine.value = { ...w, depth: Math.max(0, w.depth - 1), spot: { into: up, after: w.spot.into.parent } };
  } else {
    const before = w.spot.after === null ? undefined : s.nodes[w.spot.after];
    if (before?.type === 'box')
      writingLine.value = {
        ...w,
        depth: w.depth + 1,
        spot: { into: { parent: before.id }, after: before.children.at(-1) ?? null },
      };
    else if (before?.type === 'instance') {
      const slot = componentAt(world, shownComponent(stage.wears, before.component))?.contract.slots[0];
      if (!slot) {
        doc.say(`${stage.nameOf(before)} has no slot, so nothing can go into it.`);
        return;
      }
      const into = slotPlace(world, stage.wears, before, slot.id);
      writingLine.value = { ...w, depth: w.depth + 1, spot: { into, after: listAt(s.nodes, into).at(-1) ?? null } };
    }
  }
  focusLine(true);
}
function blurLine(): void {
  const w = writingLine.value;
  if (!w) return;
  // Leaving keeps what was written on a text; a new line that was not entered is not placed.
  if (w.id !== null) commitLine();
  else leaveLine();
}
function pasteLine(event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain') ?? '';
  if (!text.trim().includes('\n')) return;
  event.preventDefault();
  leaveLine();
  clipboard.pasteOutline(text);
  list.value?.focus();
}
function treeKey(event: KeyboardEvent): void {
  const id = stage.selectedPlace?.node;
  const line = lines.value.find((l) => l.screen.id === stage.screenId && l.id === id && !l.head);
  const command = commandOf(event, 'outline');
  if (command === 'newLine') {
    event.preventDefault();
    event.stopPropagation();
    openNew();
  } else if (command === 'writeLine' && line) {
    event.preventDefault();
    openText(line);
  } else if ((command === 'moveIn' || command === 'moveOut') && line && stage.selectedPlace?.at.length === 0) {
    const before = doc.undoName;
    const revision = doc.shown;
    commands.nudge(command === 'moveOut' ? 'out' : 'in');
    // Where nothing moves, Tab goes on to the next part of the page as everywhere.
    if (doc.shown !== revision || doc.undoName !== before) {
      event.preventDefault();
      event.stopPropagation();
    }
  }
}

// ── dragging lines, and things landing between them ──
function press(event: PointerEvent, line: Line): void {
  if (line.head || line.ghost) return;
  drag.follow(event, () => {
    if (line.screen.id !== stage.screenId) stage.goTo(line.screen.id, [line.id]);
    else if (!stage.selectedIds.includes(line.id)) stage.select([line.id]);
    const ids = stage.selectedIds;
    return {
      kind: 'selection',
      name: commands.named(ids),
      roles: ids.map((i) => stage.findBox(i)?.node.instance?.role ?? 'box'),
      ids,
      from: line.screen.id,
      ...heldPicture(stage.findBox(ids.at(-1) ?? ''), 0.5),
    };
  });
}
const unland = drag.lands((x, y, held) => {
  const r = list.value?.getBoundingClientRect();
  const w = stage.world;
  if (!r || !w || x < r.left || x > r.right || y < r.top || y > r.bottom || r.width === 0) return null;
  const at = (y - r.top + (list.value?.scrollTop ?? 0) - 6) / LINE;
  const line = lines.value[Math.min(lines.value.length - 1, Math.max(0, Math.floor(at)))];
  if (!line) return null;
  const { screen } = line;
  const fresh = doc.shown?.screens.find((s) => s.id === screen.id) ?? screen;
  if (line.head) {
    const root = fresh.nodes[fresh.root];
    return {
      screen: fresh,
      spot: { into: { parent: fresh.root }, after: root?.type === 'box' ? (root.children.at(-1) ?? null) : null },
      says: fresh.name,
      line: { id: line.key, where: 'inside' },
    };
  }
  const part = at - Math.floor(at);
  const node = fresh.nodes[line.id];
  const into = placesOf(fresh.nodes).get(line.id);
  if (!node || !into || (held.kind === 'selection' && held.ids.includes(line.id) && !drag.copying)) return null;
  const component =
    node.type === 'instance' ? componentAt(w, shownComponent(stage.wearsShown(fresh), node.component)) : undefined;
  const slot = component?.contract.slots.find(
    (s) => s.accepts.length === 0 || held.roles.every((q) => s.accepts.includes(q)),
  );
  if (part > 0.3 && part < 0.75 && (node.type === 'box' || slot)) {
    const inside =
      node.type === 'instance' && slot ? slotPlace(w, stage.wearsShown(fresh), node, slot.id) : { parent: node.id };
    return {
      screen: fresh,
      spot: { into: inside, after: listAt(fresh.nodes, inside).at(-1) ?? null },
      says: line.kind,
      line: { id: line.key, where: 'inside' },
    };
  }
  const siblings = listAt(fresh.nodes, into);
  const before = part < 0.5;
  return {
    screen: fresh,
    spot: { into, after: before ? (siblings[siblings.indexOf(line.id) - 1] ?? null) : line.id },
    says: `${before ? 'before' : 'behind'} ${line.kind}`,
    line: { id: line.key, where: before ? 'before' : 'after' },
  };
});
onBeforeUnmount(unland);
const landing = (line: Line): string => (drag.landing?.line?.id === line.key ? drag.landing.line.where : '');

const treeName = (line: Line): string => `${line.kind} ${line.text}`.trim();
</script>

<template>
  <section class="pane" aria-label="Outline" role="region">
    <ScreenTools v-model:whole="whole" />
    <div
      v-if="stage.screen"
      ref="list"
      class="lines"
      role="tree"
      aria-label="Screen outline"
      aria-multiselectable="true"
      tabindex="0"
      @scroll.passive="scrolled"
      @keydown="treeKey"
    >
      <div :style="{ height: `${span.first * LINE}px` }" />
      <template v-for="{ line, at } in shownLines" :key="line.key">
        <div
          role="treeitem"
          :data-id="line.id"
          :data-at="at"
          :aria-level="line.depth + 1"
          :aria-selected="isOn(line)"
          :aria-label="treeName(line)"
          :aria-expanded="line.head ? line.screen.id === stage.screenId || unfolded.has(line.screen.id) : undefined"
          class="line"
          :class="[{ on: isOn(line), ghost: line.ghost, head: line.head }, landing(line)]"
          @pointerdown="press($event, line)"
          @click="pick(line, $event)"
          @dblclick="line.head ? foldHead(line) : openText(line)"
        >
          <span class="kind clip">{{ line.kind }}</span>{{ ' ' }}
          <input
            v-if="
              writingLine &&
              writingLine.id !== null &&
              writingLine.after === line.id &&
              line.screen.id === stage.screenId
            "
            ref="lineField"
            v-model="lineText"
            class="write"
            aria-label="Text of this line"
            :style="{ marginLeft: `${8 + line.depth * 14}px` }"
            @keydown="lineKey"
            @blur="blurLine"
            @pointerdown.stop
            @click.stop
          />
          <span v-else class="text clip" :style="{ paddingLeft: `${10 + line.depth * 14}px` }">{{ line.text }}</span>
          <span
            v-if="line.count > 0 && !line.ghost"
            class="yours"
            :title="`${line.count} of its looks and parts are yours`"
            :data-count="line.count"
          />
          <span v-if="line.ghost" class="note">Enter places</span>
        </div>
        <div
          v-if="
            writingLine && writingLine.id === null && writingLine.after === line.id && line.screen.id === stage.screenId
          "
          class="line new"
        >
          <span class="kind clip">{{ plan.problem === null ? (plan.items[0]?.thing.name ?? 'New') : 'New' }}</span>
          <input
            ref="lineField"
            v-model="lineText"
            class="write"
            aria-label="New line"
            placeholder="field From, To"
            :style="{ marginLeft: `${8 + writingLine.depth * 14}px` }"
            @keydown="lineKey"
            @blur="blurLine"
            @paste="pasteLine"
          />
        </div>
      </template>
      <div :style="{ height: `${(lines.length - span.last) * LINE}px` }" />
      <div v-if="writingLine && writingLine.id === null && lines.length === 0" class="line new">
        <span class="kind">New</span
        ><input
          ref="lineField"
          v-model="lineText"
          class="write"
          aria-label="New line"
          placeholder="top bar Trips"
          @keydown="lineKey"
          @blur="blurLine"
          @paste="pasteLine"
        />
      </div>
      <p v-else-if="lines.length === 0" class="empty note">
        Nothing here yet. Press Enter here or / below and type, for instance “3 field From, To, Date”; or paste an
        outline.
      </p>
    </div>
    <p v-else class="empty note">
      No screens yet. Add one from a device preset, or type a place line: it makes a phone screen.
    </p>
  </section>
</template>

<style scoped>
.pane {
  display: flex;
  flex-direction: column;
  border-right: 1px solid var(--line);
  background: var(--paper);
  min-height: 0;
  min-width: 0;
  overflow: hidden;
}
.lines {
  overflow: auto;
  flex: 1;
  padding: 6px 0;
  overflow-anchor: none;
}
.lines:focus-visible {
  outline-offset: -2px;
}
.line {
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr) auto;
  align-items: center;
  height: 26px;
  padding-right: 12px;
  cursor: default;
  user-select: none;
  touch-action: pan-y;
}
.line[role]:hover {
  background: var(--wash);
}
.line.on,
.line.on:hover {
  background: var(--tape-soft);
  box-shadow: inset 3px 0 0 var(--tape);
  font-weight: 600;
}
.line.on .kind {
  color: var(--ink);
}
.line.head {
  font-weight: 700;
}
.line.ghost {
  color: var(--tape-ink);
  background: repeating-linear-gradient(135deg, #fff7df 0 6px, #fffdf9 6px 12px);
}
.line.before {
  box-shadow: inset 0 3px 0 var(--tape);
}
.line.after {
  box-shadow: inset 0 -3px 0 var(--tape);
}
.line.inside {
  box-shadow: inset 0 0 0 2px var(--tape);
}
.kind {
  text-align: right;
  color: var(--soft);
  font-size: 11.5px;
  padding-right: 10px;
  border-right: 1px solid var(--line);
  font-weight: 400;
  align-self: stretch;
  line-height: 26px;
}
.yours::after {
  content: attr(data-count);
}
.write {
  border: 1px solid var(--ink);
  border-radius: 3px;
  background: #fff;
  padding: 1px 5px;
  min-width: 0;
  font-weight: 400;
}
.write:focus-visible {
  outline: 2px solid var(--tape);
}
.empty {
  padding: 14px;
}
</style>
