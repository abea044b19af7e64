<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, ref, shallowRef } from 'vue';
import {
  applyEdit,
  impactOf,
  ROLES,
  STATES,
  type Impact,
  type Prop,
  type PropKind,
  type Slot,
  type StateName,
  type Step,
} from '../../core/index.js';
import { useReorder } from '../controls/reorder.js';
import { plural } from '../base/counts.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useOriginals } from '../stores/originals.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';
import { asKind, propId, readProp } from '../base/propForms.js';
import DeleteDialog from './DeleteDialog.vue';
import EditionDialog from './EditionDialog.vue';
import ComponentInteractions from './ComponentInteractions.vue';
import PropEditor from './PropEditor.vue';
import RuleList from './RuleList.vue';
import SlotEditor from './SlotEditor.vue';

/** What an original says of itself: what each use of it can choose, what it takes in, in which states it can be, and its rules. */
const doc = useDocument();
const editor = useEditor();
const componentEditor = useComponentEditor();
const originals = useOriginals();
const removing = ref(false);
const c = computed(() => componentEditor.component);
const contract = computed(() => c.value?.contract);
const list = ref<HTMLElement | null>(null);
/** A change that would make overrides wait is shown before it is done. */
const asked = shallowRef<{ readonly label: string; readonly steps: readonly Step[]; readonly impact: Impact } | null>(
  null,
);

function about(field: 'name' | 'role' | 'family' | 'summary', value: string): void {
  if (c.value && value !== c.value[field] && (field !== 'name' || value.trim() !== ''))
    doc.act(`Change the ${field} of ${c.value.name}`, [
      { do: 'about', tree: componentEditor.tree, field, value: value.trim() },
    ]);
}
/** Does it at once when nothing is lost to sight by it; else asks, with what it would do. */
function careful(label: string, steps: readonly Step[]): void {
  const w = editor.world;
  const ready = doc.prepare(steps);
  const got = w && ready.ok ? applyEdit(w.project, { id: 'try', label, steps: ready.steps }) : null;
  const impact = w && got?.ok ? impactOf(w, { project: got.project, kits: w.kits }) : null;
  if (impact && impact.parked + impact.content > 0) asked.value = { label, steps, impact };
  else doc.act(label, steps);
}
function goOn(): void {
  if (asked.value) doc.act(asked.value.label, asked.value.steps);
  asked.value = null;
}
const entry = (which: 'props' | 'slots', id: string, value: Prop | Slot | null, after?: string | null): Step => ({
  do: 'entry',
  tree: componentEditor.tree,
  list: which,
  id,
  value,
  ...(after === undefined ? {} : { after }),
});
const put = (p: Prop): void => void careful(`Change the property ${p.name}`, [entry('props', p.id, p)]);
const kindOf = (p: Prop, kind: PropKind): void => put(asKind(p, kind));
/** Whoever was linked to it says for itself what it says now. */
function drop(p: Prop): void {
  const steps: Step[] = [];
  for (const n of Object.values(c.value?.nodes ?? {})) {
    const left = Object.fromEntries(Object.entries(n.bind ?? {}).filter(([, from]) => from.split('.')[0] !== p.id));
    const gone = Object.entries(n.bind ?? {}).filter(([, from]) => from === p.id);
    if (Object.keys(left).length === Object.keys(n.bind ?? {}).length) continue;
    steps.push({
      do: 'set',
      tree: componentEditor.tree,
      node: n.id,
      field: 'bind',
      value: Object.keys(left).length > 0 ? left : null,
    });
    for (const [name] of gone)
      if (!name.startsWith('props.'))
        steps.push({ do: 'set', tree: componentEditor.tree, node: n.id, field: `attrs.${name}`, value: p.default });
  }
  for (const r of c.value?.rules ?? [])
    if (r.when.props && p.id in r.when.props && r.id)
      steps.push({ do: 'entry', tree: componentEditor.tree, list: 'rules', id: r.id, value: null });
  careful(`Remove the property ${p.name}`, [...steps, entry('props', p.id, null)]);
}
const adding = ref('');
/** `Tone: calm, strong` and the like, typed. */
function add(): void {
  const p = readProp(adding.value, contract.value?.props ?? []);
  if (!p || !doc.act(`Add the property ${p.name}`, [entry('props', p.id, p)])) return;
  opened.value = p.kind === 'text' || p.kind === 'choice' ? '' : p.id;
  adding.value = '';
}
const opened = ref('');
const moveKey = useReorder(list, '.grip', (from, to) => {
  const props = contract.value?.props ?? [];
  const p = props[from];
  if (!p) return;
  const rest = props.filter((x) => x !== p);
  doc.act(`Move the property ${p.name}`, [entry('props', p.id, p, rest[to - 1]?.id ?? null)]);
});
function addSlot(): void {
  const s = c.value;
  if (!s) return;
  const id = propId('content', s.contract.slots);
  const at = editor.newId();
  doc.act('Add a slot', [
    entry('slots', id, { id, name: 'Content', description: '', accepts: [], placeholder: 'Put something here' }),
    {
      do: 'insert',
      tree: componentEditor.tree,
      root: at,
      nodes: { [at]: { id: at, type: 'slot', slot: id, attrs: { width: 'stretch' } } },
      into: { parent: s.root },
      after: null,
    },
  ]);
}
function dropSlot(s: Slot): void {
  const holes = Object.values(c.value?.nodes ?? {}).filter((n) => n.type === 'slot' && n.slot === s.id);
  careful(`Remove the slot ${s.name}`, [
    ...holes.map((n): Step => ({ do: 'remove', tree: componentEditor.tree, node: n.id })),
    entry('slots', s.id, null),
  ]);
}
function state(s: StateName, on: boolean): void {
  const states = contract.value?.states ?? [];
  const next = STATES.filter((x) => (x === s ? on : states.includes(x)));
  doc.act(`${on ? 'Add' : 'Take away'} the state ${s}`, [
    { do: 'about', tree: componentEditor.tree, field: 'states', value: [...next] },
  ]);
}
const events = computed(() => (contract.value?.events ?? []).join(', '));
function setEvents(text: string): void {
  const next = [
    ...new Set(
      text
        .split(',')
        .map((t) => t.trim())
        .filter((t) => t !== ''),
    ),
  ];
  if (next.join() !== (contract.value?.events ?? []).join())
    doc.act('Change the events', [{ do: 'about', tree: componentEditor.tree, field: 'events', value: next }]);
}
const roles = Object.keys(ROLES).map((id) => ({ id, name: id }));
const value = (e: Event): string => (e.target as HTMLInputElement).value;
</script>

