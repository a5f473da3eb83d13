<script setup lang="ts">
import { descriptionOf, fieldOf } from '@cavren/core';
import { computed } from 'vue';
import { labelInside, saidValue } from '../words/index';
import { useEditing } from './editing';
import { nameIn } from './options';

const editing = useEditing();
const open = computed(() => editing.conflict.value !== null);
const change = computed(() => editing.conflict.value?.change ?? null);
const what = computed(() => (change.value ? `${descriptionOf(change.value.entity).word}: ${labelInside(change.value.entity, change.value.field)}` : ''));

/** A value as people read it, by the description of its field. What history kept comes as text. */
function show(value: string | number | boolean | null): string {
  const file = editing.file.value;
  const described = change.value && fieldOf(change.value.entity, change.value.field);
  if (!file || !described) return '';
  return saidValue(described, value, file.pack, (id) => nameIn(file, id, 'somebody who isn’t in the file any more')) || 'empty';
}
</script>

<template>
  <v-dialog :model-value="open" persistent max-width="560">
    <div v-if="editing.conflict.value" class="sheet box">
      <h2>Two of you changed this field</h2>
      <p class="soft">{{ what }}</p>
      <dl class="pairs font-weight-bold">
        <dt>{{ editing.conflict.value.actor }} wrote</dt>
        <dd>{{ show(editing.conflict.value.theirs) }}</dd>
        <dt>You wrote</dt>
        <dd>{{ show(editing.conflict.value.change.value) }}</dd>
      </dl>
      <p class="row-actions">
        <v-btn variant="flat" @click="editing.settleConflict(true)">Keep mine</v-btn>
        <v-btn @click="editing.settleConflict(false)">Take theirs</v-btn>
      </p>
    </div>
  </v-dialog>
</template>
