<script setup lang="ts">
import type { FieldValue } from '@cavren/contract';
import { LINE_FIELDS, type IsoDate, type LineRules } from '@cavren/core';
import { computed } from 'vue';
import { AskText } from '../look/index';
import { labelOf, type Writing } from '../words/index';
import { asPasted, readPasted } from './pasted';

/** Lines from a spreadsheet: what was read of each before it is added; what can't be read stays here until it is put right. */
const open = defineModel<boolean>({ required: true });
const text = defineModel<string>('text', { required: true });
const props = defineProps<{ rules: LineRules; writing: Writing; today: IsoDate }>();
const emit = defineEmits<{ add: [lines: Record<string, FieldValue>[]] }>();
const lines = computed(() => (text.value.trim() === '' ? [] : readPasted(text.value, props.rules, props.writing, props.today)));
const good = computed(() => lines.value.filter(({ problems }) => problems.length === 0));
const bad = computed(() => lines.value.flatMap((line, at) => (line.problems.length > 0 ? [{ ...line, at: at + 1 }] : [])));
const order = LINE_FIELDS.map((column) => labelOf('coverLine', column)).join(', ');

function add(): void {
  const rest = bad.value;
  emit(
    'add',
    good.value.map(({ values }) => values),
  );
  text.value = asPasted(rest);
  if (rest.length === 0) open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" max-width="860" aria-label="Paste lines">
    <form class="sheet box" @submit.prevent="add">
      <h2>Paste lines</h2>
      <p class="soft mb-2">From a spreadsheet or as CSV, in this order: {{ order }}. A first line with these words may put them in another one.</p>
      <AskText v-model="text" label="Lines" :rows="8" autofocus />
      <p v-if="lines.length > 0" role="status" class="mt-2">
        <b>{{ good.length }} of {{ lines.length }}</b>
        can be added{{ bad.length > 0 ? '; the others stay here until they are put right:' : '.' }}
      </p>
      <ul v-if="bad.length > 0" class="facts plain overflow-auto">
        <li v-for="line in bad" :key="line.at">
          <b>Line {{ line.at }}, {{ line.cells.slice(0, 2).join(', ') }}:</b>
          {{ line.problems.join('. ') }}
        </li>
      </ul>
      <p class="row-actions mt-3">
        <v-btn type="submit" variant="flat" :disabled="good.length === 0">Add {{ good.length === 1 ? 'one line' : `${good.length} lines` }}</v-btn>
        <v-btn @click="open = false">Leave it</v-btn>
      </p>
    </form>
  </v-dialog>
</template>