<template>
  <header v-if="c">
    <InputText
      :model-value="c.name"
      size="small"
      aria-label="Name of the component"
      class="name"
      @change="about('name', value($event))"
    />
    <p class="note">
      {{
        componentEditor.isOwn
          ? 'Original in this project'
          : 'Installed original; what you change is this project’s edition'
      }}
    </p>
    <p class="links">
      <button class="quiet-link" @click="originals.docsOf = componentEditor.of">About {{ c.name }}</button>
      <button class="quiet-link" @click="removing = true">{{ componentEditor.isOwn ? 'Delete' : 'Changes' }}</button>
    </p>
    <DeleteDialog v-if="removing && componentEditor.isOwn" v-model:visible="removing" />
    <EditionDialog v-else-if="removing" v-model:visible="removing" />
  </header>
  <div v-if="c && contract" class="body">
    <div v-if="asked" class="asked" role="alertdialog" aria-label="Before this is done">
      <p>
        <strong>{{ asked.label }}.</strong>
        {{ plural(asked.impact.parked, 'override') }} on {{ plural(asked.impact.screens, 'screen') }} would wait, and
        show again when it comes back{{
          asked.impact.content > 0 ? `; ${plural(asked.impact.content, 'thing')} in a slot would not show` : ''
        }}.
      </p>
      <button class="quiet-link" @click="goOn">Do it</button>
      <button class="quiet-link" @click="asked = null">Leave it as it is</button>
    </div>
    <div class="section first">
      <div class="between">
        <h3>Properties</h3>
      </div>
      <InputText
        v-model="adding"
        size="small"
        fluid
        placeholder="Add: Tone: calm, strong, gone"
        aria-label="Add a property"
        title="A name; with options behind a colon a choice; with ? a flag; with a kind in parentheses that: Level (number)"
        @keydown.enter.prevent="add"
      />
      <p v-if="contract.props.length === 0" class="note">
        Nothing that a use could choose yet. Type one here, or link a part’s text to a property.
      </p>
      <div ref="list">
        <PropEditor
          v-for="(p, i) in contract.props"
          :key="p.id"
          :prop="p"
          :nth="i"
          :open="opened === p.id"
          @toggle="opened = opened === p.id ? '' : p.id"
          @put="put"
          @kind="(k: PropKind) => kindOf(p, k)"
          @drop="drop(p)"
          @move="(e: KeyboardEvent) => moveKey(e, i, contract!.props.length)"
        />
      </div>
    </div>
    <div class="section">
      <div class="between">
        <h3>Slots</h3>
        <button class="quiet-link" @click="addSlot">Add a slot</button>
      </div>
      <p v-if="contract.slots.length === 0" class="note">A slot takes content of whoever uses it.</p>
      <SlotEditor
        v-for="s in contract.slots"
        :key="s.id"
        :slot-of="s"
        @put="(n: Slot) => careful(`Change the slot ${n.name}`, [entry('slots', n.id, n)])"
        @drop="dropSlot(s)"
      />
    </div>
    <div class="section">
      <h3>States</h3>
      <p class="states">
        <label v-for="s in STATES" :key="s"
          ><Checkbox
            binary
            size="small"
            :model-value="contract.states.includes(s)"
            @update:model-value="(on: boolean) => state(s, on)"
          />{{ s }}</label
        >
      </p>
      <label class="field"
        ><span>Events</span
        ><InputText
          size="small"
          fluid
          :model-value="events"
          placeholder="press, close"
          @change="setEvents(value($event))"
      /></label>
    </div>
    <ComponentInteractions />
    <RuleList />
    <div class="section">
      <h3>What it is</h3>
      <label class="field"
        ><span>Role</span
        ><Select
          size="small"
          fluid
          filter
          :model-value="c.role"
          :options="roles"
          option-label="name"
          option-value="id"
          :placeholder="c.role"
          aria-label="Role"
          @update:model-value="(v: string) => about('role', v)"
      /></label>
      <label class="field"
        ><span>Family</span
        ><InputText size="small" fluid :model-value="c.family" @change="about('family', value($event))"
      /></label>
      <label class="field"
        ><span>In a line</span
        ><InputText size="small" fluid :model-value="c.summary" @change="about('summary', value($event))"
      /></label>
    </div>
  </div>
</template>

<style scoped>
.name {
  font-weight: 700;
  font-size: 15px;
}
.links {
  display: flex;
  gap: 12px;
}
.body .section.first {
  border-top: 0;
  margin-top: 0;
}
.asked {
  margin: 8px 14px;
  padding: 8px 10px;
  border: 1px solid var(--line-2);
  border-left: 4px solid var(--tape);
  border-radius: 4px;
  background: var(--raised);
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
}
.asked p {
  flex-basis: 100%;
}
.states {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.states label {
  display: flex;
  gap: 5px;
  align-items: center;
}
.field {
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr);
  gap: 6px;
  align-items: center;
}
</style>
