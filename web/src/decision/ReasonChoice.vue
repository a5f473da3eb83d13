<script setup lang="ts">
import { MOST_REASONS, proposedReasons, type FileState, type Path } from '@cavren/core';
import { computed } from 'vue';
import { AskText } from '../look/index';
import { useSay } from '../words/index';

/** Principal reasons of a no: those that the file itself points to come first, with what points to them. */
const props = defineProps<{ file: FileState; path: Path }>();
const reasons = defineModel<string[]>('reasons', { required: true });
const other = defineModel<string>('other', { required: true });
const say = useSay();
const proposed = computed(() => proposedReasons(props.file, props.path));
const listed = computed(() => {
  const first = proposed.value.map(({ code, label, why }) => ({ code, label, why: say(why) }));
  const rest = props.file.product.declineReasons.filter(({ code }) => !first.some((one) => one.code === code));
  return [...first, ...rest.map(({ code, label }) => ({ code, label, why: '' }))];
});
const count = computed(() => reasons.value.length + (other.value.trim().length >= 3 ? 1 : 0));
</script>

<template>
  <fieldset>
    <legend>Principal reasons, at most four; the applicant is told these</legend>
    <p v-if="proposed.length > 0" class="soft text-small">What the file points to comes first, what is furthest off on top.</p>
    <v-checkbox v-for="reason in listed" :key="reason.code" v-model="reasons" :value="reason.code" hide-details density="compact">
      <template #label>
        <span>{{ reason.label }}<span v-if="reason.why" class="soft text-small d-block">{{ reason.why }}</span></span>
      </template>
    </v-checkbox>
    <AskText v-model="other" class="mt-1" label="Another reason, in words" maxlength="200" />
    <p v-if="count > MOST_REASONS" class="wrong" role="alert">At most four: more would hide what mattered.</p>
  </fieldset>
</template>
