<script setup lang="ts">
import { ref, shallowRef } from 'vue';
import {
  kitRef,
  MOST_TOKEN_TEXT,
  readTokenFile,
  writeTokenCss,
  writeTokenFile,
  type Kit,
  type TokenFile,
} from '../../core/index.js';
import { saveFile } from '../originals/packKit.js';
import TokensDialog from './TokensDialog.vue';

/** A kit's tokens as files for others, and files of tokens for it. */
const props = defineProps<{ kit: Kit }>();
defineEmits<{ made: [ref: string] }>();
const input = ref<HTMLInputElement | null>(null);
const file = shallowRef<TokenFile | null>(null);
const name = ref('');
const open = ref(false);
const problem = ref('');
function save(kind: 'json' | 'css'): void {
  const text = kind === 'json' ? writeTokenFile(props.kit) : writeTokenCss(props.kit);
  const type = kind === 'json' ? 'application/design-tokens+json' : 'text/css';
  saveFile(new File([text], `${kitRef(props.kit)}.tokens.${kind}`, { type }));
}
async function read(): Promise<void> {
  const chosen = input.value?.files?.[0];
  if (input.value) input.value.value = '';
  problem.value = '';
  if (!chosen) return;
  if (chosen.size > MOST_TOKEN_TEXT) {
    problem.value = `${chosen.name} has more than 4 MB: that is no file of tokens. Nothing was read.`;
    return;
  }
  const got = readTokenFile(await chosen.text());
  const refused = got.problems.find((p) => p.level === 'refused');
  if (refused) {
    problem.value = `${chosen.name}: ${refused.message}`;
    return;
  }
  name.value = chosen.name;
  file.value = got;
  open.value = true;
}
</script>

<template>
  <p class="files">
    <button class="quiet-link" @click="save('json')">Save the tokens</button>
    <button class="quiet-link" @click="save('css')">Save them as CSS</button>
    <button class="quiet-link" @click="input?.click()">Read tokens</button>
    <input ref="input" type="file" accept=".json,.css,.tokens" hidden aria-label="A file of tokens" @change="read" />
    <span v-if="problem" class="problem" role="alert">{{ problem }}</span>
  </p>
  <TokensDialog
    v-if="file && open"
    v-model:visible="open"
    :kit="kit"
    :file="file"
    :file-name="name"
    @made="(r) => $emit('made', r)"
  />
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
</style>
