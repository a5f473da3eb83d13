<script setup lang="ts">
import { debtTerms, moneyIn, total, type Debt, type Term } from '@cavren/core';
import { computed } from 'vue';
import { TermLines } from '../affordability/index';
import { Field, Rows, ownerOptions, useEditing, useGoTo, type ChapterProps, type Column } from '../file/index';
import { QuestionBox, questionsOf } from '../income/index';
import { Fold, Mark } from '../look/index';
import { useSay } from '../words/index';

const say = useSay();

const props = defineProps<ChapterProps>();
const editing = useEditing();
const go = useGoTo(() => props.file.reference);
const owners = computed(() => ownerOptions(props.file));
const debts = computed<Column[]>(() => [
  { field: 'lender', label: 'Lender', width: '18%' },
  { field: 'kind', label: 'Kind', width: '15%' },
  { field: 'owners', label: 'Whose', options: owners.value, width: '15%' },
  { field: 'payment', label: 'Payment a month', width: '13%' },
  { field: 'balance', label: 'Balance', width: '14%' },
]);
const costs: Column[] = [
  { field: 'category', label: 'Kind of cost', width: '60%' },
  { field: 'monthly', label: 'A month', width: '30%' },
];
const currency = computed(() => props.file.pack.currency);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const { today } = editing;
const lines = computed(() => debtTerms(props.file, today.value, true));
const lineOf = (row: { id: string }): Term | undefined => lines.value.find(({ place }) => place?.anchor.startsWith(`${row.id}.`));
const factsOf = (row: { id: string }) => [lineOf(row)?.sign, lineOf(row)?.value];
const hasNote = (row: { id: string }): boolean => Boolean(lineOf(row)?.note) && !lineOf(row)?.terms;
const revolves = (row: { id: string }): boolean => {
  const { kind } = row as Debt;
  return kind !== null && (kind === 'creditCard' || kind === 'overdraft');
};
const questions = computed(() => questionsOf(props.path, props.file, { twice: 'Looks like one debt keyed twice', debt: 'Figures of a debt' }));
const living = computed(() => props.path.figures.living);
const higher = computed(() => living.value.benchmark !== null && living.value.benchmark > living.value.declared);
</script>

<template>
  <div>
    <section class="block">
      <h2>Debts</h2>
      <Rows
        entity="debt"
        :rows="file.debts"
        :columns="debts"
        :fresh="{ cleared: false }"
        add-label="Debt"
        :locked="locked"
        :asks="hasNote"
        :facts="factsOf"
        empty="No debts were named."
      >
        <template #heads>
          <th scope="col" class="figure">Counts a month</th>
        </template>
        <template #cells="{ row }">
          <td class="figure counted">
            <template v-if="lineOf(row)">{{ lineOf(row)?.sign === '·' ? money(0) : money(lineOf(row)?.value ?? 0) }}</template>
            <template v-else>—</template>
          </td>
        </template>
        <template #under="{ row }">
          <div class="small-fields">
            <Field v-if="revolves(row)" :id="row.id" entity="debt" field="limit" label="Limit" :locked="locked" />
            <Field :id="row.id" entity="debt" field="rate" label="Rate a year, %" :locked="locked" />
            <Field v-if="!revolves(row)" :id="row.id" entity="debt" field="endsOn" label="Last payment on" :locked="locked" />
            <Field :id="row.id" entity="debt" field="variable" label="Variable rate" :locked="locked" />
            <Field :id="row.id" entity="debt" field="cleared" label="Paid off by this" :locked="locked" />
            <Fold v-if="lineOf(row)?.terms" class="flex-1-1" title="how it counts">
              <TermLines :terms="lineOf(row)?.terms ?? []" :currency="currency" @go="go" />
            </Fold>
          </div>
        </template>
        <template #below="{ row }">
          <p class="soft text-small">{{ lineOf(row)?.sign === '·' ? `doesn’t count: ${say(lineOf(row)?.note ?? '')}` : say(lineOf(row)?.note ?? '') }}</p>
        </template>
      </Rows>
      <QuestionBox v-for="question in questions" :key="question.subject" :question="question" :file="file" :anchor="question.anchor" :locked="locked" />
      <p v-if="file.debts.length > 0" class="sum-line mt-3">
        <span>Debts that count after this request</span>
        <b>{{ money(total(lines)) }} a month</b>
      </p>
    </section>
    <section class="block measure">
      <h2>Living costs</h2>
      <Rows entity="livingCost" :rows="file.livingCosts" :columns="costs" :fresh="{}" add-label="Living cost" :locked="locked" empty="No living costs yet." />
      <div v-if="living.benchmark !== null" class="compare border-t-md mt-3 pt-2">
        <p :class="{ 'font-weight-bold': !higher }">
          <Mark :kind="higher ? 'open' : 'settled'" />
          <span>Declared</span>
          <b>{{ money(living.declared) }}</b>
          <span class="soft">{{ higher ? '' : 'counts: no less than the benchmark' }}</span>
        </p>
        <p :class="{ 'font-weight-bold': higher }">
          <Mark :kind="higher ? 'settled' : 'open'" />
          <span>Benchmark</span>
          <b>{{ money(living.benchmark) }}</b>
          <span class="soft">{{ higher ? 'counts: more than was declared' : '' }}</span>
        </p>
        <p class="soft text-small">{{ file.pack.benchmark?.source }}</p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.compare p:has(b) {
  display: grid;
  grid-template-columns: 20px 110px 110px 1fr;
  gap: 6px;
}
</style>
