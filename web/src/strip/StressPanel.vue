<script setup lang="ts">
import { moneyIn, type FileState, type IsoDate, type StressAxis } from '@cavren/core';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { useWorked } from '../affordability/index';
import { useSay } from '../words/index';

const say = useSay();

/** How much room is left as one thing after another gets worse, and where it breaks. */
const props = defineProps<{ file: FileState; today: IsoDate }>();
use([LineChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);
const {
  result: stress,
  busy,
  failed,
} = useWorked(
  () => props.file,
  () => props.today,
  (worker, file, today) => worker.stress(file, today),
);

const money = (value: number): string => moneyIn(props.file.pack)(Math.round(value));
const colour = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const atOf = (axis: StressAxis, at: number): string =>
  axis.unit === 'months'
    ? `${Number(at.toFixed(1))} months`
    : axis.code === 'rate'
      ? `${Number((at * 100).toFixed(2))} points`
      : `${Number((at * 100).toFixed(1))} %`;
const breaks = (axis: StressAxis): string =>
  axis.breaksAt === null
    ? `holds to ${atOf(axis, axis.points.at(-1)?.at ?? 0)}`
    : axis.breaksAt === 0
      ? 'runs short as it is'
      : `breaks at ${atOf(axis, axis.breaksAt)}`;
const what = (axis: StressAxis): string => (axis.code === 'break' ? 'left of the reserves' : 'left each month');

const charts = computed(() =>
  (stress.value?.axes ?? []).map((axis) => ({
    axis,
    option: {
      animation: false,
      textStyle: { fontFamily: colour('--text'), color: colour('--ink') },
      aria: { enabled: true, label: { description: `${say(axis.label)}: ${what(axis)}; ${breaks(axis)}` } },
      grid: { left: 58, right: 14, top: 12, bottom: 24 },
      tooltip: { trigger: 'axis', valueFormatter: (value: number) => money(value * 100) },
      xAxis: {
        type: 'value',
        max: axis.points.at(-1)?.at ?? 1,
        axisLabel: { color: colour('--ink-soft'), formatter: (at: number) => (axis.unit === 'months' ? String(at) : `${Math.round(at * 100)}`) },
        splitLine: { show: false },
      },
      yAxis: { type: 'value', axisLabel: { color: colour('--ink-soft') }, splitNumber: 3, splitLine: { lineStyle: { color: colour('--rule') } } },
      series: [
        {
          name: what(axis),
          type: 'line',
          symbol: 'none',
          lineStyle: { width: 2.5 },
          color: axis.breaksAt === null ? colour('--teal') : colour('--ember'),
          data: axis.points.map(({ at, left }) => [at, left / 100]),
          markLine: {
            silent: true,
            symbol: 'none',
            label: { show: false },
            lineStyle: { color: colour('--ink'), type: 'solid', width: 1 },
            data: [{ yAxis: 0 }],
          },
        },
      ],
    },
  })),
);
</script>

<template>
  <div>
    <h2>How much it can take</h2>
    <p v-if="stress" class="soft">{{ money(stress.left) }} is left each month as things stand. Each line changes one thing and leaves the rest as it is.</p>
    <v-alert v-else-if="failed" class="note ember" role="alert">The part that works this out can’t be loaded. Load this page again.</v-alert>
    <p v-else-if="!busy">An income that counts and a complete request are needed first.</p>
    <p v-else class="soft" role="status">Working it out …</p>
    <div v-if="stress" class="fields mt-3" style="--across: 2">
      <figure v-for="{ axis, option } in charts" :key="axis.code">
        <figcaption class="d-flex justify-space-between">
          <b>{{ say(axis.label) }}</b>
          <span :class="axis.breaksAt === null ? 'text-success' : 'wrong'">{{ breaks(axis) }}</span>
        </figcaption>
        <v-chart class="chart w-100" :option="option" autoresize />
        <p class="soft text-small text-right">{{ axis.unit === 'months' ? 'months' : axis.code === 'rate' ? 'points' : 'per cent' }} →, {{ what(axis) }} ↑</p>
      </figure>
    </div>
    <v-table v-if="stress && stress.earners.length > 0" class="mt-3">
      <thead>
        <tr>
          <th scope="col">Without the income of</th>
          <th scope="col" class="figure">Brings</th>
          <th scope="col" class="figure">Left each month</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="earner in stress.earners" :key="earner.personId">
          <td>{{ earner.name }}</td>
          <td class="figure">{{ money(earner.income) }}</td>
          <td class="figure" :class="{ wrong: earner.left < 0 }">{{ money(Math.abs(earner.left)) }}{{ earner.left < 0 ? ' short' : '' }}</td>
        </tr>
      </tbody>
    </v-table>
  </div>
</template>

<style scoped>
.chart {
  height: 150px;
}
</style>
