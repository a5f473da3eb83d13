<script setup lang="ts">
import { mdiAlertOctagonOutline, mdiCheckCircle, mdiCircleOutline, mdiClockOutline, mdiDrawPen, mdiMinusCircleOutline, mdiProgressHelper } from '@mdi/js';
import { computed } from 'vue';
import type { MarkKind } from './marks';

/** A state as a shape and a colour; the word stands beside it. */
const props = defineProps<{ kind: MarkKind }>();

const SHAPES: Record<MarkKind, { path: string; colour: string }> = {
  settled: { path: mdiCheckCircle, colour: 'var(--lichen)' },
  blocked: { path: mdiAlertOctagonOutline, colour: 'var(--ember)' },
  waiting: { path: mdiClockOutline, colour: 'var(--ink-soft)' },
  open: { path: mdiCircleOutline, colour: 'var(--ink-soft)' },
  partly: { path: mdiProgressHelper, colour: 'var(--teal)' },
  signing: { path: mdiDrawPen, colour: 'var(--iris)' },
  none: { path: mdiMinusCircleOutline, colour: 'var(--ink-soft)' },
};
const shape = computed(() => SHAPES[props.kind]);
</script>

<template>
  <svg class="mark flex-shrink-0" viewBox="0 0 24 24" aria-hidden="true"><path :d="shape.path" :fill="shape.colour" /></svg>
</template>
