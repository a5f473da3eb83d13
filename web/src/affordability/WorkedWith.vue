<script setup lang="ts">
import { tablesIn, type IsoDate, type Term } from '@cavren/core';
import { computed } from 'vue';
import { useShown } from '../file/index';
import { useSay } from '../words/index';

/** The day on which a figure was worked, and the tables that its lines rest on. */
const props = defineProps<{ terms: Term[]; on: IsoDate | null }>();
const say = useSay();
const { showDate } = useShown();
const tables = computed(() => tablesIn(props.terms).map((table) => say(table)));
</script>

<template>
  <p class="soft text-small mt-1">Worked on {{ showDate(on) }}{{ tables.length > 0 ? `, by: ${tables.join('; ')}` : ', by what is in the file alone' }}.</p>
</template>
