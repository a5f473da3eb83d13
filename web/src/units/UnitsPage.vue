<script setup lang="ts">
import type { Stocks, UnitBoard } from '@cavren/contract';
import { addMonths, daysBetween, lastDayOf, moneyIn, monthInWords, parseDate, rentOf, type IsoDate } from '@cavren/core';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, messageOf, queryOf } from '../api/index';
import { localToday, showDate, showTime } from '../files/index';
import { AskChoice, AskText } from '../look/index';
import FindUnit from './FindUnit.vue';

/** Units over time: who is in, what is held, what is free; and what fits a need. */
const today = localToday();
const stocks = useQuery({ queryKey: ['stocks'], queryFn: () => api.get<Stocks>('/api/units') });
const chosen = ref('');
/** Units that one looks for come before those that are given out by a draw. */
const first = computed(() => stocks.data.value?.stocks.find(({ byDraw }) => !byDraw) ?? stocks.data.value?.stocks[0]);
const stock = computed(() => chosen.value || (first.value?.code ?? ''));
const byDraw = computed(() => stocks.data.value?.stocks.find(({ code }) => code === stock.value)?.byDraw ?? false);
const stockItems = computed(() => (stocks.data.value?.stocks ?? []).map(({ code, label }) => ({ value: code, label })));
const stockChoice = computed({ get: () => stock.value, set: (value: string) => (chosen.value = value) });
const typed = ref('');
const day = computed<IsoDate | null>(() => (typed.value.trim() === '' ? today : parseDate(typed.value, 'mdy', today)));
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
type Span = UnitBoard['rows'][number]['spans'][number];
const WORD: Record<Span['state'], string> = { held: 'held', kept: 'kept', let: 'let', free: 'free', notYet: 'not yet' };
function saidOf({ state, from: first, until: end, booking }: Span): string {
  const time = `${showDate(first)} to ${showDate(lastDayOf(end))}`;
  const whose = booking?.name ? `, ${booking.name}` : '';
  const hold = booking?.holdsUntil ? `, held until ${showTime(booking.holdsUntil)}` : '';
  return `${WORD[state]}${whose}, ${time}${hold}`;
}
const rows = computed(() =>
  (query.data.value?.rows ?? []).map(({ unit, spans }) => ({
    unit,
    rent: rentOf(unit, from.value, 12),
    spans: spans.map((one) => ({ ...one, key: one.from, left: at(one.from), width: at(one.until) - at(one.from), said: saidOf(one) })),
  })),
);
const place = computed(() => query.data.value?.stock ?? { currency: 'USD', locale: 'en-US' });
const counts = computed(() => {
  const now = (query.data.value?.rows ?? []).map(({ spans }) => spans.find((one) => one.from <= today && today < one.until)?.state ?? 'free');
  return (['let', 'kept', 'held', 'free'] as const).map((state) => ({ state, count: now.filter((one) => one === state).length }));
});
</script>

