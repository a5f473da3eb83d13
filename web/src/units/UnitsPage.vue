<script setup lang="ts">
import type { Stocks, UnitBoard } from '@cavren/contract';
import { addMonths, boardOf, daysBetween, monthInWords, parseDate, rentOf, type IsoDate } from '@cavren/core';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, messageOf, queryOf } from '../api/index';
import { localToday, showDate } from '../files/index';
import { AskChoice, AskText } from '../look/index';
import BoardLine from './BoardLine.vue';
import { STATE_WORD } from './board';
import FindUnit from './FindUnit.vue';

/** Units over time: who is in, what is held, what is free; and what fits a need. */
const today = localToday();
const stocks = useQuery({ queryKey: ['stocks'], queryFn: () => api.get<Stocks>('/api/units') });
const chosen = ref('');
/** Units that one looks for come before those that are given out by a draw. */
const first = computed(() => stocks.data.value?.stocks.find(({ byDraw }) => !byDraw) ?? stocks.data.value?.stocks[0]);
const stock = computed(() => chosen.value || (first.value?.code ?? ''));
const knownOf = (code: string) => stocks.data.value?.stocks.find((one) => one.code === code);
/** How people write where a stock is. */
const placeOf = (code: string) => knownOf(code)?.place ?? { currency: 'USD', locale: 'en-US', dateOrder: 'mdy' as const };
const byDraw = computed(() => knownOf(stock.value)?.byDraw ?? false);
const stockItems = computed(() => (stocks.data.value?.stocks ?? []).map(({ code, label }) => ({ value: code, label })));
const stockChoice = computed({ get: () => stock.value, set: (value: string) => (chosen.value = value) });
const typed = ref('');
const place = computed(() => placeOf(stock.value));
const day = computed<IsoDate | null>(() => (typed.value.trim() === '' ? today : parseDate(typed.value, place.value.dateOrder, today)));
const from = computed<IsoDate>(() => `${(day.value ?? today).slice(0, 8)}01` as IsoDate);
const SPANS = [
  { value: '6', label: 'Six months' },
  { value: '12', label: 'A year' },
  { value: '24', label: 'Two years' },
];
const span = ref('12');
const until = computed(() => addMonths(from.value, Number(span.value)));
const show = ref<'board' | 'need'>('board');
const months = ref('12');
const wholeMonths = computed(() => (/^\d{1,2}$/.test(months.value) && Number(months.value) > 0 ? Number(months.value) : null));
const query = useQuery({
  queryKey: computed(() => ['board', stock.value, from.value, until.value]),
  queryFn: () => api.get<UnitBoard>(`/api/units/${stock.value}/board?${queryOf({ from: from.value, until: until.value })}`),
  enabled: computed(() => stock.value !== ''),
  placeholderData: (before) => before,
});
const days = computed(() => daysBetween(from.value, until.value));
/** Where a day stands in the time that is shown, in per cent. */
const at = (date: IsoDate): number => (daysBetween(from.value, date) / days.value) * 100;
const heads = computed(() => {
  const step = Number(span.value) > 12 ? 3 : 1;
  return Array.from({ length: Number(span.value) / step }, (_, number) => {
    const month = addMonths(from.value, number * step);
    return { month, left: at(month), label: monthInWords(month).replace(/^(\w{3})\w* 20(\d\d)$/, '$1 $2') };
  });
});
/** Over the time that the answer is about: of any other nobody knows yet what is taken. */
const board = computed(() => (query.data.value ? boardOf(query.data.value.units, query.data.value.taken, query.data.value.from, query.data.value.until) : []));
const rows = computed(() => {
  const plans = new Map((query.data.value?.plans ?? []).map((plan) => [plan.code, plan]));
  return board.value.flatMap(({ unit, spans }) => {
    const plan = plans.get(unit.plan);
    return plan ? [{ key: unit.id, label: unit.label, plan: plan.label, rent: rentOf({ ...unit, plan }, from.value, 12), spans }] : [];
  });
});
/** The board that stands in until another has come is of the stock before. */
const boardPlace = computed(() => placeOf(query.data.value?.units[0]?.stock ?? stock.value));
/** So many are drawn at once; of more those that are in sight. */
const AT_ONCE = 60;
const now = computed(() => (from.value <= today && today < until.value ? at(today) : null));
const counts = computed(() => {
  const states = board.value.map(({ spans }) => spans.find((one) => one.from <= today && today < one.until)?.state ?? 'free');
  const counted = (['let', 'kept', 'held', 'free', 'notYet'] as const).map((state) => ({ state, count: states.filter((one) => one === state).length }));
  // Those that can't be let yet are said where there are any, so that what is said adds up.
  return counted.filter(({ state, count }) => state !== 'notYet' || count > 0);
});
</script>

