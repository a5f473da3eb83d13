<script setup lang="ts">
import type { Figure, FileState } from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { AskText, Mark } from '../look/index';
import { TermLines, VERDICT_MARK, WorkedWith, showFigure, showLimit } from '../affordability/index';
import { useDesk } from '../session/index';
import { useEditing } from '../file/index';
import { useSay } from '../words/index';

const say = useSay();

/** A figure with its arithmetic, its limit, and what can be asked where it isn't kept. */
const props = defineProps<{ figure: Figure; subject: string; file: FileState; heading: 'h2' | 'h4' }>();
const emit = defineEmits<{ go: [place: { chapter: string; anchor: string }] }>();
const editing = useEditing();
const desk = useDesk();
const reason = ref('');
const problem = ref('');
const currency = computed(() => props.file.pack.currency);
const exception = computed(() => props.file.exceptions.filter(({ subject }) => subject === props.subject).at(-1) ?? null);
const refers = computed(() => props.figure.verdict === 'refer');
const answer = computed(() => {
  const { answer: given, answeredBy } = exception.value ?? { answer: null, answeredBy: null };
  return given === null ? 'not answered yet' : `${given} by ${answeredBy ?? ''}`;
});
const VERDICT_WORD: Record<string, string> = {
  inside: 'Inside the limit',
  outside: 'Outside the limit',
  refer: 'Inside the limit, but where an approver has to weigh it',
};
watch(
  () => props.subject,
  () => {
    reason.value = '';
    problem.value = '';
  },
);

async function askException(): Promise<void> {
  try {
    await editing.act('/exceptions', { subject: props.subject, reason: reason.value });
    reason.value = '';
    problem.value = '';
  } catch (error) {
    problem.value = error instanceof Error ? error.message : '';
  }
}
</script>

<template>
  <component :is="heading">{{ figure.label }}</component>
  <p class="soft">{{ say(figure.means) }}</p>
  <p v-if="figure.value === null">Can’t be computed yet: {{ say(figure.waitingFor ?? '') }} is missing.</p>
  <template v-else>
    <TermLines :terms="figure.terms" :currency="currency" :open="heading === 'h2'" @go="(place) => emit('go', place)" />
    <p class="sum-line figure font-weight-bold pb-2">
      <span>{{ figure.label }}</span>
      <span>= {{ showFigure(figure, currency) }}</span>
    </p>
    <WorkedWith :terms="figure.terms" :on="editing.today.value" />
    <v-alert v-if="figure.limit" class="note" :class="figure.verdict === 'inside' ? 'lichen' : 'ember'" role="note">
      <Mark :kind="VERDICT_MARK[figure.verdict]" />
      {{ VERDICT_WORD[figure.verdict] }}, {{ showLimit(figure, currency) }}. {{ say(figure.limit.rule) }}
    </v-alert>
    <div v-if="figure.verdict === 'outside' || refers">
      <p v-if="exception">
        {{ refers ? 'Put to an approver by' : 'Exception asked for by' }} {{ exception.askedBy }}: “{{ exception.reason }}”
        <b>{{ answer }}</b>
      </p>
      <form v-if="desk.may('exception.ask') && exception?.answer !== null" class="d-grid ga-2 mt-3 justify-items-start" @submit.prevent="askException">
        <AskText
          v-model="reason"
          class="w-100"
          :label="`${refers ? 'Put it to an approver' : 'Ask for an exception'}: why should it go on?`"
          :rows="2"
          required
        />
        <v-btn type="submit" size="small" :disabled="reason.trim().length < 3">{{ refers ? 'Put to an approver' : 'Ask for the exception' }}</v-btn>
      </form>
      <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    </div>
  </template>
</template>
