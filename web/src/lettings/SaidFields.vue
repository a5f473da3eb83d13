<script setup lang="ts">
import { AskChoice, AskText } from '../look/index';
import type { SaidForm } from './said';

/** What whoever let a home is asked about it: from when to when, for how much, and how it went. */
const form = defineModel<SaidForm>({ required: true });
defineProps<{ questions: readonly { code: string; text: string; options: string[] }[]; faults: Record<string, string> }>();
</script>

<template>
  <div class="fields ga-3">
    <AskText v-model="form.since" label="Since when they lived there" hint="the month is enough, such as May 2021" :error="faults['said/since']" />
    <AskText v-model="form.until" label="Until when" hint="nothing if they live there still" :error="faults['said/until']" />
    <AskText v-model="form.monthlyCost" label="Rent a month" inputmode="decimal" :error="faults['said/monthlyCost']" />
    <AskChoice
      v-for="{ code, text, options } in questions"
      :key="code"
      :model-value="form.answers[code] ?? ''"
      class="whole"
      :label="text"
      :items="options.map((value) => ({ value, label: value }))"
      :error="faults[`said/answers/${code}`]"
      @update:model-value="(value: string) => (form.answers[code] = value)"
    />
    <AskText v-model="form.remark" class="whole" label="Anything else" :rows="2" maxlength="1000" :error="faults['said/remark']" />
  </div>
</template>
