<script setup lang="ts">
import { cashForDebt, LEGAL_FORM_LABEL, moneyIn, newestYear, payrollLoan, payrollTerms, total, type FileState } from '@cavren/core';
import { computed } from 'vue';
import { TermLines } from '../affordability/index';
import { Rows, useGoTo, type Column } from '../file/index';
import { Fold } from '../look/index';

/** A business that asks: whom it pays, and what its accounts say. */
const props = defineProps<{ file: FileState; locked: boolean }>();
const goTo = useGoTo(() => props.file.reference);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const rule = computed(() => props.file.product.costs?.business ?? null);
const byProfit = computed(() => (rule.value?.ownersByProfit ?? []).includes(props.file.request.legalForm ?? ''));
const payroll: Column[] = [
  { field: 'name', label: 'Name', width: '32%' },
  {
    field: 'kind',
    label: 'As',
    width: '18%',
  },
  { field: 'yearlyPay', label: 'Wages of the year', width: '20%' },
  { field: 'profitShare', label: 'Share of the profit', width: '22%' },
];
const accounts: Column[] = [
  { field: 'yearEnd', label: 'Year ended' },
  { field: 'monthsCovered', label: 'Months' },
  { field: 'revenue', label: 'Revenue' },
  { field: 'costs', label: 'All costs' },
  { field: 'depreciation', label: 'of it depreciation' },
  { field: 'interest', label: 'of it interest' },
  { field: 'drawings', label: 'Drawn, with tax' },
];
const terms = computed(() => payrollTerms(props.file));
const newest = computed(() => newestYear(props.file));
const most = computed(() => payrollLoan(props.file));
const formWord = computed(() => LEGAL_FORM_LABEL[props.file.request.legalForm ?? 'corporation']);
</script>

<template>
  <div>
    <template v-if="rule">
      <h3 class="mt-3">Payroll</h3>
      <p class="soft">
        Everybody counts up to {{ money(rule.yearlyCap) }} a year.
        <template v-if="file.request.legalForm">{{ formWord }}: owners count with {{ byProfit ? 'their share of the profit' : 'their wages' }}.</template>
      </p>
      <Rows
        entity="payroll"
        :rows="file.payrolls"
        :columns="payroll"
        :fresh="{ kind: 'employee' }"
        add-label="Person"
        :locked="locked"
        quiet
        empty="Nobody is on the payroll yet."
      />
      <Fold v-if="terms && most !== null" class="mt-2">
        <template #title>
          <span
            >Largest loan by payroll: <b>{{ money(most) }}</b></span
          >
        </template>
        <TermLines :terms="terms" :currency="file.pack.currency" @go="goTo" />
      </Fold>
    </template>
    <h3 class="mt-3">Accounts</h3>
    <Rows entity="account" :rows="file.accounts" :columns="accounts" :fresh="{}" add-label="Year of accounts" :locked="locked" empty="No accounts yet." />
    <p v-if="newest" class="soft">The newest year leaves {{ money(total(cashForDebt(newest))) }} to serve debts with.</p>
  </div>
</template>
