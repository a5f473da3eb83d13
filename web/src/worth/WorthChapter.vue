<script setup lang="ts">
import { ASSET_KIND_LABEL } from '@cavren/contract';
import { formatMoney, sum } from '@cavren/core';
import { computed } from 'vue';
import { optionsOf, type ChapterProps } from '../file/options';
import Rows, { type Column } from '../file/Rows.vue';
import Mark from '../look/Mark.vue';

const props = defineProps<ChapterProps>();
const columns: Column[] = [
  { field: 'kind', label: 'Kind', kind: 'choice', options: optionsOf(ASSET_KIND_LABEL), width: '20%' },
  { field: 'description', label: 'What it is', width: '36%' },
  { field: 'value', label: 'Value', kind: 'money', width: '18%' },
  { field: 'downPaymentPart', label: 'Goes into the down payment', kind: 'money', width: '20%' },
];
const sourced = computed(() => sum(props.file.assets.flatMap(({ downPaymentPart }) => (downPaymentPart === null ? [] : [downPaymentPart]))));
const wanted = computed(() => props.file.request.downPayment);
const money = (value: Parameters<typeof formatMoney>[0]) => formatMoney(value, { currency: props.file.pack.currency });
const problems = computed(() =>
  props.path.now.filter(({ place, key }) => place.chapter === 'worth' && (key.startsWith('over:') || key.startsWith('balance:'))),
);
</script>

<template>
  <section>
    <h2>What they own</h2>
    <p class="soft gap">Every unit of the down payment has a source here.</p>
    <Rows entity="asset" :rows="file.assets" :columns="columns" :fresh="{}" add-label="Asset" :locked="locked" empty="Nothing was named yet." />
    <p v-if="wanted !== null" class="total">
      <Mark :kind="sourced === wanted ? 'settled' : 'blocked'" />
      {{ money(sourced) }} of the down payment of {{ money(wanted) }} has a source
    </p>
    <p v-for="problem in problems" :key="problem.key" class="note ember gap-top">{{ problem.what }}. {{ problem.why }}</p>
  </section>
</template>

<style scoped>
.gap {
  margin-bottom: 10px;
}
.gap-top {
  margin-top: 10px;
}
.total {
  margin-top: 12px;
}
</style>
