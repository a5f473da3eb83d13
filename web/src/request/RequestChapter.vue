<script setup lang="ts">
import { formatMoney } from '@cavren/core';
import { computed } from 'vue';
import Field from '../file/Field.vue';
import { plainOptions, type ChapterProps } from '../file/options';

const props = defineProps<ChapterProps>();
const needed = computed(() => new Set(props.path.now.filter(({ place }) => place.chapter === 'request').map(({ place }) => place.anchor)));
const money = (value: Parameters<typeof formatMoney>[0]) => formatMoney(value, { currency: props.file.pack.currency, locale: props.file.pack.locale });
const bounds = computed(() => props.file.product.bounds);
const problems = computed(() =>
  props.path.now.filter(({ key, place }) => place.chapter === 'request' && (key.startsWith('bound:') || key.startsWith('balance:'))),
);
</script>

<template>
  <div>
    <section class="block">
      <h2>What is asked for</h2>
      <div class="fields">
        <Field
          class="wide"
          entity="request"
          field="purpose"
          label="Purpose"
          kind="choice"
          :options="plainOptions(file.product.purposes)"
          :needed="needed.has('purpose')"
          :locked="locked"
        />
        <Field entity="request" field="price" label="Boat or refit price" kind="money" :needed="needed.has('price')" :locked="locked" />
        <Field entity="request" field="downPayment" label="Down payment" kind="money" :needed="needed.has('downPayment')" :locked="locked" />
        <Field
          entity="request"
          field="amount"
          label="Amount"
          kind="money"
          :needed="needed.has('amount')"
          :locked="locked"
          :hint="`${money(bounds.amount.least)} to ${money(bounds.amount.most)}`"
        />
        <Field
          entity="request"
          field="termMonths"
          label="Term in months"
          kind="whole"
          :needed="needed.has('termMonths')"
          :locked="locked"
          :hint="`${bounds.termMonths.least} to ${bounds.termMonths.most}`"
        />
        <Field entity="request" field="advanceOn" label="Advance on" kind="date" :locked="locked" hint="today when left empty" />
        <Field entity="request" field="firstPaymentOn" label="First payment on" kind="date" :locked="locked" hint="a month later when left empty" />
      </div>
      <p v-for="problem in problems" :key="problem.key" class="note ember gap">{{ problem.what }}. {{ problem.why }}</p>
    </section>
    <section class="block">
      <h2>Where the money goes</h2>
      <div class="fields">
        <Field class="wide" entity="request" field="payoutName" label="Account holder" :needed="needed.has('payoutName')" :locked="locked" />
        <Field
          entity="request"
          field="payoutRouting"
          label="Routing number"
          :needed="needed.has('payoutRouting')"
          :locked="locked"
          hint="nine digits, from the check"
        />
        <Field entity="request" field="payoutAccount" label="Account number" kind="hidden" :needed="needed.has('payoutAccount')" :locked="locked" />
      </div>
    </section>
    <p class="soft">
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
