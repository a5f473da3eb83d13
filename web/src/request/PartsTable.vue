<script setup lang="ts">
import {
  costsOf,
  inPercent,
  moneyIn,
  offerOf,
  partProblemOf,
  partsGap,
  PAYMENT_PERIOD_LABEL,
  type CostRules,
  type FileState,
  type IsoDate,
  type LoanPart,
  type PartKind,
} from '@cavren/core';
import { computed } from 'vue';
import { Field, Rows, type Column } from '../file/index';
import { useSay } from '../words/index';

const say = useSay();

/** The parts that a loan is split into, each with its own terms and what it takes a month. */
const props = defineProps<{ file: FileState; rules: CostRules; today: IsoDate; locked: boolean }>();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const gap = computed(() => partsGap(props.file));
const costs = computed(() => costsOf(props.file, props.today));

const columns = computed<Column[]>(() => [
  { field: 'kind', label: 'Kind of part', width: '30%', options: props.rules.parts.map(({ kind, label }) => ({ value: kind, label })) },
  { field: 'amount', label: 'Amount', width: '18%' },
  { field: 'termMonths', label: 'Months', width: '10%' },
  {
    field: 'every',
    label: 'Paid',
    width: '20%',
    options: props.rules.every.map((value) => ({ value, label: PAYMENT_PERIOD_LABEL[value] })),
  },
  { field: 'firstPaymentOn', label: 'First payment', width: '16%' },
]);
/** A new part takes what the others leave. */
const fresh = computed(() => ({
  kind: props.file.parts.length === 0 ? (props.rules.parts[0]?.kind ?? null) : null,
  amount: Math.max(0, props.file.parts.length === 0 ? (props.file.request.amount ?? 0) : gap.value) || null,
  termMonths: props.file.request.termMonths,
  every: props.rules.every[0] ?? null,
}));
const partOf = (id: string): LoanPart | undefined => props.file.parts.find((part) => part.id === id);
/** What each part says of itself: its rate, and what it takes a month or why it can't be worked. */
const said = computed(
  () =>
    new Map(
      props.file.parts.map((part) => {
        const costed = costs.value?.parts.find(({ id }) => id === part.id);
        return [
          part.id,
          { rate: rateWords(part), problem: partProblemOf(props.file, part, props.today), monthly: costed ? `${money(costed.monthly)} a month` : '' },
        ];
      }),
    ),
);
function rateWords({ kind }: LoanPart): string {
  const offer = offerOf(props.rules, kind);
  if (!offer) return '';
  const rate = inPercent(offer.annualRate);
  if (offer.promotion) return `${inPercent(offer.promotion.annualRate)} for ${offer.promotion.months} months, then ${rate}`;
  if (offer.revolving) return `${rate}, ${(offer.revolving.share * 100).toFixed(0)} % of what is owed, at least ${money(offer.revolving.least)}`;
  return rate;
}
const has = (id: string, kind: PartKind): boolean => partOf(id)?.kind === kind;
</script>

<template>
  <div>
    <Rows
      entity="part"
      :rows="file.parts"
      :columns="columns"
      :fresh="fresh"
      :add-label="file.parts.length === 0 ? 'Split into parts' : 'Part'"
      :locked="locked"
      :asks="() => true"
      :empty="`Not split: all of it as “${rules.parts[0]?.label ?? ''}” at ${inPercent(rules.parts[0]?.annualRate ?? 0)} a year.`"
    >
      <template #under="{ row }">
        <div class="small-fields">
          <Field v-if="has(row.id, 'interestOnly')" :id="row.id" entity="part" field="interestOnlyMonths" label="Interest alone, months" :locked="locked" />
          <Field v-if="has(row.id, 'balloon')" :id="row.id" entity="part" field="balloon" label="Final balloon" :locked="locked" />
          <Field
            v-if="has(row.id, 'seasonal')"
            :id="row.id"
            entity="part"
            field="season"
            label="Paid in months"
            :locked="locked"
            hint="4 5 6 is April to June"
          />
          <template v-if="has(row.id, 'revolving')">
            <Field :id="row.id" entity="part" field="lineLimit" :locked="locked" />
            <Field :id="row.id" entity="part" field="lineEndsOn" :locked="locked" />
          </template>
          <template v-else>
            <Field :id="row.id" entity="part" field="holidayFrom" label="Left out from no." :locked="locked" />
            <Field :id="row.id" entity="part" field="holidayPeriods" label="how many" :locked="locked" />
          </template>
          <Field :id="row.id" entity="part" field="advanceOn" label="Paid out on" :locked="locked" />
        </div>
      </template>
      <template #below="{ row }">
        <p class="row-actions">
          <span class="soft flex-1-1">{{ said.get(row.id)?.rate }}</span>
          <span v-if="said.get(row.id)?.problem" class="wrong text-small w-100" role="alert">{{ say(said.get(row.id)?.problem ?? '') }}</span>
          <b v-else class="figure">{{ said.get(row.id)?.monthly }}</b>
        </p>
      </template>
    </Rows>
    <v-alert v-if="gap !== 0" class="note ember" role="note">
      The parts {{ `are ${money(Math.abs(gap))} ${gap > 0 ? 'less' : 'more'} than the amount` }}: they must add up to {{ money(file.request.amount ?? 0) }}.
    </v-alert>
  </div>
</template>
