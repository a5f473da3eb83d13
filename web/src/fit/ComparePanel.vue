<script setup lang="ts">
import {
  annualPercentageRate,
  costOf,
  costsOf,
  figuresFor,
  formatMoney,
  inPercent,
  moneyIn,
  parseMoney,
  partInWords,
  totalPayableOf,
  usesAndSources,
  withChanges,
  type Figure,
  type FileState,
  type FitChange,
  type IsoDate,
  type Variant,
} from '@cavren/core';
import { computed, ref } from 'vue';
import { VERDICT_MARK, showFigure, showLimit } from '../affordability/index';
import { AskText, Mark } from '../look/index';
import { useVersions } from './versions';
import { useSay } from '../words/index';

const say = useSay();

/** The request and up to three other ways to ask, side by side: terms, costs and every figure. */
const props = defineProps<{ file: FileState; today: IsoDate; locked: boolean }>();
const emit = defineEmits<{ done: [] }>();
const versions = useVersions(
  () => props.file,
  () => props.locked,
);
const money = (value: number | null): string => (value === null ? '—' : moneyIn(props.file.pack)(value));

interface Column {
  variant: Variant | null;
  file: FileState;
  parts: string[];
  figures: Figure[];
  payment: number | null;
  total: number | null;
  cost: number | null;
  rate: number | null;
  gap: number;
}
const columns = computed<Column[]>(() =>
  [null, ...props.file.variants].map((variant) => {
    const file = variant ? withChanges(props.file, versions.changesOf(variant)) : props.file;
    const costs = costsOf(file, props.today);
    const total = costs ? totalPayableOf(costs) : null;
    return {
      variant,
      file,
      parts: costs?.parts.map(({ offer, terms }) => `${offer.label}: ${say(partInWords(terms))}`) ?? [],
      figures: figuresFor(file, props.today, props.file.product.measures),
      payment: costs?.payment ?? null,
      total,
      cost: costs ? costOf(costs) : null,
      rate: costs ? annualPercentageRate(costs, file.pack.rateMethod) : null,
      gap: usesAndSources(file).gap,
    };
  }),
);
/** Measures that a limit holds, or that nothing else in the table says. */
const measures = computed(() => (columns.value[0]?.figures ?? []).filter(({ measure }) => !['payment', 'totalPayable', 'apr'].includes(measure)));
const figureOf = (column: Column, measure: string): Figure | undefined => column.figures.find((figure) => figure.measure === measure);

type Editable = 'price' | 'downPayment' | 'amount' | 'termMonths';
const FIELDS: { field: Editable; label: string; money: boolean }[] = [
  { field: 'price', label: 'Price', money: true },
  { field: 'downPayment', label: 'Down payment', money: true },
  { field: 'amount', label: 'Amount', money: true },
  { field: 'termMonths', label: 'Term in months', money: false },
];
const fields = computed(() => FIELDS.filter(({ field }) => props.file.product.requestFields.some((named) => named.field === field)));
/** Terms of a version can be keyed while it isn't split; parts are keyed in the request. */
const editable = (column: Column): boolean => column.variant !== null && column.file.parts.length === 0 && versions.mayWrite.value;
const shown = (column: Column, field: Editable, asMoney: boolean): string => {
  const value = column.file.request[field];
  return value === null ? '' : asMoney ? formatMoney(value as Parameters<typeof formatMoney>[0], { locale: props.file.pack.locale }) : String(value);
};
const problem = ref('');
/** What is typed in a field of a column and not yet a value, so that news of the file doesn't take it out of one's hands. */
const typed = ref(new Map<string, string>());
const placeOf = (column: Column, field: Editable): string => `${column.variant?.id ?? ''} ${field}`;
function type(column: Column, field: Editable, asMoney: boolean, text: string): void {
  const { variant } = column;
  if (!variant) return;
  const value = asMoney ? parseMoney(text) : /^\d{1,3}$/.test(text.trim()) ? Number(text) : null;
  problem.value = value === null ? `“${text}” is no ${asMoney ? 'amount' : 'number of months'}` : '';
  if (value === null) return;
  typed.value.delete(placeOf(column, field));
  const others = versions.changesOf(variant).filter((change) => !(change.op === 'set' && change.entity === 'request' && change.field === field));
  const set: FitChange = { op: 'set', entity: 'request', id: null, field, value };
  versions.edit(variant, value === props.file.request[field] ? others : [...others, set]);
}
function make(column: Column): void {
  if (!column.variant) return;
  versions.makeRequest(versions.changesOf(column.variant), column.variant);
  emit('done');
}
const LETTERS = ['A', 'B', 'C'];
</script>

