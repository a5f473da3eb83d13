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
  <div v-if="rule && bands.length > 0" class="bands">
    <div v-for="band in bands" :key="band.person.id" class="band" tabindex="-1" :data-anchor="`history.${entity}.${band.person.id}`">
      <p class="head">
        <b>{{ personName(band.person) }}</b>
        <span :class="{ missing: band.missing }">
          <Mark :kind="band.missing ? 'blocked' : 'settled'" />
          {{ band.missing ? say(band.missing) : `${rule.years} ${rule.years === 1 ? 'year' : 'years'} without a gap` }}
        </span>
        <span v-for="overlap in band.overlaps" :key="overlap.from + overlap.names" class="soft">
          <Mark kind="partly" />
          {{ overlap.names }} overlap in {{ range(overlap) }}
        </span>
      </p>
      <div class="bar" role="img" :aria-label="`${rule.years} years to today: ${say(band.missing ?? 'no gap')}`">
        <span v-for="piece in band.pieces" :key="piece.id" class="piece" :style="piece.style" :title="piece.label">{{ piece.label }}</span>
        <span v-for="gap in band.gaps" :key="gap.from" class="gap" :style="gap.style" :title="`Missing: ${range(gap)}`">{{ gap.count }}</span>
        <span v-for="overlap in band.overlaps" :key="overlap.from + overlap.names" class="over" :style="overlap.style" :title="`Overlap: ${range(overlap)}`" />
      </div>
      <p class="ends soft">
        <span>{{ monthInWords(band.from) }}</span>
        <span>{{ monthInWords(band.to) }}</span>
      </p>
    </div>
  </div>
</template>

<style scoped>
.bands {
  display: grid;
  gap: 8px;
  margin: 8px 0 14px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 0.9rem;
}
.head .mark {
  width: 14px;
  height: 14px;
  vertical-align: -2px;
}
.missing {
  color: var(--ember);
  font-weight: 600;
}
.bar {
  position: relative;
  height: 24px;
  margin-top: 3px;
  background: var(--sunk);
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  overflow: hidden;
}
.bar span {
  position: absolute;
  top: 0;
  bottom: 0;
  overflow: hidden;
  white-space: nowrap;
  font-size: 0.78rem;
  line-height: 22px;
  padding: 0 5px;
}
.piece {
  background: var(--lichen-soft);
  border-right: 2px solid var(--sheet);
  color: var(--ink);
}
.gap {
  background: repeating-linear-gradient(45deg, var(--ember-soft), var(--ember-soft) 5px, var(--sheet) 5px, var(--sheet) 9px);
  color: var(--ember);
  font-weight: 700;
  text-align: center;
}
.over {
  border-top: 4px solid var(--ember);
  padding: 0 !important;
}
.ends {
  display: flex;
  justify-content: space-between;
  font-size: 0.78rem;
}
</style>
