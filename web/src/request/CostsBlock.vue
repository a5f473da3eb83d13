<script setup lang="ts">
import type { TakeAlong } from '@cavren/contract';
import { dateInWords, inForceOn, moneyIn, parseDate, total, type FileState, type IsoDate } from '@cavren/core';
import { computed, ref } from 'vue';
import { TermLines, useWorked } from '../affordability/index';
import { useGoTo } from '../file/index';
import { AskText, Fold } from '../look/index';
import { DATE_FORM, useSay } from '../words/index';

const say = useSay();

/** What the request costs in all: parts, fees, both annual percentage rates, and what settles it on any day. */
const props = defineProps<{ file: FileState; today: IsoDate }>();
const goTo = useGoTo(() => props.file.reference);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const percent = (value: number | null): string => (value === null ? '—' : `${(value * 100).toFixed(3)} %`);
const typed = ref('');
const day = computed(() => (typed.value.trim() === '' ? null : parseDate(typed.value, props.file.pack.dateOrder, props.today)));
const { result: costs, failed } = useWorked(
  () => props.file,
  () => props.today,
  (worker, file, today) => worker.costs(file, today, day.value),
  () => day.value,
);
const dayProblem = computed(() => {
  if (typed.value.trim() === '') return '';
  if (!day.value) return 'This is no date';
  return costs.value && day.value < costs.value.advanceOn ? `Before the advance on ${dateInWords(costs.value.advanceOn)} nothing is owed` : '';
});
/** The law of the place on the day of the advance. */
const law = computed(() => inForceOn(props.file.pack.creditLaw, costs.value?.advanceOn ?? props.today));
const rates = computed(() => {
  const own = props.file.pack.rateMethod;
  const all = [
    { method: 'regulationZ', name: '12 CFR 1026 Appendix J', value: costs.value?.rates.regulationZ ?? null },
    { method: 'directive', name: 'Directive 2008/48/EC', value: costs.value?.rates.directive ?? null },
  ];
  const named = (method: string, name: string): string => (method === own ? (law.value?.rate ?? name) : name);
  return all.sort((a) => (a.method === own ? -1 : 1)).map((rate) => ({ ...rate, name: named(rate.method, rate.name), own: rate.method === own }));
});
const base = computed(() => `/api/files/${props.file.reference}/take-along`);
const TAKE: Record<TakeAlong, string> = {
  'costs.pdf': 'Costs sheet (PDF)',
  'calculation.xlsx': 'Workbook (XLSX)',
  'calculation.json': 'Calculation (JSON)',
  'schedule.csv': 'Schedule (CSV)',
  'schedule.xlsx': 'Schedule (XLSX)',
  'payments.ics': 'Payment dates (ICS)',
};
</script>

<template>
  <div>
    <v-alert v-if="failed" class="note ember" role="alert">The part that works the costs out can’t be loaded. Load this page again.</v-alert>
    <p v-else-if="!costs" class="soft">Once the amount and the term are there, this says what it costs.</p>
    <template v-else>
      <div class="fields" style="--across: 2">
        <v-table>
          <tbody>
            <tr v-for="(part, at) in costs.parts" :key="at">
              <th scope="row">
                {{ part.label }}
                <span class="soft text-small d-block">{{ say(part.words) }}</span>
              </th>
              <td class="figure">{{ money(part.monthly) }} a month</td>
            </tr>
            <tr v-for="fee in costs.fees" :key="say(fee.label)">
              <th scope="row">
                {{ say(fee.label) }}
                <span class="soft text-small d-block">{{ say(fee.note ?? '') }}</span>
              </th>
              <td class="figure">{{ money(fee.value) }}</td>
            </tr>
            <tr>
              <th scope="row">Paid out</th>
              <td class="figure">{{ money(costs.paidOut) }}</td>
            </tr>
            <tr>
              <th scope="row">
                Interest
                <span class="soft text-small d-block">to {{ dateInWords(costs.lastOn) }}</span>
              </th>
              <td class="figure">{{ money(costs.interest) }}</td>
            </tr>
            <tr class="font-weight-bold">
              <th scope="row">Total payable</th>
              <td class="figure">{{ money(costs.totalPayable) }}</td>
            </tr>
          </tbody>
        </v-table>
        <div>
          <v-table>
            <tbody>
              <tr v-for="rate in rates" :key="rate.method" :class="{ 'font-weight-bold': rate.own }">
                <th scope="row">
                  Annual percentage rate
                  <span class="soft text-small d-block">{{ rate.name }}{{ rate.own ? ', as here' : '' }}</span>
                </th>
                <td class="figure">{{ percent(rate.value) }}</td>
              </tr>
            </tbody>
          </v-table>
          <AskText
            v-model="typed"
            class="my-3"
            label="Settled early on"
            :error="dayProblem || undefined"
            :placeholder="DATE_FORM[file.pack.dateOrder]"
            data-aside="yes"
          />
          <Fold v-if="!dayProblem && costs.settlement.length > 0">
            <template #title>
              <span>On {{ dateInWords(day ?? '') }} <b>{{ money(total(costs.settlement)) }}</b> settles it</span>
            </template>
            <p v-if="law" class="soft text-small">{{ law.settlement }}</p>
            <TermLines :terms="costs.settlement" :currency="file.pack.currency" open @go="goTo" />
          </Fold>
        </div>
      </div>
      <p class="row-actions mt-3">
        <b>Download:</b>
        <a v-for="(label, name) in TAKE" :key="name" :href="`${base}/${name}`" :download="`${file.reference}-${name}`">{{ label }}</a>
      </p>
    </template>
  </div>
</template>