<template>
  <main class="page">
    <header class="chapter-head">
      <div>
        <h1>Units</h1>
        <p v-if="query.data.value" class="soft">
          Today:
          <template v-for="({ state, count }, number) in counts" :key="state">{{ number > 0 ? ', ' : '' }}{{ count }} {{ STATE_WORD[state] }}</template> of
          {{ rows.length }}. The line is today.
        </p>
        <p v-if="byDraw" class="soft">These are given out by a draw, and offered on <router-link to="/rounds">Rounds</router-link>.</p>
      </div>
      <div class="row-actions align-end justify-end">
        <AskChoice v-model="stockChoice" min-width="135" label="Stock" :items="stockItems" />
        <AskText v-model="typed" min-width="135" label="From" :placeholder="showDate(today)" :error="day === null ? 'This is no date' : undefined" />
        <AskChoice v-if="show === 'board'" v-model="span" min-width="135" label="Shows" :items="SPANS" />
        <AskText v-else v-model="months" min-width="135" label="For months" inputmode="numeric" :error="wholeMonths === null ? 'A whole number' : undefined" />
        <v-btn-toggle v-model="show" mandatory density="compact" variant="outlined" aria-label="How it is shown">
          <v-btn value="board">Board</v-btn>
          <v-btn value="need">By need</v-btn>
        </v-btn-toggle>
      </div>
    </header>
    <v-alert v-if="query.isError.value" class="note ember" role="alert">{{ messageOf(query.error.value) }}</v-alert>
    <FindUnit v-else-if="show === 'need' && stock !== ''" :stock="stock" :from="day ?? today" :months="wholeMonths ?? 12" :place="place" />
    <p v-else-if="query.isPending.value" class="soft" role="status">Looking …</p>
    <v-alert v-else-if="rows.length === 0" class="note" role="note">This stock has no units yet. They come from its list, when Cavren starts.</v-alert>
    <div v-else class="board sheet" role="table" aria-label="Units over time" :aria-rowcount="rows.length + 1">
      <div class="board-line border-b px-3 soft text-small font-weight-semibold" role="row">
        <span role="columnheader">Unit</span>
        <span role="columnheader" class="figure">Rent</span>
        <span role="columnheader" class="board-time position-relative">
          <span v-for="head in heads" :key="head.month" class="head position-absolute text-no-wrap py-2" :style="{ left: `${head.left}%` }">{{
            head.label
          }}</span>
        </span>
      </div>
      <template v-if="rows.length <= AT_ONCE">
        <BoardLine v-for="row in rows" :key="row.key" :row="row" :at="at" :now="now" :place="boardPlace" />
      </template>
      <v-virtual-scroll v-else :items="rows" item-key="key" item-height="33" height="calc(100vh - 230px)" tabindex="0" aria-label="Units">
        <template #default="{ item }">
          <BoardLine :row="item" :at="at" :now="now" :place="boardPlace" />
        </template>
      </v-virtual-scroll>
    </div>
  </main>
</template>

<style scoped>
@media (width < 1100px) {
  .head:nth-child(even) {
    display: none;
  }
}
</style>
