<script setup lang="ts">
import { FREQUENCY_LABEL, methodOf, type FileState, type Income } from '@cavren/core';
import { computed } from 'vue';
import Field from '../file/Field.vue';
import { optionsOf } from '../file/options';

/** What a source is counted from: other fields for other kinds. */
const props = defineProps<{ income: Income; file: FileState; locked: boolean }>();

interface Asked {
  field: string;
  label: string;
  kind?: 'money' | 'signedMoney' | 'whole' | 'decimal' | 'date' | 'choice' | 'yesNo' | 'percent';
  hint?: string;
}
const AMOUNT: Asked = { field: 'amount', label: 'Stated amount', kind: 'money' };
const OFTEN: Asked = { field: 'frequency', label: 'How often', kind: 'choice' };
const UNTIL: Asked = { field: 'until', label: 'Until', kind: 'date' };
const UNTAXED: Asked = { field: 'untaxed', label: 'Free of tax', kind: 'yesNo' };

const asked = computed<Asked[]>(() => {
  const { kind, frequency } = props.income;
  const method = methodOf(props.income);
  if (method === 'accounts')
    return [
      { field: 'yearEnd', label: 'Latest year to', kind: 'date' },
      { field: 'profitLatest', label: 'Profit', kind: 'signedMoney' },
      { field: 'addBackLatest', label: 'Put back', kind: 'money' },
      { field: 'profitBefore', label: 'Profit before', kind: 'signedMoney' },
      { field: 'addBackBefore', label: 'Put back', kind: 'money' },
    ];
  if (method === 'yield')
    return [{ field: 'capital', label: 'What is in it', kind: 'money' }, { field: 'yieldRate', label: 'Yield a year, %', kind: 'percent' }, UNTIL];
  if (method === 'average') return [{ ...AMOUNT, label: 'Received in all' }, { field: 'monthsSeen', label: 'Over months', kind: 'whole' }, UNTIL];
  if (kind !== 'wage') {
    const variable = kind === 'overtime' || kind === 'bonus' || kind === 'commission';
    return [AMOUNT, OFTEN, ...(variable ? [{ field: 'monthsSeen', label: 'Over months', kind: 'whole' as const }] : [UNTAXED]), UNTIL];
  }
  const times: Asked[] =
    frequency === 'hourly'
      ? [
          { field: 'hoursPerWeek', label: 'Hours a week', kind: 'decimal' },
          { field: 'weeksPerYear', label: 'Weeks a year', kind: 'decimal' },
        ]
      : frequency === 'monthly'
        ? [{ field: 'extraMonths', label: 'Extra months', kind: 'whole' }]
        : [];
  return [
    AMOUNT,
    OFTEN,
    ...times,
    { field: 'yearToDate', label: 'Year to date', kind: 'money' },
    { field: 'yearToDateAt', label: 'to the day', kind: 'date' },
    ...(props.file.product.income.basis === 'net' ? [{ field: 'netAmount', label: 'Paid out, net', kind: 'money' as const }] : []),
    { field: 'probationUntil', label: 'Probation until', kind: 'date' },
    UNTIL,
  ];
});
</script>

<template>
  <div class="fields small-fields">
    <Field
      v-for="one in asked"
      :id="income.id"
      :key="one.field"
      entity="income"
      :field="one.field"
      :label="one.label"
      :kind="one.kind ?? 'text'"
      :options="one.field === 'frequency' ? optionsOf(FREQUENCY_LABEL) : []"
      :locked="locked"
      :class="one.kind"
    />
  </div>
</template>

<style scoped>
.fields :deep(.field) {
  width: 96px;
}
.fields :deep(.field.choice) {
  width: 114px;
}
.fields :deep(.field.whole),
.fields :deep(.field.decimal),
.fields :deep(.field.percent) {
  width: 84px;
}
.fields :deep(.field.yesNo) {
  width: 76px;
}
</style>
