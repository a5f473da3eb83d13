<script setup lang="ts">
import { DEBT_KIND_LABEL, LIVING_COSTS } from '@cavren/contract';
import { optionsOf, plainOptions, type ChapterProps } from '../file/options';
import Rows, { type Column } from '../file/Rows.vue';

defineProps<ChapterProps>();
const debts: Column[] = [
  { field: 'lender', label: 'Lender', width: '30%' },
  { field: 'kind', label: 'Kind', kind: 'choice', options: optionsOf(DEBT_KIND_LABEL), width: '22%' },
  { field: 'payment', label: 'Payment a month', kind: 'money', width: '17%' },
  { field: 'balance', label: 'Balance', kind: 'money', width: '17%' },
  { field: 'cleared', label: 'Cleared by this loan', kind: 'yesNo', width: '14%' },
];
const costs: Column[] = [
  { field: 'category', label: 'Kind of cost', kind: 'choice', options: plainOptions(LIVING_COSTS), width: '60%' },
  { field: 'monthly', label: 'A month', kind: 'money', width: '30%' },
];
</script>

<template>
  <div>
    <section class="block">
      <h2>Debts</h2>
      <Rows entity="debt" :rows="file.debts" :columns="debts" :fresh="{ cleared: false }" add-label="Debt" :locked="locked" empty="No debts were named." />
    </section>
    <section class="block costs">
      <h2>Living costs</h2>
      <Rows entity="livingCost" :rows="file.livingCosts" :columns="costs" :fresh="{}" add-label="Living cost" :locked="locked" empty="No living costs yet." />
    </section>
  </div>
</template>

<style scoped>
.costs {
  max-width: 620px;
}
</style>
