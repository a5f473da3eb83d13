<script setup lang="ts">
import type { Affordability, Figure, FileState, Measure } from '@cavren/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useRouter } from 'vue-router';
import Mark from '../look/Mark.vue';
import { useDesk } from '../session/store';
import { useEditing } from '../file/editing';
import TermLines from './TermLines.vue';
import { showFigure, showLimit } from './words';

/** The live ratios of the open file against the product's limits; each opens into its arithmetic. */
const props = defineProps<{ figures: Affordability; file: FileState }>();
const PaymentSchedule = defineAsyncComponent(() => import('./PaymentSchedule.vue'));
const editing = useEditing();
const desk = useDesk();
const router = useRouter();
const opened = ref<Measure | 'schedule' | null>(null);
const reason = ref('');
const problem = ref('');
const figure = computed<Figure | null>(() => props.figures.figures.find(({ measure }) => measure === opened.value) ?? null);
const exception = computed(() => props.file.exceptions.filter(({ subject }) => subject === `figure:${opened.value ?? ''}`).at(-1) ?? null);
const currency = computed(() => props.file.pack.currency);
const dialog = computed({ get: () => opened.value !== null, set: (open) => (opened.value = open ? opened.value : null) });

function open(measure: Measure | 'schedule'): void {
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
function go(place: { chapter: string; anchor: string }): void {
  opened.value = null;
  void router.push({ path: `/files/${props.file.reference}/${place.chapter}`, hash: `#${place.anchor}` });
}
</script>

<template>
  <section class="strip" aria-label="Figures">
    <button
      v-for="item in figures.figures"
      :key="item.measure"
      type="button"
      :class="['figure-cell', item.verdict]"
      :data-measure="item.measure"
      @click="open(item.measure)"
    >
      <span class="label">{{ item.label }}</span>
      <span class="value">{{ showFigure(item, currency) }}</span>
      <span class="limit">
        <template v-if="item.value === null && item.waitingFor">needs {{ item.waitingFor }}</template>
        <template v-else-if="item.verdict === 'outside'">
          <Mark kind="blocked" />
          outside: {{ showLimit(item, currency) }}
        </template>
        <template v-else-if="item.verdict === 'inside'">
          <Mark kind="settled" />
          {{ showLimit(item, currency) }}
        </template>
        <template v-else>&nbsp;</template>
      </span>
    </button>
    <button type="button" class="figure-cell schedule" :disabled="!figures.schedule" @click="open('schedule')">
      <span class="label">Schedule</span>
      <span class="value">{{ figures.schedule ? `${figures.schedule.rows.length} payments` : '—' }}</span>
      <span class="limit">table and chart</span>
    </button>
  </section>

  <v-dialog v-model="dialog" :max-width="opened === 'schedule' ? 980 : 680">
    <div class="sheet box">
      <template v-if="opened === 'schedule' && figures.schedule"><PaymentSchedule :schedule="figures.schedule" :pack="file.pack" /></template>
      <template v-else-if="figure">
        <h2>{{ figure.label }}</h2>
        <p v-if="figure.value === null">Can’t be computed yet: {{ figure.waitingFor }} is missing.</p>
        <template v-else>
          <TermLines :terms="figure.terms" :currency="currency" open @go="go" />
          <p class="result">
            <span>{{ figure.label }}</span>
            <span>= {{ showFigure(figure, currency) }}</span>
          </p>
          <p v-if="figure.limit" class="note" :class="figure.verdict === 'outside' ? 'ember' : 'lichen'">
            <Mark :kind="figure.verdict === 'outside' ? 'blocked' : 'settled'" />
            {{ figure.verdict === 'outside' ? 'Outside' : 'Inside' }} the limit, {{ showLimit(figure, currency) }}. {{ figure.limit.rule }}
          </p>
          <div v-if="figure.verdict === 'outside'" class="exception">
            <p v-if="exception">
              Exception asked for by {{ exception.askedBy }}: “{{ exception.reason }}”
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
                Ask for an exception: why should it go on?
                <textarea v-model="reason" class="field-input" rows="2" required />
              </label>
              <v-btn type="submit" size="small" :disabled="reason.trim().length < 3">Ask for the exception</v-btn>
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
  grid-template-columns: repeat(8, minmax(0, 1fr)) 108px;
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
.schedule .value {
  font-size: 0.95rem;
  line-height: 1.6;
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
