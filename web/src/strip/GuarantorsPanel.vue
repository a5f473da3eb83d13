<script setup lang="ts">
import { figuresOfSheet, type FileState, type GuarantorSheet } from '@cavren/core';
import OneFigure from './OneFigure.vue';
import { useSay } from '../words/index';

const say = useSay();

/** What each guarantor could carry, were all of it theirs to pay. */
defineProps<{ file: FileState; sheets: readonly GuarantorSheet[] }>();
const emit = defineEmits<{ go: [place: { chapter: string; anchor: string }] }>();
</script>

<template>
  <h2>Guarantors</h2>
  <section v-for="sheet in sheets" :key="sheet.personId" class="mt-4">
    <h3>{{ sheet.name }}: all of it, beside what is their own</h3>
    <p class="soft">{{ say(sheet.why) }}</p>
    <div v-for="{ subject, figure } in figuresOfSheet(sheet)" :key="subject" class="mt-3" :data-measure="`${figure.measure}:${sheet.personId}`">
      <OneFigure :figure="figure" :subject="subject" :file="file" heading="h4" @go="(place) => emit('go', place)" />
    </div>
  </section>
</template>
