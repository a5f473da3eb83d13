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
/** How each state of a unit looks in its line. */
const LOOK: Record<BoardSpan['state'], string> = {
  free: 'soft',
  let: 'text-high-emphasis bg-teal-soft border border-primary',
  kept: 'text-high-emphasis bg-lichen-soft border border-success',
  held: 'text-high-emphasis border border-dashed border-primary',
  notYet: 'bg-sunk soft',
};
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
    <span role="cell" class="board-time position-relative">
      <span v-if="now !== null" class="now position-absolute border-s-md border-error" :style="{ left: `${now}%` }" aria-hidden="true" />
      <component
        :is="one.booking?.reference ? 'router-link' : 'span'"
        v-for="one in spans"
        :key="one.from"
        :to="one.booking?.reference ? `/files/${one.booking.reference}` : undefined"
        class="span position-absolute overflow-hidden rounded text-decoration-none"
        :class="LOOK[one.state]"
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
}
.board-time {
  height: 34px;
}
.board-time .span {
  inset-block: 4px;
}
.board-time .now {
  inset-block: 0;
}
</style>
