<script setup lang="ts">
import { computed, ref } from 'vue';
import { readRule, ruleKey, ruleSentence, sameWhen, type Rule, type Step } from '../../core/index.js';
import { useComponentEditor } from '../stores/componentEditor.js';
import { useDocument } from '../stores/document/document.js';
import { useEditor } from '../stores/editor/editor.js';

/** The rules of an original as sentences, read and edited. */
const doc = useDocument();
const componentEditor = useComponentEditor();
const editor = useEditor();
const c = computed(() => componentEditor.component);
const rules = computed(() =>
  (c.value?.rules ?? []).map((rule) => ({
    key: ruleKey(rule),
    rule,
    says: c.value ? ruleSentence(c.value, rule) : '',
  })),
);
/** What appears to be written in has the keyboard. */
const vFocus = { mounted: (el: HTMLElement): void => el.focus() };
const editing = ref('');
const draft = ref('');
const problem = ref('');
function start(key: string, says: string): void {
  editing.value = key;
  draft.value = says;
  problem.value = '';
}
function leave(): void {
  editing.value = '';
  problem.value = '';
}
/** What was typed, as a rule in the place of the one it was; or as a new one. */
function take(was: Rule | null): void {
  const original = c.value;
  if (!original || editing.value === '') return;
  if (draft.value.trim() === '') {
    if (was) drop(was);
    leave();
    return;
  }
  const got = readRule(original, draft.value);
  if (!got.ok) {
    problem.value = got.problem;
    return;
  }
  const steps: Step[] = [];
  if (was && sameWhen(was.when, got.when))
    steps.push({
      do: 'entry',
      tree: componentEditor.tree,
      list: 'rules',
      id: ruleKey(was),
      value: { ...was, id: ruleKey(was), set: got.set },
    });
  else {
    if (was) steps.push({ do: 'entry', tree: componentEditor.tree, list: 'rules', id: ruleKey(was), value: null });
    for (const [node, set] of Object.entries(got.set))
      for (const [name, value] of Object.entries(set))
        steps.push({ do: 'rule', tree: componentEditor.tree, when: got.when, node, name, value });
  }
  if (doc.act(was ? 'Change a rule' : 'Add a rule', steps)) leave();
}
function drop(rule: Rule): void {
  doc.act('Remove a rule', [
    { do: 'entry', tree: componentEditor.tree, list: 'rules', id: ruleKey(rule), value: null },
  ]);
}
const point = (rule: Rule): void => {
  const first = Object.keys(rule.set)[0];
  if (first && first in (editor.screen?.nodes ?? {})) editor.select([first]);
};
</script>

<template>
  <div class="section">
    <div class="between">
      <h3>Rules</h3>
      <button class="quiet-link" @click="start('new', '')">Add a rule</button>
    </div>
    <p v-if="rules.length === 0 && editing !== 'new'" class="note">
      Rules make looks: change something with “This look” chosen above, and one is written here.
    </p>
    <ul v-else class="rules" aria-label="Rules">
      <li v-for="r in rules" :key="r.key">
        <textarea
          v-if="editing === r.key"
          v-model="draft"
          rows="3"
          aria-label="Rule"
          v-focus
          @keydown.enter.exact.prevent="take(r.rule)"
          @keydown.escape.stop="leave"
          @blur="take(r.rule)"
        />
        <template v-else
          ><button class="plain says" :title="'Edit'" @click="start(r.key, r.says)">{{ r.says }}</button
          ><span class="acts"
            ><button class="quiet-link" title="Select the part it sets" @click="point(r.rule)">Part</button
            ><button class="plain" :aria-label="`Remove the rule ${r.says}`" @click="drop(r.rule)">×</button></span
          ></template
        >
      </li>
      <li v-if="editing === 'new'">
        <textarea
          v-model="draft"
          rows="2"
          aria-label="New rule"
          v-focus
          placeholder="when Size is small: padding 8"
          @keydown.enter.exact.prevent="take(null)"
          @keydown.escape.stop="leave"
        />
      </li>
    </ul>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.rules {
  display: grid;
  gap: 3px;
}
.rules li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px;
  align-items: start;
}
.says {
  padding: 2px 4px;
  margin-left: -4px;
  border-radius: 4px;
  overflow-wrap: anywhere;
}
.says:hover {
  background: var(--wash);
}
textarea {
  grid-column: 1 / -1;
  width: 100%;
  border: 1px solid var(--ink);
  border-radius: 4px;
  padding: 4px 6px;
  resize: vertical;
  background: var(--field);
}
.acts {
  display: flex;
  gap: 6px;
}
.acts .quiet-link {
  font-size: 11.5px;
}
.problem {
  color: var(--bad);
  font-size: 11.5px;
}
</style>
