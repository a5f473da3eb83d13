<script setup lang="ts">
import { applicantsOf, addDays, missingOf, personName } from '@cavren/core';
import { computed } from 'vue';
import { WillHappen } from '../acts/index';
import { sayWithin, useSay } from '../words/index';
import { useEditing } from './editing';
import { useShown } from './shown';

/** Tells those who apply what is missing, and by when it can come; the clock of the decision stands still meanwhile. */
const open = defineModel<boolean>({ required: true });
const editing = useEditing();
const say = useSay();
const { showDate } = useShown(editing);
const missing = computed(() => (editing.path.value ? missingOf(editing.path.value) : []).map(({ what }) => sayWithin(say, what)));
/** Worked out once it is asked for, not with every key. */
const happens = computed(() => (open.value ? willHappen() : []));
const willHappen = () => [
  { what: 'Told', to: editing.file.value ? applicantsOf(editing.file.value).map(personName).join(', ') : '' },
  { what: 'Missing', to: missing.value.join('; ') },
  { what: 'Until', to: showDate(addDays(editing.today.value, editing.file.value?.product.deciding.incompleteDays ?? 0)) },
  { what: 'Then', to: 'the file closes by itself if it hasn’t come' },
];
</script>

<template>
  <WillHappen v-model="open" title="Tell what is missing" :happens="happens" confirm="Send the notice" :run="() => editing.act('/incomplete', {})" />
</template>
