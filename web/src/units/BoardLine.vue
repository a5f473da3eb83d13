<script setup lang="ts">
import { lastDayOf, moneyIn, NO_LAST_DAY, type BoardSpan, type IsoDate } from '@cavren/core';
import { computed } from 'vue';
import { showDate, showTime } from '../files/index';
import { STATE_WORD, type Line } from './board';

/** One unit over time: who is in, for whom it is held, when it is free. */
const props = defineProps<{ row: Line; at: (date: IsoDate) => number; now: number | null; place: { currency: string; locale: string } }>();
function saidOf({ state, from, until, booking }: BoardSpan): string {
  const whose = booking?.name ? `, ${booking.name}` : '';
  const hold = booking?.holdsUntil ? `, held until ${showTime(booking.holdsUntil)}` : '';
  const days =
    booking?.endsOn === NO_LAST_DAY ? `from ${showDate(booking.startsOn)} until notice is given` : `${showDate(from)} to ${showDate(lastDayOf(until))}`;
  return `${STATE_WORD[state]}${whose}, ${days}${hold}`;
}
const spans = computed(() =>
  props.row.spans.map((one) => ({ ...one, left: props.at(one.from), width: props.at(one.until) - props.at(one.from), said: saidOf(one) })),
);
</script>

<template>
  <div class="board-line border-b px-3" role="row">
    <span role="rowheader">
      {{ row.label }}
      <span class="soft text-small">{{ row.plan }}</span>
    </span>
    <span role="cell" class="figure">{{ row.rent === null ? '—' : moneyIn(place)(row.rent) }}</span>
    <span role="cell" class="board-time">
      <span v-if="now !== null" class="now" :style="{ left: `${now}%` }" aria-hidden="true" />
      <component
        :is="one.booking?.reference ? 'router-link' : 'span'"
        v-for="one in spans"
        :key="one.from"
        :to="one.booking?.reference ? `/files/${one.booking.reference}` : undefined"
        class="span"
        :class="one.state"
        :style="{ left: `${one.left}%`, width: `${one.width}%` }"
        :title="one.said"
        ><span class="d-block px-2 py-1 text-small text-truncate"
          >{{ STATE_WORD[one.state] }}<template v-if="one.booking?.name"> · {{ one.booking.name }}</template></span
        ><span class="d-sr-only">, {{ one.said }}</span></component
      >
    </span>
  </div>
</template>

<style>
.board-line {
  display: grid;
  grid-template-columns: 15rem 6rem minmax(0, 1fr);
  gap: 12px;
  align-items: center;
  min-height: 33px;
}
.board-time {
  position: relative;
  height: 26px;
}
</style>

<style scoped>
.span {
  position: absolute;
  inset-block: 1px;
  overflow: hidden;
  border: 1px solid transparent;
  border-radius: 3px;
  color: var(--ink);
  text-decoration: none;
}
.now {
  position: absolute;
  inset-block: -4px;
  border-left: 2px solid var(--ember);
}
.free {
  color: var(--ink-soft);
}
.let {
  background: var(--teal-soft);
  border-color: var(--teal);
}
.kept {
  background: var(--lichen-soft);
  border-color: var(--lichen);
}
.held {
  border: 1px dashed var(--teal);
}
.notYet {
  background: var(--sunk);
  color: var(--ink-soft);
}
</style>
