<script setup lang="ts">
import {
  ACCOUNTS_KIND_LABEL,
  accountsRead,
  cashForDebt,
  LEGAL_FORM_LABEL,
  moneyIn,
  newestYear,
  payrollLoan,
  payrollTerms,
  total,
  type FileState,
  type Path,
} from '@cavren/core';
import { computed } from 'vue';
import { TermLines } from '../affordability/index';
import { Field, Rows, useGoTo, useShown, type Column } from '../file/index';
import { Fold } from '../look/index';

/** A business that asks: whom it pays, and what its accounts say. */
const props = defineProps<{ file: FileState; path: Path; locked: boolean }>();
const { showDate } = useShown();
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
  { field: 'kind', label: 'Accounts' },
  { field: 'yearEnd', label: 'Year ended' },
  { field: 'monthsCovered', label: 'Months' },
  { field: 'revenue', label: 'Revenue' },
  { field: 'costs', label: 'All costs' },
  { field: 'drawings', label: 'Drawn, with tax' },
];
const terms = computed(() => payrollTerms(props.file));
const newest = computed(() => newestYear(props.file));
/** What stands in the costs, and the balance sheet. */
const WITHIN = ['depreciation', 'interest', 'oneOff', 'cash', 'receivables', 'stock', 'fixedAssets', 'shortDebts', 'longDebts'] as const;
/** What has to be paid a month now, as the cover of debt service has it. */
const service = computed(() => props.path.figures.figures.find(({ measure }) => measure === 'debtServiceCover')?.terms.at(-1)?.value ?? null);
const read = computed(() => accountsRead(props.file, service.value));
const percent = (fraction: number | null): string => (fraction === null ? '—' : `${fraction > 0 ? '+' : ''}${(fraction * 100).toFixed(1)}\u00a0%`);
const most = computed(() => payrollLoan(props.file));
const formWord = computed(
  () => props.file.pack.legalForms[props.file.request.legalForm ?? 'corporation'] ?? LEGAL_FORM_LABEL[props.file.request.legalForm ?? 'corporation'],
);
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
          <span>Largest loan by payroll: <b>{{ money(most) }}</b></span>
        </template>
        <TermLines :terms="terms" :currency="file.pack.currency" @go="goTo" />
      </Fold>
    </template>
    <h3 class="mt-3">Accounts</h3>
    <Rows
      entity="account"
      :rows="file.accounts"
      :columns="accounts"
      :fresh="{ kind: 'year' }"
      add-label="Year of accounts"
      :locked="locked"
      empty="No accounts yet."
    >
      <template #under="{ row }">
        <div class="fields my-2" style="--across: 5">
          <Field v-for="field in WITHIN" :id="row.id" :key="field" entity="account" :field="field" :locked="locked" />
        </div>
      </template>
    </Rows>
    <p v-if="newest" class="soft">The newest year leaves {{ money(total(cashForDebt(newest))) }} to serve debts with.</p>
    <v-table v-if="read.length > 0" class="mt-2">
      <thead>
        <tr>
          <th scope="col">As a lender reads them</th>
          <th scope="col" class="figure">For debts a month</th>
          <th scope="col" class="figure">Covers payments now</th>
          <th scope="col" class="figure">Revenue rose</th>
          <th scope="col" class="figure">For debts rose</th>
          <th scope="col" class="figure">Owned less owed</th>
          <th scope="col" class="figure">Can pay within a year</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in read" :key="one.year.id">
          <td>{{ ACCOUNTS_KIND_LABEL[one.year.kind ?? 'year'] }}{{ one.year.yearEnd ? ` to ${showDate(one.year.yearEnd)}` : '' }}</td>
          <td class="figure">{{ money(one.earns.value) }}</td>
          <td class="figure">{{ one.cover === null ? '—' : `${one.cover.toFixed(2)} ×` }}</td>
          <td class="figure">{{ percent(one.revenueRose) }}</td>
          <td class="figure">{{ percent(one.earnsRose) }}</td>
          <td class="figure">{{ one.equity === null ? '—' : money(one.equity) }}</td>
          <td class="figure">{{ one.current === null ? '—' : `${one.current.toFixed(2)} ×` }}</td>
        </tr>
      </tbody>
    </v-table>
  </div>
</template>
