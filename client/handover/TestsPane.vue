<script setup lang="ts">
import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { screenOf, appliedKitsOf, type UsabilitySession, type UsabilityTest, type World } from '../../core/index.js';
import { plural } from '../base/counts.js';
import { useDocument } from '../stores/document/document.js';
import { handover } from '../base/handoverApi.js';
import ScreenBoard from './ScreenBoard.vue';
import { summarizeSessions } from './sessions.js';
import { notify } from '../stores/notices.js';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

/** Tests with people: a task, what people did with it, where they pressed and where they gave up. */
const props = defineProps<{ world: World }>();
const doc = useDocument();
const tests = ref<readonly UsabilityTest[]>([]);
const chosen = ref('');
const sessions = shallowRef<readonly UsabilitySession[]>([]);
const problem = ref('');
async function load(): Promise<void> {
  try {
    tests.value = await handover.tests(doc.id);
    if (!tests.value.some((t) => t.id === chosen.value)) chosen.value = tests.value[0]?.id ?? '';
    if (chosen.value) sessions.value = (await handover.sessions(doc.id, chosen.value)).sessions;
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error);
  }
}
watch([() => doc.id, () => doc.commentsSerial, chosen], load, { immediate: true });
const test = computed(() => tests.value.find((t) => t.id === chosen.value) ?? null);
const screens = computed(() => props.world.project.screens.map((s) => ({ id: s.id, name: s.name })));
const nameOf = (id: string): string => screenOf(props.world.project, id)?.name ?? 'a screen that is gone';

const task = ref('');
const start = ref(props.world.project.screens[0]?.id ?? '');
const goal = ref(props.world.project.screens.at(-1)?.id ?? '');
async function make(): Promise<void> {
  try {
    const made = await handover.makeTest(doc.id, { task: task.value.trim(), start: start.value, goal: goal.value });
    task.value = '';
    chosen.value = made.id;
    await load();
  } catch (error) {
    notify(error instanceof Error ? error.message : String(error), true);
  }
}
async function end(t: UsabilityTest): Promise<void> {
  try {
    await handover.closeTest(doc.id, t.id, t.closedAt === null);
    await load();
  } catch (error) {
    notify(error instanceof Error ? error.message : String(error), true);
  }
}
const sum = computed(() => summarizeSessions(sessions.value));
const seconds = (ms: number): string =>
  ms < 60_000 ? `${Math.round(ms / 1000)} s` : `${Math.floor(ms / 60_000)} min ${Math.round((ms % 60_000) / 1000)} s`;
/** Where something was pressed, screen by screen; the one with most comes first. */
const at = ref('');
const shownAt = computed(() =>
  sum.value.screens.some((s) => s.id === at.value) ? at.value : (sum.value.screens[0]?.id ?? test.value?.start ?? ''),
);
const screen = computed(() => screenOf(props.world.project, shownAt.value));
const onIt = computed(() => sum.value.screens.find((s) => s.id === shownAt.value) ?? null);
const choices = computed(() =>
  sum.value.screens.map((s) => ({
    id: s.id,
    name: `${nameOf(s.id)}, ${plural(s.presses.length, 'press', 'presses')}`,
  })),
);

