<script setup lang="ts">
import { dateInWords, formatMoney, type PlacePack, type Schedule } from '@cavren/core';
import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';

const props = defineProps<{ schedule: Schedule; pack: PlacePack }>();
use([BarChart, LineChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);

const colour = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const units = (minor: number): number => minor / 100;
const option = computed(() => ({
  textStyle: { fontFamily: colour('--text'), color: colour('--ink') },
  aria: { enabled: true, label: { description: 'Interest and principal of every payment, and the balance after it' } },
  grid: { left: 60, right: 70, top: 36, bottom: 28 },
  legend: { top: 0, textStyle: { color: colour('--ink') } },
  tooltip: { trigger: 'axis', valueFormatter: (value: number) => formatMoney(Math.round(value * 100) as Schedule['payment']) },
  xAxis: { type: 'category', data: props.schedule.rows.map(({ number }) => number), axisLabel: { color: colour('--ink-soft') } },
  yAxis: [
    { type: 'value', name: 'payment', axisLabel: { color: colour('--ink-soft') }, splitLine: { lineStyle: { color: colour('--rule') } } },
    { type: 'value', name: 'balance', axisLabel: { color: colour('--ink-soft') }, splitLine: { show: false } },
  ],
  series: [
    { name: 'Principal', type: 'bar', stack: 'payment', color: colour('--teal'), data: props.schedule.rows.map(({ principal }) => units(principal)) },
    { name: 'Interest', type: 'bar', stack: 'payment', color: colour('--ember'), data: props.schedule.rows.map(({ interest }) => units(interest)) },
    {
      name: 'Balance',
      type: 'line',
      yAxisIndex: 1,
      symbol: 'none',
      color: colour('--ink-soft'),
      data: props.schedule.rows.map(({ balance }) => units(balance)),
    },
  ],
}));
const money = (amount: Schedule['payment']): string => formatMoney(amount, { locale: props.pack.locale });
</script>

<template>
  <div>
    <h2>Payment schedule</h2>
    <p class="soft">
      {{ schedule.rows.length }} payments, {{ money(schedule.totalPayable) }} in all, of which {{ money(schedule.totalInterest) }} interest. Amounts in
      {{ pack.currency }}.
    </p>
    <v-chart class="chart w-100" :option="option" autoresize />
    <div class="rows overflow-y-auto" tabindex="0" role="region" aria-label="All payments">
      <v-table>
        <thead class="position-sticky top-0 bg-surface">
          <tr>
            <th scope="col" class="figure">No.</th>
            <th scope="col">Due</th>
            <th scope="col" class="figure">Payment</th>
            <th scope="col" class="figure">Interest</th>
            <th scope="col" class="figure">Principal</th>
            <th scope="col" class="figure">Balance after</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in schedule.rows" :key="row.number">
            <td class="figure">{{ row.number }}</td>
            <td>{{ dateInWords(row.dueOn) }}</td>
            <td class="figure">{{ money(row.payment) }}</td>
            <td class="figure">{{ money(row.interest) }}</td>
            <td class="figure">{{ money(row.principal) }}</td>
            <td class="figure">{{ money(row.balance) }}</td>
          </tr>
        </tbody>
      </v-table>
    </div>
  </div>
</template>

<style scoped>
.chart {
  height: 240px;
}
.rows {
  max-height: 260px;
}
</style>
