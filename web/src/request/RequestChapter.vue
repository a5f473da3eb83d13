<script setup lang="ts">
import { moneyIn, requestProposal } from '@cavren/core';
import { computed } from 'vue';
import { Qualifying } from '../declarations/index';
import { Field, plainOptions, useEditing, type ChapterProps } from '../file/index';
import BusinessTables from './BusinessTables.vue';
import CostsBlock from './CostsBlock.vue';
import PartsTable from './PartsTable.vue';
import SecuritiesTable from './SecuritiesTable.vue';
import UsesAndSources from './UsesAndSources.vue';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

const say = useSay();

const props = defineProps<ChapterProps>();
const editing = useEditing();
const { today } = editing;
const rules = computed(() => props.file.product.costs);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const bounds = computed(() => props.file.product.bounds);
function bound(field: string): string {
  if (field === 'amount') return `${money(bounds.value.amount.least)} to ${money(bounds.value.amount.most)}`;
  return field === 'termMonths' ? `${bounds.value.termMonths.least} to ${bounds.value.termMonths.most}` : '';
}
const desk = useDesk();
const free = computed(() => !props.locked && desk.may('details.write'));
/** What follows from what is there is offered, and stays an offer until it is taken. */
const proposal = computed(() => requestProposal(props.file));
const PROPOSED = {
  price: 'Price, down payment and amount together',
  downPayment: 'Down payment, price less amount',
  amount: 'Amount, price less down payment',
} as const;
const holder = computed(() => (props.file.request.payoutName ? null : (props.file.people.find(({ role }) => role === 'applicant')?.fullName ?? null)));
const options = (field: string) => (field === 'purpose' ? plainOptions(props.file.product.purposes) : undefined);
const problems = computed(() => props.path.now.filter(({ key, place }) => place.chapter === 'request' && (key.startsWith('bound:') || key === 'balance:uses')));
/** Products that lend on nothing but the price take no securities. */
const pledging = computed(() => Object.keys(rules.value?.securities ?? {}).length > 0 || props.file.securities.length > 0);
/** Accounts are asked of businesses, and may be given by whoever works for themselves. */
const business = computed(
  () => rules.value?.business != null || props.file.accounts.length > 0 || props.file.incomes.some(({ kind }) => kind === 'selfEmployed'),
);
</script>

<template>
  <div>
    <Qualifying :file="file" :locked="locked" />
    <section class="block">
      <h2>What is asked for</h2>
      <div class="fields mt-2">
        <Field
          v-for="{ field, label, hint } in file.product.requestFields"
          :key="field"
          :class="{ two: field === 'purpose' }"
          entity="request"
          :field="field"
          :label="label"
          :options="options(field)"
          :locked="locked"
          :hint="hint ?? bound(field)"
        />
      </div>
      <p v-if="proposal && free" class="row-actions mt-2">
        <v-btn size="small" @click="editing.leave('request', null, proposal.field, proposal.value)"
          >{{ PROPOSED[proposal.field] }}: {{ money(proposal.value) }}</v-btn
        >
        <span class="soft">follows from the other two</span>
      </p>
      <p v-for="problem in problems" :key="problem.key" class="note ember mt-3">{{ say(problem.what) }}. {{ say(problem.why) }}</p>
    </section>
    <template v-if="rules">
      <section class="block">
        <h2>Parts</h2>
        <PartsTable :file="file" :rules="rules" :today="today" :locked="locked" />
      </section>
      <section class="block">
        <h2>Uses and sources</h2>
        <UsesAndSources :file="file" :locked="locked" />
      </section>
      <section v-if="pledging" class="block">
        <h2>Securities</h2>
        <SecuritiesTable :file="file" :locked="locked" />
      </section>
      <section v-if="business" class="block">
        <h2>The business</h2>
        <BusinessTables :file="file" :locked="locked" />
      </section>
      <section class="block">
        <h2>What it costs</h2>
        <CostsBlock :file="file" :today="today" />
      </section>
    </template>
    <section v-if="file.product.route.includes('completing')" class="block">
      <h2>Where the money goes</h2>
      <div class="fields mt-2">
        <div class="two">
          <Field entity="request" field="payoutName" label="Account holder" :locked="locked" />
          <v-btn v-if="holder && free" class="mt-1" size="small" @click="editing.leave('request', null, 'payoutName', holder)">Take {{ holder }}</v-btn>
        </div>
        <Field entity="request" field="payoutRouting" label="Routing number" :locked="locked" hint="nine digits, from the check" />
        <Field entity="request" field="payoutAccount" label="Account number" :locked="locked" />
      </div>
    </section>
  </div>
</template>
