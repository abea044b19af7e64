<script setup lang="ts">
import AppDialog from './AppDialog.vue';

const visible = defineModel<boolean>('visible', { required: true });
const groups: readonly { readonly name: string; readonly keys: readonly (readonly [string, string])[] }[] = [
  { name: 'Place', keys: [['/', 'Place line'], ['Enter', 'In the Outline: a line below. Elsewhere: edit the text'], ['Ctrl+v', 'Paste; several lines become an outline'], ['Ctrl+Shift+v', 'Paste in place of the selection'], ['r', 'Series: repeat it, or one more item'], ['c', 'Content sets']] },
  { name: 'Select', keys: [['↑ ↓', 'Previous, next thing; with Shift also'], ['Escape', 'One step out'], ['Ctrl+a', 'Everything; again: all screens of the flow'], ['a', 'All alike on this screen'], ['Shift+a', 'All alike in the project'], ['Ctrl+click', 'What lies under the pointer'], ['[ ]', 'Previous, next screen']] },
  { name: 'Change', keys: [['Tab', 'In a text: the next text. In the Outline: into what stands before'], ['Shift+Tab', 'In the Outline: out of what it stands in'], ['Alt+arrows', 'Move up, down, in, out'], ['F2', 'In the Outline: edit the text of the line'], ['Ctrl+d', 'Duplicate'], ['Ctrl+g, Ctrl+Shift+g', 'Wrap in a column, unwrap'], ['Delete', 'Delete; hides a part of an instance'], ['Shift+Backspace', 'Back to kit'], ['s', 'Try on'], ['Ctrl+z, Ctrl+Shift+z', 'Undo, redo'], ['Ctrl+c, Ctrl+x', 'Copy, cut']] },
  { name: 'Look', keys: [['l', 'Next lens'], ['g, Shift+g', 'All screens, this screen'], ['+ −', 'Zoom; also Ctrl+wheel'], ['Space+drag', 'Move the Wall'], [', . ;', 'Outline, Details, Shelf: fold'], ['Alt while dragging', 'Copy instead of moving'], ['Escape while dragging', 'Leave everything as it was'], ['?', 'These keys']] },
];
</script>

<template>
  <AppDialog v-model:visible="visible" dismissable header="Keys" :width="860">
    <div class="groups"><section v-for="g in groups" :key="g.name"><h3>{{ g.name }}</h3><dl><template v-for="[k, what] in g.keys" :key="k"><dt>{{ k }}</dt><dd>{{ what }}</dd></template></dl></section></div>
  </AppDialog>
</template>

<style scoped>
.groups { display: grid; grid-template-columns: 1fr 1fr; gap: 20px 28px; }
dl { display: grid; grid-template-columns: 130px 1fr; gap: 4px 12px; margin-top: 6px; }
dt { font-weight: 600; }
h3 { font-size: 13px; }
</style>
