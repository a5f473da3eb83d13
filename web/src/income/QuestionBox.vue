<script setup lang="ts">
import { explanationOf, latestException, moneyIn, needsAnother, type FileState, type IncomeQuestion, type Matter } from '@cavren/core';
import { computed, ref } from 'vue';
import { useEditing } from '../file/index';
import { AskText, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

const say = useSay();

/** A question that the figures raise: explained in a few words, corrected, or put to an approver. */
const props = defineProps<{
  question: Pick<IncomeQuestion, 'subject' | 'what' | 'why'> & Partial<IncomeQuestion>;
  file: FileState;
  anchor: string;
  locked: boolean;
  /** What it is that is settled, where the question is none of the figures. */
  matter?: Matter;
  /** Something else than a word that settles it. */
  instead?: { label: string; run: () => void } | undefined;
}>();
const editing = useEditing();
const desk = useDesk();
const text = ref('');
const problem = ref('');
const busy = ref(false);
const said = computed(() => explanationOf(props.file, props.question.subject));
const referred = computed(() => needsAnother(props.file.product, props.question.code ?? props.matter ?? ''));
const exception = computed(() => latestException(props.file, `income:${props.question.subject}`));
const settled = computed(() => (referred.value ? exception.value?.answer === 'granted' : said.value !== null));
const canWrite = computed(() => desk.may('details.write') && !props.locked);
const answering = computed(() => canWrite.value && !settled.value && !(referred.value && exception.value?.answer === null));

async function explain(): Promise<void> {
  problem.value = '';
  if (text.value.trim().length < 3) {
    problem.value = 'Explain in a few words.';
    return;
  }
  if (!referred.value) {
    editing.add('explanation', { subject: props.question.subject, text: text.value.trim() });
    text.value = '';
    return;
  }
  busy.value = true;
  try {
    await editing.act('/exceptions', { subject: `income:${props.question.subject}`, reason: text.value });
    text.value = '';
  } catch (error) {
    problem.value = error instanceof Error ? error.message : '';
    editing.news.value = '';
  } finally {
    busy.value = false;
  }
}
function takeBack(): void {
  const row = props.file.explanations.find(({ subject }) => subject === props.question.subject);
  if (row) editing.remove('explanation', row.id);
}
/** Relies on the figure that can be supported instead of the stated one. */
function useSupported(): void {
  const { incomeId, supported } = props.question;
  if (!incomeId || supported === undefined) return;
  editing.change('the supported figure', [
    { op: 'set', entity: 'income', id: incomeId, field: 'amount', value: supported },
    { op: 'set', entity: 'income', id: incomeId, field: 'frequency', value: 'monthly' },
  ]);
}
</script>

<template>
  <div class="note mark-small mt-2 mb-3" :class="settled ? 'lichen' : 'ember'" role="group" :aria-label="say(question.what)">
    <p>
      <Mark class="me-1" :kind="settled ? 'settled' : 'blocked'" />
      <b>{{ say(question.what) }}.</b>
      {{ say(question.why) }}
    </p>
    <p v-if="said !== null && !referred">
      Explained: “{{ said }}”
      <v-btn v-if="canWrite" size="x-small" variant="text" @click="takeBack">Take back</v-btn>
    </p>
    <p v-if="referred && exception">
      Put to an approver by {{ exception.askedBy }}: “{{ exception.reason }}”
      <b>{{ exception.answer === null ? 'not answered yet' : `${exception.answer} by ${exception.answeredBy ?? ''}` }}</b>
    </p>
    <form v-if="answering" class="row-actions mt-1" @submit.prevent="explain">
      <AskText
        v-model="text"
        class="flex-1-1"
        bare
        data-aside="yes"
        :data-anchor="instead ? undefined : anchor"
        :label="referred ? `Why an approver should accept: ${say(question.what)}` : `Explain: ${say(question.what)}`"
        :placeholder="referred ? 'Why should an approver accept it?' : instead ? 'Why the stated one stands' : 'Explain in a few words'"
        autocomplete="off"
      />
      <v-btn type="submit" size="small" :loading="busy">{{ referred ? 'Put to an approver' : instead ? 'Keep, with a word' : 'Explain' }}</v-btn>
      <v-btn v-if="instead" size="small" variant="flat" :data-anchor="anchor" @click="instead.run">{{ instead.label }}</v-btn>
      <v-btn v-if="question.supported !== undefined" size="small" variant="text" @click="useSupported">
        Use {{ moneyIn(file.pack)(question.supported) }} a month instead
      </v-btn>
    </form>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </div>
</template>
