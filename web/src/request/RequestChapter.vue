<script setup lang="ts">
import { moneyIn, REQUEST_FIELD_KIND } from '@cavren/core';
import { computed } from 'vue';
import Qualifying from '../declarations/Qualifying.vue';
import Field from '../file/Field.vue';
import { plainOptions, type ChapterProps } from '../file/options';

const props = defineProps<ChapterProps>();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const bounds = computed(() => props.file.product.bounds);
function bound(field: string): string {
  if (field === 'amount') return `${money(bounds.value.amount.least)} to ${money(bounds.value.amount.most)}`;
  return field === 'termMonths' ? `${bounds.value.termMonths.least} to ${bounds.value.termMonths.most}` : '';
}
const problems = computed(() =>
  props.path.now.filter(({ key, place }) => place.chapter === 'request' && (key.startsWith('bound:') || key.startsWith('balance:'))),
);
</script>

<template>
  <div>
    <Qualifying :file="file" :locked="locked" />
    <section class="block">
      <h2>What is asked for</h2>
      <div class="fields">
        <Field
          v-for="{ field, label, hint } in file.product.requestFields"
          :key="field"
          :class="{ wide: field === 'purpose' }"
          entity="request"
          :field="field"
          :label="label"
          :kind="REQUEST_FIELD_KIND[field] ?? 'text'"
          :options="field === 'purpose' ? plainOptions(file.product.purposes) : []"
          :locked="locked"
          :hint="hint ?? bound(field)"
        />
      </div>
      <p v-for="problem in problems" :key="problem.key" class="note ember gap">{{ problem.what }}. {{ problem.why }}</p>
    </section>
    <section v-if="file.product.route.includes('completing')" class="block">
      <h2>Where the money goes</h2>
      <div class="fields">
        <Field class="wide" entity="request" field="payoutName" label="Account holder" :locked="locked" />
        <Field entity="request" field="payoutRouting" label="Routing number" :locked="locked" hint="nine digits, from the check" />
        <Field entity="request" field="payoutAccount" label="Account number" kind="hidden" :locked="locked" />
      </div>
    </section>
    <p v-if="file.product.line === 'lending'" class="soft">
      {{ file.product.name }}: {{ (file.product.pricing.annualRate * 100).toFixed(2) }} % a year fixed, fee {{ money(file.product.pricing.fee) }}, stressed at
      {{ ((file.product.pricing.annualRate + file.product.pricing.stressAdded) * 100).toFixed(2) }} %.
    </p>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 12px 14px;
  margin-top: 8px;
}
.wide {
  grid-column: span 2;
}
.gap {
  margin-top: 10px;
}
</style>
