<script setup lang="ts">
import { isLocked, ownFigures, type Measure, type Verdict } from '@cavren/core';
import { computed, ref } from 'vue';
import { fetchedPart, Mark } from '../look/index';
import type { SheetOffer } from './sheets';
import OneFigure from './OneFigure.vue';
import StripSheets from './StripSheets.vue';
import { useDisplay } from 'vuetify';
import { kept, useEditing, useFigures, useGoTo } from '../file/index';
import { LIMIT_WORD, VERDICT_MARK, showFigure, showLimit } from '../affordability/index';
import { useSay } from '../words/index';

const say = useSay();

/** The live ratios of the open file against the product's limits; each opens into its arithmetic. */
const live = useFigures();
const figures = computed(() => live.value.figures);
const guarantors = computed(() => live.value.guarantors);
const file = computed(() => live.value.file);
const PaymentSchedule = fetchedPart(() => import('./PaymentSchedule.vue'));
const StressPanel = fetchedPart(() => import('./StressPanel.vue'));
const GuarantorsPanel = fetchedPart(() => import('./GuarantorsPanel.vue'));
const FactorsPanel = fetchedPart(() => import('./FactorsPanel.vue'));
const editing = useEditing();
const goTo = useGoTo(() => file.value.reference);
const FitPanel = fetchedPart(() => import('../fit/FitPanel.vue'));
const ComparePanel = fetchedPart(() => import('../fit/ComparePanel.vue'));
type Sheet = Measure | SheetOffer['name'];
const opened = ref<Sheet | null>(null);
const asked = computed(() => ownFigures(figures.value.figures).find(({ figure }) => figure.measure === opened.value) ?? null);
const currency = computed(() => file.value.pack.currency);
const dialog = computed({ get: () => opened.value !== null, set: (open) => (opened.value = open ? opened.value : null) });

/** The first figures are always in view, as many as there is room for; the others when asked for. */
const { width } = useDisplay();
const inView = computed(() => (width.value >= 1200 ? 8 : width.value >= 1040 ? 6 : width.value >= 900 ? 5 : 4));
const more = ref(false);
const shownFigures = computed(() => (more.value ? figures.value.figures : figures.value.figures.slice(0, inView.value)));
const hidden = computed(() => figures.value.figures.length - inView.value);
const { today } = editing;
const locked = computed(() => isLocked(file.value));
const lends = computed(() => file.value.product.costs !== null);
const outside = computed(() => figures.value.figures.some(({ verdict }) => verdict === 'outside'));
const WIDE: readonly (Sheet | null)[] = ['schedule', 'stress', 'fit', 'compare'];
/** Of a verdict that was given, the colour of its edge, and of its ground where it stands in the way. */
const LOOK: Partial<Record<Verdict, string>> = { inside: 'lichen', refer: 'ember', outside: 'ember bg-ember-soft' };
const counting = computed(() => figures.value.figures.some(({ measure }) => measure === 'moneyLeft'));

/** The sheets that this file has: the same list for as long as it says the same. */
const sheets = computed<SheetOffer[]>((before) =>
  kept(
    before,
    [
      { name: 'fit' as const, label: 'Make it fit', call: outside.value, shown: lends.value && figures.value.schedule },
      {
        name: 'compare' as const,
        label: `Compare${file.value.variants.length > 0 ? ` ${file.value.variants.length + 1}` : ''}`,
        call: false,
        shown: lends.value && figures.value.schedule,
      },
      { name: 'schedule' as const, label: 'Schedule', call: false, shown: figures.value.schedule },
      { name: 'stress' as const, label: 'Stress', call: false, shown: counting.value },
      {
        name: 'guarantors' as const,
        label: 'Guarantors',
        call: guarantors.value.some(({ figures }) => figures.some(({ verdict }) => verdict === 'outside')),
        shown: guarantors.value.length > 0,
      },
      { name: 'factors' as const, label: 'Factors', call: false, shown: file.value.product.repaymentFactors },
    ]
      .filter(({ shown }) => Boolean(shown))
      .map(({ name, label, call }) => ({ name, label, call })),
  ),
);
const toggle = (): void => void (more.value = !more.value);
function open(measure: Sheet): void {
  opened.value = measure;
}
defineExpose({ open });

function go(place: { chapter: string; anchor: string }): void {
  opened.value = null;
  goTo(place);
}
</script>

<template>
  <section class="strip d-grid bg-surface border-t-md border-rule-strong" aria-label="Figures" :style="{ '--in-view': inView }">
    <button
      v-for="item in shownFigures"
      :key="item.measure"
      type="button"
      class="figure-cell hovered mark-small d-grid align-content-start soft px-2 py-2"
      :class="LOOK[item.verdict]"
      :data-measure="item.measure"
      :data-verdict="item.verdict"
      @click="open(item.measure)"
    >
      <span class="label">{{ item.label }}</span>
      <span class="value text-high-emphasis text-no-wrap font-weight-bold">{{ showFigure(item, currency) }}</span>
      <span class="limit">
        <template v-if="item.value === null && item.waitingFor">needs {{ say(item.waitingFor) }}</template>
        <template v-else-if="VERDICT_MARK[item.verdict] !== 'none'">
          <Mark class="me-1" :kind="VERDICT_MARK[item.verdict]" />
          <span class="d-sr-only">{{ LIMIT_WORD[item.verdict] ?? '' }}</span>{{ showLimit(item, currency) }}
        </template>
        <template v-else>&nbsp;</template>
      </span>
    </button>
    <StripSheets :sheets="sheets" :hidden="hidden" :more="more" @open="open" @more="toggle" />
  </section>

  <v-dialog v-model="dialog" :max-width="WIDE.includes(opened) ? 980 : 720">
    <div class="sheet box">
      <PaymentSchedule v-if="opened === 'schedule' && figures.schedule" :schedule="figures.schedule" :pack="file.pack" />
      <StressPanel v-else-if="opened === 'stress'" :file="file" :today="today" />
      <FitPanel v-else-if="opened === 'fit'" :file="file" :today="today" :locked="locked" @compare="opened = 'compare'" @done="opened = null" />
      <ComparePanel v-else-if="opened === 'compare'" :file="file" :today="today" :locked="locked" @done="opened = null" />
      <FactorsPanel v-else-if="opened === 'factors'" :file="file" :figures="figures" @go="go" />
      <GuarantorsPanel v-else-if="opened === 'guarantors'" :file="file" :sheets="guarantors" @go="go" />
      <OneFigure v-else-if="asked" :figure="asked.figure" :subject="asked.subject" :file="file" heading="h2" @go="go" />
      <p class="text-right"><v-btn @click="opened = null">Close</v-btn></p>
    </div>
  </v-dialog>
</template>

<style scoped>
.strip {
  grid-template-columns: repeat(var(--in-view), minmax(0, 1fr)) 172px;
}
.figure-cell {
  min-width: 0;
  border-right: 1px solid var(--rule);
  border-top: 3px solid var(--edge, transparent);
  font-size: 0.77rem;
  line-height: 1.25;
}
.value {
  font-size: 1.12rem;
  font-variant-numeric: tabular-nums;
  line-height: 1.4;
}
</style>
