<script setup lang="ts">
import { TENURE_LABEL } from '@cavren/contract';
import { computed } from 'vue';
import { optionsOf, peopleOptions, type ChapterProps } from '../file/options';
import Rows, { type Column } from '../file/Rows.vue';

const props = defineProps<ChapterProps>();
const columns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', kind: 'choice', options: peopleOptions(props.file), width: '14%' },
  { field: 'line', label: 'Street address', width: '21%' },
  { field: 'town', label: 'Town', width: '11%' },
  { field: 'postalCode', label: 'Postal', width: '7%' },
  { field: 'since', label: 'Since', kind: 'date', width: '12%' },
  { field: 'until', label: 'Until', kind: 'date', width: '12%' },
  { field: 'tenure', label: 'Owned or rented', kind: 'choice', options: optionsOf(TENURE_LABEL), width: '13%' },
  { field: 'monthlyCost', label: 'A month', kind: 'money', width: '11%' },
]);
const fresh = computed(() => ({ personId: props.file.people.find(({ role }) => role === 'applicant')?.id ?? '' }));
</script>

<template>
  <section>
    <h2>Where they live, and lived before</h2>
    <p class="soft gap">An address without an end is where somebody lives now; its cost counts as an obligation.</p>
    <Rows entity="home" :rows="file.homes" :columns="columns" :fresh="fresh" add-label="Address" :locked="locked" empty="No address yet." />
  </section>
</template>

<style scoped>
.gap {
  margin-bottom: 10px;
}
</style>
