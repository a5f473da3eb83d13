<script setup lang="ts">
import { applicantsOf, addDays, missingOf, personName, type FileState, type Path } from '@cavren/core';
import { computed } from 'vue';
import { WillHappen } from '../acts/index';
import { sayWithin, useSay } from '../words/index';
import { useEditing } from './editing';
import { useShown } from './shown';

/** Tells those who apply what is missing, and by when it can come; the clock of the decision stands still meanwhile. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ file: FileState; path: Path }>();
const editing = useEditing();
const say = useSay();
const { showDate } = useShown(editing);
const missing = computed(() => missingOf(props.path).map(({ what }) => sayWithin(say, what)));
const happens = computed(() => [
  { what: 'Told', to: applicantsOf(props.file).map(personName).join(', ') },
  { what: 'Missing', to: missing.value.join('; ') },
  { what: 'Until', to: showDate(addDays(editing.today.value, props.file.product.deciding.incompleteDays)) },
  { what: 'Then', to: 'the file closes by itself if it hasn’t come' },
]);
</script>

<template>
  <WillHappen v-model="open" title="Tell what is missing" :happens="happens" confirm="Send the notice" :run="() => editing.act('/incomplete', {})" />
</template>