const canvas = ref<HTMLCanvasElement | null>(null);
let chart: Chart | null = null;
function draw(): void {
  chart?.destroy();
  chart = null;
  const el = canvas.value;
  if (!el || sessions.value.length === 0) return;
  const css = getComputedStyle(document.documentElement);
  const ink = css.getPropertyValue('--ink').trim();
  const colours = { done: '#2f7d5b', 'given up': '#a8321f', left: '#9b9281' } as const;
  chart = new Chart(el, {
    type: 'bar',
    data: {
      labels: sessions.value.map((_, i) => String(i + 1)),
      datasets: [
        {
          label: 'Seconds',
          data: sessions.value.map((w) => Math.round(w.took / 100) / 10),
          backgroundColor: sessions.value.map((w) => colours[w.outcome]),
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      plugins: { tooltip: { callbacks: { afterLabel: (c) => sessions.value[c.dataIndex]?.outcome ?? '' } } },
      scales: {
        x: { title: { display: true, text: 'session', color: ink }, ticks: { color: ink }, grid: { display: false } },
        y: { title: { display: true, text: 'seconds', color: ink }, ticks: { color: ink }, beginAtZero: true },
      },
    },
  });
}
watch([sessions, canvas], draw, { flush: 'post' });
onBeforeUnmount(() => chart?.destroy());
</script>

<template>
  <div class="tests">
    <aside class="aside before" role="region" aria-label="Tests">
      <form class="make" @submit.prevent="make">
        <h2>A new test</h2>
        <label
          >Task
          <InputText
            v-model="task"
            size="small"
            maxlength="500"
            placeholder="What people are asked to do"
            aria-label="Task"
        /></label>
        <label
          >From
          <Select
            v-model="start"
            size="small"
            :options="screens"
            option-label="name"
            option-value="id"
            aria-label="Screen it begins on"
        /></label>
        <label
          >Done at
          <Select
            v-model="goal"
            size="small"
            :options="screens"
            option-label="name"
            option-value="id"
            aria-label="Screen that means it is done"
        /></label>
        <Button size="small" type="submit" label="Make the test" :disabled="task.trim() === '' || start === goal" />
      </form>
      <p v-if="problem" class="note pad" role="alert">
        {{ problem }} <button class="quiet-link" @click="load">Try again</button>
      </p>
      <p v-else-if="tests.length === 0" class="note pad">
        No test yet. People take part by a review link that lets them; nothing is kept of who they are.
      </p>
      <ul v-else>
        <li v-for="t in tests" :key="t.id" class="row-of" :class="{ on: t.id === chosen }">
          <button class="plain one" @click="chosen = t.id">
            <strong>{{ t.task }}</strong>
            <span class="note">{{ plural(t.sessions, 'session') }}{{ t.closedAt ? ', ended' : '' }}</span>
          </button>
        </li>
      </ul>
    </aside>
    <section v-if="test" class="result" role="region" aria-label="Sessions">
      <header>
        <h2>{{ test.task }}</h2>
        <span class="acts">
          <a v-if="sessions.length > 0" class="quiet-link" :href="handover.csvUrl(doc.id, test.id)" download
            >Save as CSV</a
          >
          <button class="quiet-link" @click="end(test)">{{ test.closedAt ? 'Open it again' : 'End it' }}</button>
        </span>
      </header>
      <p class="note">From {{ nameOf(test.start) }}; done at {{ nameOf(test.goal) }}.</p>
      <p v-if="sessions.length === 0" class="note">
        No sessions yet. Make a review link with the right to take part in tests, and send it.
      </p>
      <template v-else>
        <dl class="sums">
          <div>
            <dt>sessions</dt>
            <dd>{{ sessions.length }}</dd>
          </div>
          <div>
            <dt>done</dt>
            <dd>{{ sum.done }}</dd>
          </div>
          <div>
            <dt>given up</dt>
            <dd>{{ sum.givenUp }}</dd>
          </div>
          <div>
            <dt>median time of those done</dt>
            <dd>{{ sum.done > 0 ? seconds(sum.median) : 'none' }}</dd>
          </div>
          <div>
            <dt>presses where nothing came of it</dt>
            <dd>{{ sum.misses }} of {{ sum.presses }}</dd>
          </div>
        </dl>
        <div class="chart">
          <canvas ref="canvas" role="img" :aria-label="`Seconds of ${plural(sessions.length, 'session')}`" />
        </div>
        <div class="ways">
          <h3>Paths</h3>
          <ol>
            <li v-for="w in sum.ways" :key="w.screens.join()">
              <strong class="tabular">{{ w.count }}</strong> {{ w.screens.map(nameOf).join(', then ') }}
              <span class="note">{{ w.outcome }}</span>
            </li>
          </ol>
          <p v-if="sum.gaveUpOn.length > 0">
            Given up on {{ sum.gaveUpOn.map((g) => `${nameOf(g.id)} (${g.count})`).join(', ') }}.
          </p>
        </div>
      </template>
    </section>
    <section v-if="screen && sessions.length > 0" class="where">
      <Select
        size="small"
        :model-value="shownAt"
        :options="choices"
        option-label="name"
        option-value="id"
        aria-label="Screen where people pressed"
        @update:model-value="(id: string) => (at = id)"
      />
      <ScreenBoard :world="world" :screen="screen" :appliedKits="appliedKitsOf(world.project, screen)">
        <template #default="{ zoom }">
          <i
            v-for="(p, i) in onIt?.presses ?? []"
            :key="i"
            class="press"
            :class="{ miss: !p.hit, slow: p.slow }"
            :style="{ left: `${p.x * zoom}px`, top: `${p.y * zoom}px` }"
          />
        </template>
      </ScreenBoard>
      <p class="note legend">
        <i class="press still" /> pressed <i class="press still miss" /> nothing came of it
        <i class="press still slow" /> after a long look
      </p>
    </section>
  </div>
</template>

<style scoped>
.tests {
  display: grid;
  grid-template-columns: 280px minmax(0, 1fr) minmax(0, 320px);
  min-height: 0;
}
aside {
  overflow: auto;
}
.make {
  display: grid;
  gap: 8px;
  padding: 12px 14px;
  border-bottom: 1px solid var(--line);
}
.make label {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}
.one {
  display: grid;
  text-align: left;
  width: 100%;
  padding: 8px 14px;
}
.pad {
  padding: 14px;
}
.result {
  overflow: auto;
  padding: 14px 18px 30px;
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
}
.acts {
  display: flex;
  gap: 14px;
  flex: none;
}
.sums {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(104px, 1fr));
  gap: 12px;
}
dt {
  font-size: 11.5px;
  color: var(--soft);
}
dd {
  margin: 0;
  font-weight: 700;
  font-size: 18px;
}
.sums > div {
  display: flex;
  flex-direction: column-reverse;
  justify-content: flex-end;
}
.chart {
  height: 190px;
}
.ways {
  display: grid;
  gap: 6px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
}
.where {
  border-left: 1px solid var(--line);
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  min-height: 0;
  gap: 8px;
  padding-top: 8px;
}
.where > :first-child {
  margin: 0 12px;
}
.press {
  position: absolute;
  width: 18px;
  height: 18px;
  margin: -9px 0 0 -9px;
  border-radius: 9px;
  background: #2f7d5b73;
  border: 1.5px solid #1d5a3f;
  pointer-events: none;
}
.press.miss {
  background: #a8321f66;
  border-color: #a8321f;
  border-style: dashed;
}
.press.slow {
  box-shadow: 0 0 0 4px #f5b301a6;
}
.still {
  position: static;
  display: inline-block;
  width: 12px;
  height: 12px;
  margin: 0 4px 0 10px;
  vertical-align: -2px;
}
.legend {
  padding: 0 12px 10px;
}
</style>
