<script setup lang="ts">
import type { FileState, IsoDate, SensitivityTable } from '@cavren/core';
import { useWorked } from '../affordability/index';
import { useSay } from '../words/index';

const say = useSay();

/** How far each input may move before a limit breaks. */
const props = defineProps<{ file: FileState; today: IsoDate }>();
const { result, busy, failed } = useWorked(
  () => props.file,
  () => props.today,
  (worker, file, today) => worker.sensitivity(file, today),
);
function room(left: number | null | undefined, unit: SensitivityTable['inputs'][number]['unit']): string {
  if (left == null) return 'holds';
  const shown = Number((left * 100).toFixed(1));
  return unit === 'points' ? `${shown} points` : `${shown} %`;
}
</script>

<template>
  <p v-if="failed" class="soft">This can’t be worked out in this browser.</p>
  <p v-else-if="busy && !result" class="soft">Working it out …</p>
  <p v-else-if="!result" class="soft">No figure is inside a limit.</p>
  <v-table v-else>
    <thead>
      <tr>
        <th scope="col">Limit</th>
        <th v-for="{ code, label } in result.inputs" :key="code" scope="col" class="figure">{{ say(label) }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in result.rows" :key="row.measure">
        <th scope="row">{{ row.label }}</th>
        <td v-for="{ code, unit } in result.inputs" :key="code" class="figure" :class="{ soft: row.left[code] === null }">{{ room(row.left[code], unit) }}</td>
      </tr>
    </tbody>
  </v-table>
</template>
