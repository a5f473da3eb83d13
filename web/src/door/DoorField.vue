<script setup lang="ts">
import { dateInWords, fieldOf, type Entity, type FieldValue, type IsoDate } from '@cavren/core';
import { computed } from 'vue';
import { DetailControl } from '../fields/index';
import { Labelled } from '../look/index';
import { typedText } from './typed';
import { readTyped, typedValue, type Writing } from '../words/index';

/** One field at the front door, by the description of its detail: asked in the applicant's words, read and shown as their place writes. */
const props = defineProps<{
  entity: Entity;
  field: string;
  value: FieldValue | undefined;
  writing: Writing;
  today: IsoDate;
  /** Where the place asks it otherwise than the description of the detail. */
  label?: string | undefined;
  /** Choices that the product or the place gives. */
  options?: { value: string; label: string }[] | undefined;
  problem?: string | undefined;
}>();
const emit = defineEmits<{ change: [value: FieldValue]; wrong: [problem: string] }>();
const described = computed(() => fieldOf(props.entity, props.field));
const asked = computed(() => {
  const words = props.label ?? described.value?.ask ?? described.value?.label ?? '';
  return described.value?.kind === 'share' ? `${words}, in per cent` : words;
});
const choices = computed(() => props.options ?? Object.entries(described.value?.words ?? {}).map(([value, label]) => ({ value, label })));
const isHidden = computed(() => described.value?.kind === 'hidden');
const shown = computed(() => (described.value && !isHidden.value ? typedValue(described.value, props.value ?? null, props.writing) : ''));
const inWords = computed(() => (described.value?.kind === 'date' && typeof props.value === 'string' ? dateInWords(props.value as IsoDate) : ''));

const { text, focused } = typedText(() => shown.value);
function put(): void {
  if (!described.value) return;
  const reading = readTyped(described.value, text.value.trim(), props.writing, props.today);
  if ('problem' in reading) emit('wrong', `${reading.problem}.`);
  else emit('change', reading.value);
}
</script>

<template>
  <Labelled v-if="described" :label="asked" :bare="described.kind === 'yesNo'">
    <template #default="{ named }">
      <DetailControl
        v-model:text="text"
        :described="described"
        :named="named"
        :value="value"
        :choices="choices"
        :tick="asked"
        :problem="problem"
        :hint="inWords"
        :name="field"
        :type="described.kind === 'email' ? 'email' : 'text'"
        :autocomplete="described.autocomplete ?? 'off'"
        :placeholder="isHidden && value ? `we have it, ending ${value}` : undefined"
        @focus="focused = true"
        @blur="focused = false"
        @change="put"
        @chosen="emit('change', $event)"
      />
    </template>
  </Labelled>
</template>
