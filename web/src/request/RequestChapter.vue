<script setup lang="ts">
import { applicantOf, accountLabels, moneyIn, paidOutOf, paidTo, requestProposal } from '@cavren/core';
import { computed } from 'vue';
import { Qualifying } from '../declarations/index';
import { ProducersPart } from '../earnings/index';
import { Field, optionsOf, plainOptions, Rows, useEditing, type ChapterProps, type Column } from '../file/index';
import AccountFields from './AccountFields.vue';
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
const holder = computed(() => (props.file.request.payoutName ? null : (applicantOf(props.file)?.fullName ?? null)));
function options(field: string) {
  if (field === 'purpose') return plainOptions(props.file.product.purposes);
  if (field === 'premiumMode') return (props.file.product.cover?.modes ?? []).map(({ code, label: said }) => ({ value: code, label: said }));
  return field === 'legalForm' ? optionsOf(props.file.pack.legalForms) : undefined;
}
const account = computed(() => accountLabels(props.file.pack.account));
const payeeColumns = computed<Column[]>(() => [
  { field: 'kind', width: '15%' },
  { field: 'name', width: '22%' },
  ...(account.value.bank ? [{ field: 'routing', label: account.value.bank.label, width: '14%' }] : []),
  { field: 'account', label: account.value.account.label, width: '17%' },
  { field: 'amount', width: '13%' },
  { field: 'reference', width: '15%' },
]);
const paidOut = computed(() => paidTo(props.file));
const problems = computed(() => props.path.now.filter(({ key, place }) => place.chapter === 'request' && (key.startsWith('bound:') || key === 'balance:uses')));
/** Products that lend on nothing but the price take no securities. */
const pledging = computed(() => Object.keys(rules.value?.securities ?? {}).length > 0 || props.file.securities.length > 0);
/** Accounts are asked of businesses, and may be given by whoever works for themselves. */
const business = computed(
  () =>
    rules.value?.business != null ||
    (props.file.product.equipment !== null && props.file.people.some(({ role, kind }) => role === 'applicant' && kind === 'organisation')) ||
    props.file.accounts.length > 0 ||
    props.file.incomes.some(({ kind }) => kind === 'selfEmployed'),
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
      <v-alert v-for="problem in problems" :key="problem.key" class="note ember mt-3" role="note">{{ say(problem.what) }}. {{ say(problem.why) }}</v-alert>
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
        <BusinessTables :file="file" :path="path" :locked="locked" />
      </section>
      <section class="block">
        <h2>What it costs</h2>
        <CostsBlock :file="file" :today="today" />
      </section>
    </template>
    <section v-if="file.product.equipment && business" class="block">
      <h2>The business</h2>
      <BusinessTables :file="file" :path="path" :locked="locked" />
    </section>
    <section v-if="file.product.route.includes('completing') && !file.product.cover && !file.product.lease" class="block">
      <h2>Where the money goes</h2>
      <div class="fields mt-2">
        <div class="two">
          <Field entity="request" field="payoutName" label="Account holder" :locked="locked" />
          <v-btn v-if="holder && free" class="mt-1" size="small" @click="editing.leave('request', null, 'payoutName', holder)">Take {{ holder }}</v-btn>
        </div>
        <AccountFields of="payout" :file="file" :locked="locked" />
      </div>
      <template v-if="file.payees.length > 0 || rules">
        <h3 class="mt-3">Others who are paid</h3>
        <Rows
          entity="payee"
          :rows="file.payees"
          :columns="payeeColumns"
          :fresh="{ kind: 'seller' }"
          add-label="Payee"
          :locked="locked"
          quiet
          empty="All of it goes to the account above. Name a seller, a yard or a lender here, and the rest goes there."
        />
        <p v-if="file.payees.length > 0" class="soft">
          <template v-for="(to, at) in paidOut" :key="to.payeeId ?? ''"
            >{{ at > 0 ? ' · ' : '' }}{{ money(to.amount) }} to {{ to.name ?? (to.payeeId === null ? 'the account above' : '—') }}</template
          >, of {{ money(paidOutOf(file)) }} paid out
        </p>
      </template>
    </section>
    <section v-if="rules || file.product.cover || file.product.lease" class="block">
      <h2>{{ file.product.cover ? 'Where the premium comes from' : file.product.lease ? 'Where rent and deposit come from' : 'Where payments come from' }}</h2>
      <div class="fields mt-2">
        <Field
          class="two"
          entity="request"
          field="debitName"
          label="Account holder"
          :locked="locked"
          :hint="file.product.cover ? 'of whoever pays' : 'only where payments are debited'"
        />
        <AccountFields of="debit" :file="file" :locked="locked" />
      </div>
    </section>
    <ProducersPart v-if="file.product.cover?.earnings" :file="file" />
  </div>
</template>
