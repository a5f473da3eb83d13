<script setup lang="ts">
import { isLocked, type Affordability, type Figure, type FileState, type Measure } from '@cavren/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import { Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useDisplay } from 'vuetify';
import { useEditing, useGoTo } from '../file/index';
import { LIMIT_WORD, TermLines, VERDICT_MARK, showFigure, showLimit } from '../affordability/index';
import { useSay } from '../words/index';

const say = useSay();

/** The live ratios of the open file against the product's limits; each opens into its arithmetic. */
const props = defineProps<{ figures: Affordability; file: FileState }>();
const PaymentSchedule = defineAsyncComponent(() => import('./PaymentSchedule.vue'));
const StressPanel = defineAsyncComponent(() => import('./StressPanel.vue'));
const FactorsPanel = defineAsyncComponent(() => import('./FactorsPanel.vue'));
const editing = useEditing();
const desk = useDesk();
const goTo = useGoTo(() => props.file.reference);
const FitPanel = defineAsyncComponent(() => import('../fit/FitPanel.vue'));
const ComparePanel = defineAsyncComponent(() => import('../fit/ComparePanel.vue'));
type Sheet = Measure | 'schedule' | 'stress' | 'factors' | 'fit' | 'compare';
const opened = ref<Sheet | null>(null);
const reason = ref('');
const problem = ref('');
const figure = computed<Figure | null>(() => props.figures.figures.find(({ measure }) => measure === opened.value) ?? null);
const exception = computed(() => props.file.exceptions.filter(({ subject }) => subject === `figure:${opened.value ?? ''}`).at(-1) ?? null);
const currency = computed(() => props.file.pack.currency);
const dialog = computed({ get: () => opened.value !== null, set: (open) => (opened.value = open ? opened.value : null) });

/** The first figures are always in view, as many as there is room for; the others when asked for. */
const { width } = useDisplay();
const inView = computed(() => (width.value >= 1200 ? 8 : width.value >= 1040 ? 6 : width.value >= 900 ? 5 : 4));
const more = ref(false);
const shownFigures = computed(() => (more.value ? props.figures.figures : props.figures.figures.slice(0, inView.value)));
const hidden = computed(() => props.figures.figures.length - inView.value);
const today = computed(() => editing.view.value?.today ?? props.file.receivedOn);
const locked = computed(() => isLocked(props.file));
const lends = computed(() => props.file.product.costs !== null);
const outside = computed(() => props.figures.figures.some(({ verdict }) => verdict === 'outside'));
const WIDE: readonly (Sheet | null)[] = ['schedule', 'stress', 'fit', 'compare'];
const counting = computed(() => props.figures.figures.some(({ measure }) => measure === 'moneyLeft'));

function open(measure: Sheet): void {
  opened.value = measure;
  reason.value = '';
  problem.value = '';
}
defineExpose({ open });

async function askException(): Promise<void> {
  try {
    await editing.act('/exceptions', { subject: `figure:${opened.value ?? ''}`, reason: reason.value });
    reason.value = '';
    problem.value = '';
  } catch (error) {
    problem.value = error instanceof Error ? error.message : '';
  }
}
const VERDICT_WORD: Record<string, string> = {
  inside: 'Inside the limit',
  outside: 'Outside the limit',
  refer: 'Inside the limit, but where an approver has to weigh it',
};
function go(place: { chapter: string; anchor: string }): void {
  opened.value = null;
  goTo(place);
}
</script>

