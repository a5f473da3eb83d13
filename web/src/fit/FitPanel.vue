<script setup lang="ts">
import { moneyIn, type Aim, type Figure, type FileState, type IsoDate, type LeverCode, type Proposal } from '@cavren/core';
import { computed, ref } from 'vue';
import { VERDICT_MARK, showFigure, showLimit, useWorked } from '../affordability/index';
import { Mark } from '../look/index';
import { useVersions } from './versions';
import { sayWithin, useSay } from '../words/index';

const say = useSay();

/** What would bring a file inside its limits: the smallest change of each kind, two together, and the most they can carry. */
const props = defineProps<{ file: FileState; today: IsoDate; locked: boolean }>();
const emit = defineEmits<{ compare: []; done: [] }>();
const versions = useVersions(
  () => props.file,
  () => props.locked,
);
const aim = ref<Aim>('limit');
const {
  result: fit,
  busy,
  failed,
} = useWorked(
  () => props.file,
  () => props.today,
  (worker, file, today) => worker.fit(file, today, aim.value),
  () => aim.value,
);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const hasBand = computed(() => props.file.product.limits.some(({ refer }) => refer !== undefined));
/** The figures that a proposal moves from outside to inside. */
const moved = (proposal: Proposal): Figure[] =>
  proposal.figures.filter(({ measure, limit }) => limit !== null && fit.value?.outside.some((figure) => figure.measure === measure));
const weighed = (proposal: Proposal): Figure[] => proposal.figures.filter(({ verdict }) => verdict === 'refer');
const LEVER_WORD: Record<LeverCode, string> = {
  amount: 'Ask for less',
  downPayment: 'Pay more down',
  term: 'Pay for longer',
  ratePart: 'Another kind of part',
  debt: 'Clear a debt',
  income: 'Evidence more income',
};
const lists = computed(() => {
  if (!fit.value) return [];
  const { single, pairs, largest } = fit.value;
  return [
    { title: 'One change', proposals: single },
    { title: 'Two changes together, the cheapest first', proposals: pairs },
    { title: 'The most they can carry now', proposals: largest ? [largest] : [] },
  ].filter(({ proposals }) => proposals.length > 0);
});
function beside(proposal: Proposal): void {
  versions.layBeside(say(proposal.label), proposal.changes);
  emit('compare');
}
const limited = (figure: Figure): string => `${figure.label} ${showFigure(figure, props.file.pack.currency)} (${showLimit(figure, props.file.pack.currency)})`;
function make(proposal: Proposal): void {
  versions.makeRequest(proposal.changes, null);
  emit('done');
}
</script>

<template>
  <div>
    <h2>What would make it fit</h2>
    <v-alert v-if="failed" class="note ember" role="alert">The part that works this out can’t be loaded. Load this page again.</v-alert>
    <p v-else-if="!fit && busy" class="soft" role="status">Working it out …</p>
    <p v-else-if="!fit">Once amount and term are there, this says what would bring the file inside its limits.</p>
    <template v-else>
      <v-alert v-if="fit.outside.length === 0" class="note lichen" role="note">
        <Mark kind="settled" />
        Nothing is outside its limit{{ aim === 'band' ? ', and nothing is left to weigh' : '' }}.
      </v-alert>
      <v-alert v-else class="note ember" role="note">
        <Mark kind="blocked" />
        {{ fit.outside.map(limited).join(', ') }}
      </v-alert>
      <div v-if="hasBand" class="row-actions mt-2">
        <v-radio-group v-model="aim" inline aria-label="How far inside">
          <v-radio value="limit" label="inside every limit" />
          <v-radio value="band" label="so far inside that nothing is left to weigh" />
        </v-radio-group>
        <span v-if="busy" class="soft" role="status">working it out …</span>
      </div>
      <section v-for="{ title, proposals } in lists" :key="title">
        <h3 class="mt-4">{{ title }}</h3>
        <ul class="lines plain">
          <li v-for="proposal in proposals" :key="say(proposal.label)" :data-lever="proposal.levers.join('+')">
            <div class="mark-small">
              <b class="d-block">{{ say(proposal.label) }}</b>
              <span class="soft">
                {{ money(proposal.payment) }} a month<template v-if="proposal.cost !== null">, interest and fees {{ money(proposal.cost) }} in all</template
                ><template v-if="proposal.saved > 0">, less {{ money(proposal.saved) }} of interest on what is paid off</template>
              </span>
              <span v-for="figure in moved(proposal)" :key="figure.measure" class="figure mx-3">
                <Mark :kind="VERDICT_MARK[figure.verdict]" />
                {{ figure.label }} {{ showFigure(figure, file.pack.currency) }}
              </span>
              <span v-if="weighed(proposal).length > 0" class="soft"
                >an approver weighs
                {{
                  weighed(proposal)
                    .map(({ label }) => label.toLowerCase())
                    .join(', ')
                }}</span
              >
            </div>
            <div v-if="versions.mayWrite.value" class="d-flex ga-2 flex-shrink-0">
              <v-btn size="small" :disabled="versions.full.value !== ''" @click="beside(proposal)">Lay beside</v-btn>
              <v-btn size="small" @click="make(proposal)">Make it the request</v-btn>
            </div>
          </li>
        </ul>
      </section>
      <p v-if="versions.full.value && versions.mayWrite.value" class="soft">{{ versions.full.value }}.</p>
      <template v-if="fit.outOfReach.length > 0">
        <h3 class="mt-4">Not alone</h3>
        <ul class="facts plain">
          <li v-for="{ lever, why } in fit.outOfReach" :key="lever + say(why)"><b>{{ LEVER_WORD[lever] }}:</b> {{ sayWithin(say, why) }}</li>
        </ul>
      </template>
      <v-alert v-if="fit.outside.length > 0 && lists.length === 0" class="note ember" role="note">No change of the request alone brings it inside.</v-alert>
    </template>
  </div>
</template>