<template>
  <div>
    <h2>Side by side</h2>
    <p class="soft">The request as it is, and other ways to ask. Nothing of them counts until one is made the request.</p>
    <div class="scroll overflow-auto" tabindex="0" role="region" aria-label="Versions of the request">
      <v-table class="mark-small">
        <thead class="position-sticky top-0 bg-surface">
          <tr>
            <th scope="col"><span class="d-sr-only">What</span></th>
            <th v-for="(column, at) in columns" :key="column.variant?.id ?? 'now'" scope="col" class="figure">
              {{ column.variant ? `Version ${LETTERS[at - 1] ?? at}` : 'The request' }}
              <template v-if="column.variant">
                <span class="soft d-block font-weight-regular ml-auto name">{{ column.variant.label }}</span>
                <span v-if="versions.mayWrite.value" class="d-flex flex-wrap justify-end ga-2 my-1">
                  <v-btn size="small" color="primary" variant="flat" @click="make(column)">Make it the request</v-btn>
                  <v-btn size="small" @click="versions.takeAway(column.variant)">Remove</v-btn>
                </span>
              </template>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ field, label, money: asMoney } in fields" :key="field">
            <th scope="row">{{ label }}</th>
            <td v-for="(column, at) in columns" :key="column.variant?.id ?? 'now'" class="figure">
              <AskText
                v-if="editable(column)"
                class="ml-auto"
                max-width="132"
                bare
                :label="`${label}, version ${LETTERS[at - 1] ?? at}`"
                :model-value="typed.get(placeOf(column, field)) ?? shown(column, field, asMoney)"
                inputmode="decimal"
                @update:model-value="typed.set(placeOf(column, field), $event)"
                @change="type(column, field, asMoney, ($event.target as HTMLInputElement).value)"
              />
              <span v-else :class="{ 'font-weight-bold': shown(column, field, asMoney) !== shown(columns[0]!, field, asMoney) }">{{
                shown(column, field, asMoney) || '—'
              }}</span>
            </td>
          </tr>
          <tr>
            <th scope="row">Made up of</th>
            <td v-for="column in columns" :key="column.variant?.id ?? 'now'" class="figure">
              <span v-for="part in column.parts" :key="part" class="d-block text-small">{{ part }}</span>
            </td>
          </tr>
          <tr>
            <th scope="row">Payment a month</th>
            <td v-for="column in columns" :key="column.variant?.id ?? 'now'" class="figure">
              <b>{{ money(column.payment) }}</b>
            </td>
          </tr>
          <tr>
            <th scope="row">Interest and fees</th>
            <td v-for="column in columns" :key="column.variant?.id ?? 'now'" class="figure">{{ money(column.cost) }}</td>
          </tr>
          <tr>
            <th scope="row">Total payable</th>
            <td v-for="column in columns" :key="column.variant?.id ?? 'now'" class="figure">{{ money(column.total) }}</td>
          </tr>
          <tr>
            <th scope="row">Annual percentage rate</th>
            <td v-for="column in columns" :key="column.variant?.id ?? 'now'" class="figure">
              {{ column.rate === null ? '—' : inPercent(column.rate) }}
            </td>
          </tr>
          <tr v-for="measure in measures" :key="measure.measure">
            <th scope="row">
              {{ measure.label }}
              <span v-if="measure.limit" class="soft">{{ showLimit(measure, file.pack.currency) }}</span>
            </th>
            <td
              v-for="column in columns"
              :key="column.variant?.id ?? 'now'"
              class="figure"
              :class="{ wrong: figureOf(column, measure.measure)?.verdict === 'outside' }"
              :data-verdict="figureOf(column, measure.measure)?.verdict"
            >
              <Mark v-if="measure.limit" :kind="VERDICT_MARK[figureOf(column, measure.measure)?.verdict ?? 'unknown']" />
              {{ showFigure(figureOf(column, measure.measure) ?? measure, file.pack.currency) }}
            </td>
          </tr>
          <tr>
            <th scope="row">Uses and sources</th>
            <td v-for="column in columns" :key="column.variant?.id ?? 'now'" class="figure" :class="{ wrong: column.gap !== 0 }">
              {{ column.gap === 0 ? 'balance' : column.gap > 0 ? `${money(column.gap)} still to be named` : `${money(-column.gap)} too much` }}
            </td>
          </tr>
        </tbody>
      </v-table>
    </div>
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    <p v-if="versions.mayWrite.value" class="row-actions">
      <v-btn size="small" :disabled="versions.full.value !== ''" @click="versions.layBeside('As keyed', [])">Lay a copy beside</v-btn>
      <span v-if="versions.full.value" class="soft">{{ versions.full.value }}.</span>
      <span v-else class="soft">{{ file.parts.length > 0 ? 'Its parts are those of the request.' : 'Its terms are keyed in its column.' }}</span>
    </p>
  </div>
</template>

<style scoped>
.scroll {
  max-height: 62vh;
}
.scroll :is(th, .name) {
  max-width: 230px;
  white-space: normal;
}
</style>
