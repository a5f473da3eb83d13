<script setup lang="ts">
import type { FieldValue } from '@cavren/contract';
import { personName, type Asked } from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { useEditing } from '../file/index';
import { AskChoice, AskText } from '../look/index';

/** One question to one person: answered with Y, N or a value, explained where the answer calls for it. */
const props = defineProps<{ asked: Asked; locked: boolean; named: boolean }>();
const editing = useEditing();
const text = ref(props.asked.answer?.value ?? '');
const words = ref(props.asked.answer?.explanation ?? '');
watch(
  () => props.asked.answer,
  (answer) => {
    text.value = answer?.value ?? '';
    words.value = answer?.explanation ?? '';
  },
);
const anchor = computed(() => `answer.${props.asked.person.id}.${props.asked.question.code}`);
const problem = computed(() => editing.problems.get(`answer/${props.asked.answer?.id ?? ''}/value`) ?? '');

function put(field: 'value' | 'explanation', value: string | null): void {
  const { answer, question, person } = props.asked;
  if (answer) {
    if (answer[field] !== value) editing.leave('answer', answer.id, field, value);
    return;
  }
  const values: Record<string, FieldValue> = { personId: person.id, question: question.code, [field]: value };
  if (value !== null) editing.add('answer', values);
}
function onKey(event: KeyboardEvent): void {
  const value = { y: 'yes', n: 'no' }[event.key.toLowerCase()];
  if (!value || event.ctrlKey || event.metaKey || event.altKey || props.locked) return;
  event.preventDefault();
  put('value', value);
  next(event.currentTarget as HTMLElement);
}
/** After an answer by key, the next question is in hand. */
function next(from: HTMLElement): void {
  const all = [...document.querySelectorAll<HTMLElement>('[data-question]')];
  requestAnimationFrame(() => all[all.indexOf(from) + 1]?.querySelector<HTMLElement>('button, input')?.focus());
}
</script>

<template>
  <div class="question border-b py-1" data-question @keydown="asked.question.answer === 'yesNo' ? onKey($event) : undefined">
    <p :id="`q-${anchor}`" class="text">
      <span v-if="named" class="soft">{{ personName(asked.person) }}:</span>
      {{ asked.question.text }}
    </p>
    <div class="d-flex ga-1" role="group" :aria-labelledby="`q-${anchor}`">
      <template v-if="asked.question.answer === 'yesNo'">
        <v-btn
          v-for="(value, at) in ['yes', 'no']"
          :key="value"
          class="choice flex-1-1"
          :class="{ on: asked.answer?.value === value }"
          :variant="asked.answer?.value === value ? 'flat' : 'outlined'"
          :aria-pressed="asked.answer?.value === value"
          :disabled="locked"
          :data-anchor="at === 0 ? anchor : undefined"
          @click="put('value', value)"
        >
          {{ value }}
        </v-btn>
      </template>
      <AskChoice
        v-else-if="asked.question.answer === 'choice'"
        class="flex-1-1"
        bare
        :label="asked.question.text"
        :items="(asked.question.options ?? []).map((value) => ({ value, label: value }))"
        :data-anchor="anchor"
        :disabled="locked"
        :model-value="asked.answer?.value ?? ''"
        @update:model-value="put('value', $event || null)"
      />
      <AskText
        v-else
        v-model="text"
        class="flex-1-1"
        bare
        :label="asked.question.text"
        inputmode="decimal"
        :data-anchor="anchor"
        :disabled="locked"
        @blur="put('value', text.trim() || null)"
      />
    </div>
    <p v-if="problem" class="wrong whole" role="alert">{{ problem }}</p>
    <v-alert v-if="asked.ends" class="note ember whole" role="status">{{ asked.ends.charAt(0).toUpperCase() + asked.ends.slice(1) }}</v-alert>
    <AskText
      v-if="asked.unexplained || asked.answer?.explanation"
      v-model="words"
      class="whole"
      label="If yes, explain"
      :data-anchor="`explain.${asked.person.id}.${asked.question.code}`"
      :disabled="locked"
      @blur="put('explanation', words.trim() || null)"
    />
  </div>
</template>

<style scoped>
.question {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  gap: 4px 14px;
  align-items: center;
}
.whole {
  grid-column: 1 / -1;
}
.choice {
  min-width: 0;
}
</style>
