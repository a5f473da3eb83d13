<script setup lang="ts">
import type { UnderwritingSheet } from '@cavren/contract';
import { parseDate, UNDERWRITING_OUTCOMES, UNDERWRITTEN_LABEL } from '@cavren/core';
import { computed, ref } from 'vue';
import { messageOf } from '../api/index';
import { useEditing } from '../file/index';
import { AskChoice, AskText } from '../look/index';

/** What is said of somebody's cover: as the manual has it, or otherwise with a reason. */
const props = defineProps<{ sheet: UnderwritingSheet }>();
const editing = useEditing();
const OUTCOMES = UNDERWRITING_OUTCOMES.map((value) => ({ value, label: UNDERWRITTEN_LABEL[value] }));
const { manual } = props.sheet;
const outcome = ref(manual.outcome);
const loading = ref(String(Number((manual.loading * 100).toFixed(2))));
const perMille = ref('0');
const exclusions = ref(manual.exclusions.join('\n'));
const until = ref(manual.postponedUntil ?? '');
const reason = ref('');
const problem = ref('');
const busy = ref(false);
const gives = computed(() => outcome.value === 'loaded' || outcome.value === 'excluded');
const number = (text: string): number => Number(text.replace(',', '.').replace('%', '').trim());

async function make(): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    const order = editing.writing.value.dateOrder;
    await editing.act('/underwriting', {
      coverId: props.sheet.coverId,
      outcome: outcome.value,
      loading: gives.value ? number(loading.value) / 100 : 0,
      perMille: gives.value ? number(perMille.value) : 0,
      exclusions: gives.value
        ? exclusions.value
            .split('\n')
            .map((line) => line.trim())
            .filter(Boolean)
        : [],
      postponedUntil: outcome.value === 'postponed' ? parseDate(until.value, order, editing.today.value) : null,
      reason: reason.value.trim() || null,
    });
  } catch (error) {
    problem.value = messageOf(error);
    editing.news.value = '';
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div class="fields">
    <AskChoice v-model="outcome" label="Covered" :items="OUTCOMES" />
    <template v-if="gives">
      <AskText v-model="loading" label="Loading, %" />
      <AskText v-model="perMille" label="Per mille of a year’s benefit" />
      <AskText v-model="exclusions" class="whole" label="What is left out, one on each line" :rows="2" />
    </template>
    <AskText v-if="outcome === 'postponed'" v-model="until" label="Not before" />
    <AskText v-model="reason" class="whole" label="Why, where it is otherwise than the manual" />
    <p class="whole row-actions">
      <v-btn variant="flat" :loading="busy" @click="make">Underwrite {{ sheet.name }}</v-btn>
      <span v-if="problem" class="wrong" role="alert">{{ problem }}</span>
    </p>
  </div>
</template>
