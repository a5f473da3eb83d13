<script setup lang="ts">
import { moneyIn, settled, type FileState, type Income } from '@cavren/core';
import { computed } from 'vue';
import { nameIn, Rows, type Column } from '../file/index';

/** The settlement sheets of shares of the catch: with them nothing has to be added up by hand. */
const props = defineProps<{ incomes: Income[]; file: FileState; locked: boolean }>();
const nameOf = ({ personId, source }: Income): string => [nameIn(props.file, personId), source].filter(Boolean).join(', ');
const columns = computed<Column[]>(() => [
  { field: 'incomeId', options: props.incomes.map((income) => ({ value: income.id, label: nameOf(income) })), width: '20%' },
  { field: 'season', width: '14%' },
  { field: 'since', width: '12%' },
  { field: 'until', width: '12%' },
  { field: 'landed', width: '17%' },
  { field: 'costs', width: '16%' },
  { field: 'lay', width: '9%' },
]);
const fresh = computed(() => ({ incomeId: props.incomes[0]?.id ?? null }));
const sums = computed(() =>
  props.incomes.flatMap((income) => {
    const paid = settled(props.file, income);
    return paid ? [{ id: income.id, name: nameOf(income), money: moneyIn(props.file.pack)(paid.total.value), months: paid.months }] : [];
  }),
);
</script>

<template>
  <section class="mt-4">
    <h3>Settlement sheets</h3>
    <p class="soft">What each trip or season brought. Where there are sheets, they are counted instead of the total that was keyed.</p>
    <Rows
      entity="settlement"
      :rows="file.settlements"
      :columns="columns"
      :fresh="fresh"
      add-label="Settlement sheet"
      :locked="locked"
      quiet
      empty="No settlement sheets yet."
    />
    <p v-for="sum in sums" :key="sum.id" class="soft text-small mt-1">
      {{ sum.name }}: {{ sum.money }} in all over {{ sum.months }} months. Whole years count, since the months between seasons bring nothing.
    </p>
  </section>
</template>
