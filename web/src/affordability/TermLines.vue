<script setup lang="ts">
import type { Term } from '@cavren/core';
import { reactive } from 'vue';
import { openedFile, useStatedBy } from '../file/index';
import { showValue } from './words';
import { useSay } from '../words/index';

const say = useSay();

/** An arithmetic line by line; lines with lines of their own open further, down to what was keyed. */
const props = defineProps<{ terms: Term[]; currency: string; open?: boolean }>();
const editing = openedFile();
/** Lines that were opened or closed by hand; what is closed isn't drawn. */
const byHand = reactive(new Map<number, boolean>());
const isOpen = (at: number): boolean => byHand.get(at) ?? props.open;
const drawnFrom = (term: Term, at: number): unknown[] => [term, editing?.stated.value, props.currency, isOpen(at)];
const saidBy = useStatedBy();
const emit = defineEmits<{ go: [place: { chapter: string; anchor: string }] }>();
</script>

<template>
  <ul class="plain my-2">
    <li v-for="(term, at) in terms" :key="at" v-memo="drawnFrom(term, at)">
      <details v-if="term.terms && term.terms.length > 0" :open="isOpen(at)" @toggle="byHand.set(at, ($event.target as HTMLDetailsElement).open)">
        <summary class="line border-b cursor-pointer ga-2 py-1" :class="{ soft: term.sign === '·' }">
          <span>{{ term.sign }}</span>
          <span class="label">
            {{ say(term.label) }}
            <span v-if="term.note" class="soft ml-2">{{ say(term.note) }}</span>
          </span>
          <span class="figure font-weight-semibold">{{ showValue(term.value, term.unit, currency) }}</span>
        </summary>
        <TermLines v-if="isOpen(at)" class="border-s-md ml-6 pl-3" :terms="term.terms" :currency="currency" @go="(place) => emit('go', place)" />
      </details>
      <div v-else class="line border-b ga-2 py-1" :class="{ soft: term.sign === '·' }">
        <span>{{ term.sign }}</span>
        <span class="label">
          <a v-if="term.place" href="#" @click.prevent="emit('go', term.place)">{{ say(term.label) }}</a>
          <template v-else>{{ say(term.label) }}</template>
          <span v-if="term.note" class="soft ml-2">{{ say(term.note) }}</span>
          <span v-if="term.place && saidBy(term.place)" class="soft text-small ml-2">{{ saidBy(term.place) }}</span>
        </span>
        <span class="figure font-weight-semibold">{{ showValue(term.value, term.unit, currency) }}</span>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 22px 1fr auto;
}
summary .label::after {
  content: ' ▸';
}
details[open] > summary .label::after {
  content: ' ▾';
}
</style>
