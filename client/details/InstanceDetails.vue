<script setup lang="ts">
import AssetRow from './AssetRow.vue';
import InteractionRows from './InteractionRows.vue';
import { computed, ref, watch } from 'vue';
import type { Prop } from '../../core/index.js';
import { count, plural } from '../base/counts.js';
import { tip } from '../keys/table.js';
import { useCommands } from '../stores/commands.js';
import { useEditor } from '../stores/editor/editor.js';
import { useGrowing } from '../canvas/timeSlices.js';
import { GROUND_PROPS, PART_PROPS } from './attrProps.js';
import CellsRow from './CellsRow.vue';
import CropRow from './CropRow.vue';
import FillRow from './FillRow.vue';
import { useInstance } from './instance.js';
import LinkMenu from '../workbench/LinkMenu.vue';
import OverrideMenu from '../originals/OverrideMenu.vue';
import OverridesSection from '../originals/OverridesSection.vue';
import { useOriginals } from '../stores/originals.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import OverlayRows from './OverlayRows.vue';
import PositionRows from './PositionRows.vue';
import WidthRows from './WidthRows.vue';
import PropRow from './PropRow.vue';
import SizeRows from './SizeRows.vue';

/** The overrides of an instance, or of a part inside one: the contract first, in the kit's order. */
const emit = defineEmits<{ content: [set: string] }>();
const editor = useEditor();
const commands = useCommands();
const originals = useOriginals();
const componentEditor = useComponentEditor();
const {
  written,
  at,
  entry,
  top,
  part,
  values,
  kit,
  says,
  looked,
  attr,
  several,
  props,
  propHeld,
  actions,
  isMine,
  allBack,
  nested,
  crop,
  slots,
  subject,
  alikes,
  elsewhere,
  itemOf,
  yoursCount,
  waiting,
  held,
} = useInstance();
/** Contracts of what is inside are made when they are unfolded. */
const unfolded = ref<ReadonlySet<string>>(new Set());
watch(
  () => top.value?.ref,
  () => {
    unfolded.value = new Set();
  },
);
function fold(id: string, open: boolean): void {
  const next = new Set(unfolded.value);
  if (open) next.add(id);
  else next.delete(id);
  unfolded.value = next;
}
const partProps = computed<readonly Prop[]>(() =>
  top.value
    ? at.value.length > 0
      ? (PART_PROPS.instance ?? [])
      : []
    : (PART_PROPS[part.value?.part.type ?? 'slot'] ?? []),
);
const grounds = computed<readonly Prop[]>(() => (top.value ? GROUND_PROPS : []));
/** What the rows are of: for another thing of the same kind they stay, and only say something else. */
const of = computed(() => `${top.value?.ref ?? ''} ${at.value.join('/')} ${part.value?.part.type ?? ''}`);
/** Rows come a few at a time, those in sight first: nobody waits for a long contract. */
const upTo = useGrowing(
  () => props.value.length + grounds.value.length + partProps.value.length + 1,
  0,
  () => of.value,
);
/** Only what is yours is listed. */
const only = ref(false);
const some = (list: readonly Prop[], before: number, mine: (p: Prop) => boolean): readonly Prop[] =>
  list.slice(0, Math.max(0, upTo.value - before)).filter((p) => !only.value || mine(p));
/** In an original, a nested instance's own properties can be handed up to its contract. */
function linked(p: Prop): InstanceType<typeof LinkMenu>['$props'] | null {
  const node = written.value;
  if (componentEditor.of === '' || !node || at.value.length > 0 || entry.value) return null;
  return { node, name: `props.${p.id}`, label: p.name, kind: p.kind, value: () => values.value[p.id], like: p };
}
const whole = computed(() => upTo.value > props.value.length + grounds.value.length + partProps.value.length);
</script>

