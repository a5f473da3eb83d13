<script setup lang="ts">
import {
  coverage,
  gapInWords,
  historyOf,
  monthInWords,
  personName,
  plays,
  type FilePerson,
  type FileState,
  type HistoryRule,
  type IsoDate,
  type Stretch,
} from '@cavren/core';
import { computed } from 'vue';
import { Mark } from '../look/index';
import { useSay } from '../words/index';

const say = useSay();

/** The asked years of somebody's history as a band: what is covered, what is missing, what overlaps. */
const props = defineProps<{
  file: FileState;
  rule: HistoryRule | null;
  entity: 'home' | 'work';
  today: IsoDate;
  rows: (Stretch & { personId: string })[];
  labelOf: (id: string) => string;
}>();
const people = computed<FilePerson[]>(() =>
  props.file.people.filter((person) => person.kind === 'person' && props.rule !== null && plays(person, props.rule.roles)),
);
const monthAt = (month: string): number => Number(month.slice(0, 4)) * 12 + Number(month.slice(5, 7)) - 1;

const bands = computed(() =>
  people.value.map((person) => {
    const held = coverage(historyOf(props.rows, person), props.rule?.years ?? 1, props.today);
    const { from, count } = held.asked;
    const place = (start: number, months: number) => ({ left: `${((start - monthAt(from)) / count) * 100}%`, width: `${(months / count) * 100}%` });
    const own = props.rows.filter(({ personId }) => personId === person.id);
    const pieces = own.flatMap(({ id, since, until }) => {
      if (since === null) return [];
      const start = Math.max(monthAt(since), monthAt(from));
      const end = Math.min(monthAt(until ?? props.today), monthAt(props.today));
      return end < start ? [] : [{ id, style: place(start, end - start + 1), label: props.labelOf(id) }];
    });
    return {
      person,
      pieces,
      gaps: held.gaps.map((gap) => ({ ...gap, style: place(monthAt(gap.from), gap.count) })),
      overlaps: held.overlaps.map(({ months, a, b }) => ({
        ...months,
        style: place(monthAt(months.from), months.count),
        names: `${props.labelOf(a)} and ${props.labelOf(b)}`,
      })),
      missing: gapInWords(held),
      from,
      to: held.asked.to,
    };
  }),
);
const range = (months: { from: string; to: string }): string =>
  months.from === months.to ? monthInWords(months.from) : `${monthInWords(months.from)} to ${monthInWords(months.to)}`;
</script>

<template>
  <div v-if="rule && bands.length > 0" class="d-grid ga-2 mt-2 mb-4">
    <div v-for="band in bands" :key="band.person.id" class="band" tabindex="-1" :data-anchor="`history.${entity}.${band.person.id}`">
      <p class="d-flex flex-wrap gc-4 mark-small">
        <b>{{ personName(band.person) }}</b>
        <span :class="{ wrong: band.missing }">
          <Mark :kind="band.missing ? 'blocked' : 'settled'" />
          {{ band.missing ? say(band.missing) : `${rule.years} ${rule.years === 1 ? 'year' : 'years'} without a gap` }}
        </span>
        <span v-for="overlap in band.overlaps" :key="overlap.from + overlap.names" class="soft">
          <Mark kind="partly" />
          {{ overlap.names }} overlap in {{ range(overlap) }}
        </span>
      </p>
      <div
        class="bar bg-sunk border border-rule-strong rounded position-relative overflow-hidden"
        role="img"
        :aria-label="`${rule.years} years to today: ${say(band.missing ?? 'no gap')}`"
      >
        <span v-for="piece in band.pieces" :key="piece.id" class="part bg-lichen-soft border-e" :style="piece.style" :title="piece.label">{{
          piece.label
        }}</span>
        <span
          v-for="gap in band.gaps"
          :key="gap.from"
          class="part gap text-error font-weight-bold text-center"
          :style="gap.style"
          :title="`Missing: ${range(gap)}`"
          >{{ gap.count }}</span
        >
        <span
          v-for="overlap in band.overlaps"
          :key="overlap.from + overlap.names"
          class="part border-t-lg border-error"
          :style="overlap.style"
          :title="`Overlap: ${range(overlap)}`"
        />
      </div>
      <p class="d-flex justify-space-between soft text-small">
        <span>{{ monthInWords(band.from) }}</span>
        <span>{{ monthInWords(band.to) }}</span>
      </p>
    </div>
  </div>
</template>

<style scoped>
.bar {
  height: 24px;
}
.part {
  position: absolute;
  inset-block: 0;
  overflow: hidden;
  text-indent: 5px;
  font-size: 0.78rem;
  line-height: 22px;
  white-space: nowrap;
}
.gap {
  background: repeating-linear-gradient(45deg, var(--ember-soft) 0 5px, var(--sheet) 5px 9px);
}
</style>