<template>
  <section class="strip" aria-label="Figures" :style="{ '--in-view': inView }">
    <button
      v-for="item in shownFigures"
      :key="item.measure"
      type="button"
      :class="['figure-cell', item.verdict]"
      :data-measure="item.measure"
      @click="open(item.measure)"
    >
      <span class="label">{{ item.label }}</span>
      <span class="value">{{ showFigure(item, currency) }}</span>
      <span class="limit">
        <template v-if="item.value === null && item.waitingFor">needs {{ say(item.waitingFor) }}</template>
        <template v-else-if="VERDICT_MARK[item.verdict] !== 'none'">
          <Mark :kind="VERDICT_MARK[item.verdict]" />
          {{ LIMIT_WORD[item.verdict] ?? '' }}{{ showLimit(item, currency) }}
        </template>
        <template v-else>&nbsp;</template>
      </span>
    </button>
    <div class="sheets">
      <button v-if="lends && figures.schedule" type="button" :class="{ call: outside }" @click="open('fit')">Make it fit</button>
      <button v-if="lends && figures.schedule" type="button" @click="open('compare')">
        Compare{{ file.variants.length > 0 ? ` ${file.variants.length + 1}` : '' }}
      </button>
      <button v-if="figures.schedule" type="button" @click="open('schedule')">Schedule</button>
      <button v-if="counting" type="button" @click="open('stress')">Stress</button>
      <button v-if="file.product.repaymentFactors" type="button" @click="open('factors')">Factors</button>
      <button v-if="hidden > 0" type="button" :aria-expanded="more" @click="more = !more">{{ more ? 'Fewer' : `${hidden} more` }}</button>
    </div>
  </section>

  <v-dialog v-model="dialog" :max-width="WIDE.includes(opened) ? 980 : 720">
    <div class="sheet box">
      <PaymentSchedule v-if="opened === 'schedule' && figures.schedule" :schedule="figures.schedule" :pack="file.pack" />
      <StressPanel v-else-if="opened === 'stress'" :file="file" :today="today" />
      <FitPanel v-else-if="opened === 'fit'" :file="file" :today="today" :locked="locked" @compare="opened = 'compare'" @done="opened = null" />
      <ComparePanel v-else-if="opened === 'compare'" :file="file" :today="today" :locked="locked" @done="opened = null" />
      <FactorsPanel v-else-if="opened === 'factors'" :file="file" :figures="figures" @go="go" />
      <template v-else-if="figure">
        <h2>{{ figure.label }}</h2>
        <p class="soft">{{ say(figure.means) }}</p>
        <p v-if="figure.value === null">Can’t be computed yet: {{ say(figure.waitingFor ?? '') }} is missing.</p>
        <template v-else>
          <TermLines :terms="figure.terms" :currency="currency" open @go="go" />
          <p class="result">
            <span>{{ figure.label }}</span>
            <span>= {{ showFigure(figure, currency) }}</span>
          </p>
          <p v-if="figure.limit" class="note" :class="figure.verdict === 'inside' ? 'lichen' : 'ember'">
            <Mark :kind="VERDICT_MARK[figure.verdict]" />
            {{ VERDICT_WORD[figure.verdict] }}, {{ showLimit(figure, currency) }}. {{ say(figure.limit.rule) }}
          </p>
          <div v-if="figure.verdict === 'outside' || figure.verdict === 'refer'" class="exception">
            <p v-if="exception">
              {{ figure.verdict === 'refer' ? 'Put to an approver by' : 'Exception asked for by' }} {{ exception.askedBy }}: “{{ exception.reason }}”
              <b>
                {{
                  exception.answer === null
                    ? 'not answered yet'
                    : exception.answer === 'granted'
                      ? `granted by ${exception.answeredBy ?? ''}`
                      : `refused by ${exception.answeredBy ?? ''}`
                }}
              </b>
            </p>
            <form v-if="desk.may('exception.ask') && exception?.answer !== null" class="ask" @submit.prevent="askException">
              <label>
                {{ figure.verdict === 'refer' ? 'Put it to an approver' : 'Ask for an exception' }}: why should it go on?
                <textarea v-model="reason" class="field-input" rows="2" required />
              </label>
              <v-btn type="submit" size="small" :disabled="reason.trim().length < 3">{{
                figure.verdict === 'refer' ? 'Put to an approver' : 'Ask for the exception'
              }}</v-btn>
            </form>
            <p v-if="problem" class="note ember" role="alert">{{ problem }}</p>
          </div>
        </template>
      </template>
      <p class="close"><v-btn @click="opened = null">Close</v-btn></p>
    </div>
  </v-dialog>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: repeat(var(--in-view), minmax(0, 1fr)) 172px;
  background: var(--sheet);
  border-top: 2px solid var(--rule-strong);
}
.figure-cell {
  display: grid;
  align-content: start;
  gap: 1px;
  min-width: 0;
  padding: 7px 10px;
  border: 0;
  border-right: 1px solid var(--rule);
  border-top: 3px solid transparent;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.figure-cell:hover:not(:disabled) {
  background: var(--teal-soft);
}
.figure-cell.outside {
  border-top-color: var(--ember);
  background: var(--ember-soft);
}
.figure-cell.refer {
  border-top-color: var(--ember);
}
.figure-cell.inside {
  border-top-color: var(--lichen);
}
.label {
  font-size: 0.78rem;
  color: var(--ink-soft);
  line-height: 1.2;
}
.outside .label,
.outside .limit {
  color: var(--ink);
}
.value {
  font-size: 1.12rem;
  font-weight: 700;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.sheets {
  grid-column: -2 / -1;
  grid-row: 1;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 1px;
  padding: 3px;
  white-space: nowrap;
}
.sheets button {
  border: 0;
  padding: 0 4px;
  background: none;
  color: var(--teal);
  font: 600 0.84rem var(--text);
  text-align: left;
  text-decoration: underline;
  cursor: pointer;
}
.sheets .call {
  color: var(--ember);
}
.sheets button:hover {
  background: var(--teal-soft);
}
.limit {
  font-size: 0.76rem;
  color: var(--ink-soft);
  line-height: 1.25;
}
.limit .mark {
  width: 14px;
  height: 14px;
  vertical-align: -2px;
}
.box {
  padding: 20px;
  overflow: auto;
  max-height: 86vh;
}
.result {
  display: flex;
  justify-content: space-between;
  padding: 8px 0;
  margin-bottom: 10px;
  border-top: 2px solid var(--ink);
  font-weight: 700;
  font-variant-numeric: tabular-nums;
}
.ask {
  display: grid;
  gap: 8px;
  margin-top: 10px;
  justify-items: start;
}
.ask label {
  display: grid;
  gap: 4px;
  width: 100%;
  font-weight: 600;
}
.close {
  margin-top: 14px;
  text-align: right;
}
</style>