<template>
  <template v-if="written && (top || part)">
    <header>
      <h2 class="clip">{{ top ? top.component.name : (part?.part.name ?? at.at(-1)) }}</h2>
      <p v-if="top" class="note subject" :class="{ own: subject.own }" :title="`${subject.of}. ${subject.says}`">
        <span class="clip">{{ subject.of }}{{ subject.own ? '' : '.' }}</span>
        <span class="clip says">{{ subject.says }}</span>
      </p>
      <p v-else class="note">Part of {{ part?.owner.name }}</p>
      <p v-if="editor.countSelected === 1" class="alike note">
        <button
          v-if="originals.selectedOriginal() !== componentEditor.of"
          class="quiet-link"
          :title="tip('workbench')"
          @click="originals.openSelected()"
        >
          Original
        </button>
        <button
          v-if="top && at.length === 0 && !entry"
          class="quiet-link"
          :title="tip('detach')"
          @click="originals.detach()"
        >
          Unlink
        </button>
        <button
          v-if="top && at.length === 0 && !entry"
          class="quiet-link"
          :title="tip('make')"
          @click="originals.making = true"
        >
          Make component
        </button>
        <button v-if="top" class="quiet-link" @click="originals.docsOf = top.ref">
          About {{ top.component.name }}
        </button>
      </p>
      <p v-if="editor.countSelected > 1" class="note">
        <strong
          >{{ count(editor.countSelected) }} selected{{
            editor.targets.length > 1 ? ` on ${editor.targets.length} screens` : ''
          }}.</strong
        >
        What they share changes together.
      </p>
      <p v-else-if="itemOf" class="note">
        Item {{ itemOf.at }} of {{ itemOf.of }}; what you choose here is this item’s own.
        <button class="quiet-link" @click="editor.select([written.id])">All items</button>
      </p>
      <p v-if="top && at.length === 0" class="alike note">
        Select all alike: <span v-if="alikes.length === 0">there is no other</span
        ><button
          v-for="a in alikes"
          :key="a.scope"
          class="quiet-link"
          :aria-label="`${a.n} ${a.name}, select all alike`"
          @click="commands.selectAlike(a.scope)"
        >
          {{ count(a.n) }} {{ a.name }}
        </button>
      </p>
    </header>
    <div class="body">
      <WidthRows />
      <PositionRows />
      <template v-if="top">
        <FillRow
          v-if="at.length === 0 && top.component.role === 'table'"
          :node="written"
          :component="top.component"
          @content="(s) => emit('content', s)"
        />
        <PropRow
          v-for="p in some(props, 0, (p) => isMine({ at, kind: 'prop', name: p.id }))"
          :key="`${of}${p.id}`"
          :prop="p"
          :id-base="`d-${written.id}${entry?.key ?? ''}`"
          :held="propHeld(at, p, values)"
          :several="several.get(p.id) === true"
          :yours="isMine({ at, kind: 'prop', name: p.id })"
          :others="elsewhere(p)"
          :says="p.kind === 'icon' ? says : undefined"
          :kit="kit"
          :actions="actions(at, 'prop')"
          ><template #mine
            ><OverrideMenu
              v-if="!entry && editor.countSelected === 1"
              :target="{ at, kind: 'prop', name: p.id }"
              :name="p.name"
              @back="actions(at, 'prop').back(p)"
          /></template>
          <template v-if="linked(p)" #end><LinkMenu v-bind="linked(p)!" /></template>
        </PropRow>
        <p v-if="props.length === 0" class="note pad">
          {{
            editor.countSelected > 1
              ? 'Nothing that everything selected has in common.'
              : 'It has no properties of its own.'
          }}
        </p>
        <PropRow
          v-for="p in some(grounds, props.length, (p) => isMine({ at: looked, kind: 'attr', name: p.id }))"
          :key="`${of}ground${p.id}`"
          :prop="p"
          :id-base="`r-${written.id}${entry?.key ?? ''}`"
          :held="attr(looked, p).held"
          :from="attr(looked, p).from"
          :yours="isMine({ at: looked, kind: 'attr', name: p.id })"
          :kit="kit"
          :actions="actions(looked, 'attr')"
          ><template #mine
            ><OverrideMenu
              v-if="!entry && editor.countSelected === 1"
              :target="{ at: looked, kind: 'attr', name: p.id }"
              :name="p.name"
              @back="actions(looked, 'attr').back(p)"
          /></template>
        </PropRow>
      </template>
      <PropRow
        v-for="p in some(partProps, props.length + grounds.length, (p) => isMine({ at, kind: 'attr', name: p.id }))"
        :key="`${of}part${p.id}`"
        :prop="p"
        :id-base="`p-${written.id}${entry?.key ?? ''}`"
        :held="attr(at, p).held"
        :from="attr(at, p).from"
        :yours="isMine({ at, kind: 'attr', name: p.id })"
        :kit="kit"
        :actions="actions(at, 'attr')"
        ><template #mine
          ><OverrideMenu
            v-if="!entry && editor.countSelected === 1"
            :target="{ at, kind: 'attr', name: p.id }"
            :name="p.name"
            @back="actions(at, 'attr').back(p)"
        /></template>
      </PropRow>
      <CropRow v-if="crop" v-bind="crop" :choices="PART_PROPS.image ?? []" />
      <template v-if="whole">
        <details
          v-for="n in nested"
          :key="n.id"
          :open="unfolded.has(n.id)"
          @toggle="fold(n.id, ($event.target as HTMLDetailsElement).open)"
        >
          <summary>Inside: {{ n.component.name }}</summary>
          <template v-if="unfolded.has(n.id)"
            ><PropRow
              v-for="p in n.props"
              :key="p.id"
              :prop="p"
              :id-base="`n-${n.id}`"
              :held="propHeld(n.at, p, n.values)"
              :yours="isMine({ at: n.at, kind: 'prop', name: p.id })"
              :kit="kit"
              :actions="actions(n.at, 'prop')"
              ><template #mine
                ><OverrideMenu
                  v-if="!entry && editor.countSelected === 1"
                  :target="{ at: n.at, kind: 'prop', name: p.id }"
                  :name="p.name"
                  @back="actions(n.at, 'prop').back(p)"
              /></template> </PropRow
          ></template>
        </details>
        <div v-if="slots.length > 0" class="section">
          <h3>Inside it</h3>
          <p v-for="s in slots" :key="s.slot.id" class="note">
            {{ s.slot.name }}: {{ s.count === 0 ? 'empty' : plural(s.count, 'thing')
            }}{{ s.slot.accepts.length > 0 ? `; takes ${s.slot.accepts.join(', ')}` : '; takes anything' }}.
            {{ s.slot.description }} {{ s.count === 0 ? 'Click a sample, paste, or drop something here.' : '' }}
            <button v-if="s.count > 0" class="quiet-link" @click="originals.makeOfContent(s.children)">
              Make this content a component
            </button>
          </p>
        </div>
        <CellsRow
          v-if="top && at.length === 0 && !entry && top.component.role !== 'table' && editor.countSelected === 1"
          :node="written"
          :component="top.component"
        />
        <OverlayRows v-if="at.length === 0 && !entry" />
        <SizeRows v-if="at.length === 0 && !entry" />
        <OverridesSection v-if="at.length === 0 && !entry" v-model:only="only" @back="allBack" />
        <div v-else-if="yoursCount > 0" class="section">
          <strong>{{ yoursCount === 1 ? '1 setting is yours' : `${yoursCount} settings are yours` }}</strong>
        </div>
        <div v-if="held.length > 0" class="section">
          <h3>Held</h3>
          <p v-for="(e, i) in held" :key="i" class="note">{{ e.what }}. {{ e.why }}.</p>
        </div>
        <div v-if="waiting.length > 0" class="section">
          <h3>Parked</h3>
          <p v-for="(e, i) in waiting" :key="i" class="note">{{ e.what }}. {{ e.why }}.</p>
        </div>
      </template>
      <InteractionRows v-if="!entry" />
      <AssetRow v-if="!entry" />
    </div>
  </template>
</template>

<style scoped>
/* As high before it is counted as after. */
.subject {
  display: flex;
  gap: 0 0.3em;
}
.subject.own {
  flex-direction: column;
}
.subject .says {
  flex: 0 0 auto;
  max-width: 100%;
}
.alike {
  display: flex;
  gap: 2px 8px;
  flex-wrap: wrap;
}
.alike .quiet-link {
  font-size: 11.5px;
}
.pad {
  padding: 8px 14px;
}
details {
  border-top: 1px solid var(--line);
  margin-top: 8px;
}
summary {
  padding: 7px 14px;
  cursor: pointer;
  font-weight: 600;
}
</style>