<template>
  <main class="page">
    <header class="chapter-head">
      <div>
        <h1>Units</h1>
        <p v-if="query.data.value" class="soft">
          Today: <template v-for="({ state, count }, number) in counts" :key="state">{{ number > 0 ? ', ' : '' }}{{ count }} {{ WORD[state] }}</template> of
          {{ rows.length }}. The line is today.
        </p>
        <p v-if="byDraw" class="soft">These are given out by a draw, and offered on <router-link to="/rounds">Rounds</router-link>.</p>
      </div>
      <div class="row-actions asked">
        <AskChoice v-model="stockChoice" label="Stock" :items="stockItems" />
        <AskText v-model="typed" label="From" :placeholder="showDate(today)" :error="day === null ? 'This is no date' : undefined" />
        <AskChoice v-if="show === 'board'" v-model="span" label="Shows" :items="SPANS" />
        <AskText v-else v-model="months" label="For months" inputmode="numeric" :error="wholeMonths === null ? 'A whole number' : undefined" />
        <v-btn-toggle v-model="show" mandatory density="compact" variant="outlined" aria-label="How it is shown">
          <v-btn value="board">Board</v-btn>
          <v-btn value="need">By need</v-btn>
        </v-btn-toggle>
      </div>
    </header>
    <p v-if="query.isError.value" class="note ember" role="alert">{{ messageOf(query.error.value) }}</p>
    <FindUnit v-else-if="show === 'need' && stock !== ''" :stock="stock" :from="day ?? today" :months="wholeMonths ?? 12" :place="place" />
    <p v-else-if="query.isPending.value" class="soft" role="status">Looking …</p>
    <p v-else-if="rows.length === 0" class="note">This stock has no units yet. They come from its list, when Cavren starts.</p>
    <div v-else class="board sheet" role="table" aria-label="Units over time">
      <div class="line heads" role="row">
        <span role="columnheader">Unit</span>
        <span role="columnheader" class="figure">Rent</span>
        <span role="columnheader" class="time">
          <span v-for="head in heads" :key="head.month" class="head" :style="{ left: `${head.left}%` }">{{ head.label }}</span>
        </span>
      </div>
      <div v-for="row in rows" :key="row.unit.id" class="line" role="row">
        <span role="rowheader">
          {{ row.unit.label }}
          <span class="soft text-small">{{ row.unit.plan.label }}</span>
        </span>
        <span role="cell" class="figure">{{ row.rent === null ? '—' : moneyIn(place)(row.rent) }}</span>
        <span role="cell" class="time">
          <span v-if="from <= today && today < until" class="now" :style="{ left: `${at(today)}%` }" aria-hidden="true" />
          <component
            :is="one.booking?.reference ? 'router-link' : 'span'"
            v-for="one in row.spans"
            :key="one.key"
            :to="one.booking?.reference ? `/files/${one.booking.reference}` : undefined"
            class="span"
            :class="one.state"
            :style="{ left: `${one.left}%`, width: `${one.width}%` }"
            :title="one.said"
            ><span class="words"
              >{{ WORD[one.state] }}<template v-if="one.booking?.name"> · {{ one.booking.name }}</template></span
            ><span class="d-sr-only">, {{ one.said }}</span></component
          >
        </span>
      </div>
    </div>
  </main>
</template>

<style scoped>
.asked > * {
  min-width: 9rem;
}
.line {
  display: grid;
  grid-template-columns: 15rem 6rem minmax(0, 1fr);
  gap: 0 12px;
  align-items: center;
  min-height: 32px;
  padding: 0 12px;
  border-bottom: 1px solid var(--rule);
  content-visibility: auto;
  contain-intrinsic-size: auto 32px;
}
.heads {
  font-size: 0.82rem;
  font-weight: 600;
  color: var(--ink-soft);
}
.time {
  position: relative;
  height: 26px;
}
.head {
  position: absolute;
  top: 4px;
  white-space: nowrap;
}
@media (width < 1100px) {
  .head:nth-child(even) {
    display: none;
  }
}
.span {
  position: absolute;
  top: 1px;
  bottom: 1px;
  overflow: hidden;
  border: 1px solid var(--rule);
  border-radius: 3px;
  color: var(--ink);
  text-decoration: none;
}
.words {
  display: block;
  padding: 2px 6px;
  overflow: hidden;
  font-size: 0.82rem;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.now {
  position: absolute;
  top: -4px;
  bottom: -4px;
  border-left: 2px solid var(--ember);
}
.span.free {
  border-color: transparent;
  color: var(--ink-soft);
}
.span.let {
  background: var(--teal-soft);
  border-color: var(--teal);
}
.span.kept {
  background: var(--lichen-soft);
  border-color: var(--lichen);
}
.span.held {
  background: var(--sheet);
  border: 1px dashed var(--teal);
}
.span.notYet {
  background: var(--sunk);
  color: var(--ink-soft);
}
</style>
