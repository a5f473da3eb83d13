<script setup lang="ts">
import { countedIncome, evidencedAmount, formatMoney, householdOf, FREQUENCY_LABEL, INCOME_KIND_LABEL, type Income } from '@cavren/core';
import { computed } from 'vue';
import { useEditing } from '../file/editing';
import { optionsOf, peopleOptions, type ChapterProps } from '../file/options';
import Rows, { type Column } from '../file/Rows.vue';
import Mark from '../look/Mark.vue';
import WorkHistory from '../work/WorkHistory.vue';

const props = defineProps<ChapterProps>();
const columns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', kind: 'choice', options: peopleOptions(props.file), width: '14%' },
  { field: 'kind', label: 'Kind', kind: 'choice', options: optionsOf(INCOME_KIND_LABEL), width: '13%' },
  { field: 'source', label: 'Employer or source', width: '19%' },
  { field: 'amount', label: 'Stated', kind: 'money', width: '12%' },
  { field: 'frequency', label: 'How often', kind: 'choice', options: optionsOf(FREQUENCY_LABEL), width: '14%' },
  { field: 'hoursPerWeek', label: 'Hrs/wk', kind: 'decimal', width: '7%' },
  { field: 'since', label: 'Since', kind: 'date', width: '12%' },
]);
const fresh = computed(() => ({ personId: props.file.people.find(({ role }) => role === 'applicant')?.id ?? '' }));
const money = (value: number): string => formatMoney(value as Parameters<typeof formatMoney>[0]);
const editing = useEditing();
const today = computed(() => editing.view.value?.today ?? props.file.receivedOn);
const household = computed(() => householdOf(props.file, today.value));
const leftOut = (row: { id: string }): string => household.value.leftOut.find(({ incomeId }) => incomeId === row.id)?.why ?? '';
const counted = (row: { id: string }): string => {
  const term = countedIncome(props.file, row as Income, today.value);
  return term ? money(term.value) : '—';
};
const questions = computed(() => props.path.now.filter(({ key }) => key.startsWith('evidence:')));
const evidence = (row: { id: string }) => evidencedAmount(props.file, row.id);
</script>

<template>
  <WorkHistory :file="file" :path="path" :locked="locked" />
  <section>
    <h2>Income</h2>
    <p class="soft gap">What is stated counts until a paper is accepted; then what the paper shows is relied on.</p>
    <Rows entity="income" :rows="file.incomes" :columns="columns" :fresh="fresh" add-label="Income" :locked="locked" empty="No income yet.">
      <template #heads>
        <th scope="col" class="figure">Counts/month</th>
      </template>
      <template #cells="{ row }">
        <td class="figure counted">
          {{ counted(row) }}
          <span v-if="evidence(row)" class="soft" :title="`Page ${evidence(row)?.page} of an accepted paper shows ${money(evidence(row)?.amount ?? 0)}`">
            <Mark kind="settled" />
            evidenced
          </span>
          <span v-else-if="leftOut(row)" class="soft" :title="leftOut(row)">left out</span>
          <span v-else class="soft">stated</span>
        </td>
      </template>
    </Rows>
    <p v-for="question in questions" :key="question.key" class="note ember gap-top">{{ question.what }}. {{ question.why }}</p>
    <p class="total">
      Income that counts:
      <b>{{ money(path.figures.monthlyIncome) }}</b>
      a month
    </p>
  </section>
</template>

<style scoped>
.gap {
  margin-bottom: 10px;
}
.gap-top {
  margin-top: 10px;
}
.counted {
  white-space: nowrap;
  font-weight: 600;
}
.counted .soft {
  display: block;
  font-weight: 400;
  font-size: 0.78rem;
}
.counted .mark {
  width: 13px;
  height: 13px;
  vertical-align: -2px;
}
.total {
  margin-top: 12px;
}
</style>
