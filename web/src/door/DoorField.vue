<script setup lang="ts">
import { dateInWords, fieldOf, type Entity, type FieldValue, type IsoDate } from '@cavren/core';
import { computed, useId } from 'vue';
import { readTyped, typedValue, type Writing } from '../words/index';
import TypedInput from './TypedInput.vue';

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
const id = useId();
const described = computed(() => fieldOf(props.entity, props.field));
const asked = computed(() => props.label ?? described.value?.ask ?? described.value?.label ?? '');
const choices = computed(() => props.options ?? Object.entries(described.value?.words ?? {}).map(([value, label]) => ({ value, label })));
const isHidden = computed(() => described.value?.kind === 'hidden');
const shown = computed(() => (described.value && !isHidden.value ? typedValue(described.value, props.value ?? null, props.writing) : ''));
const inWords = computed(() => (described.value?.kind === 'date' && typeof props.value === 'string' ? dateInWords(props.value as IsoDate) : ''));
const NUMERIC = ['money', 'profit', 'decimal', 'share', 'percent', 'whole'];

function put(text: string): void {
  if (!described.value) return;
  const reading = readTyped(described.value, text, props.writing, props.today);
  if ('problem' in reading) emit('wrong', `${reading.problem}.`);
  else emit('change', reading.value);
}
</script>

<template>
  <label v-if="described?.kind === 'yesNo'" class="tick">
    <input type="checkbox" :name="field" :checked="value === true" @change="emit('change', ($event.target as HTMLInputElement).checked)" />
    {{ asked }}
  </label>
  <label v-else-if="described">
    {{ asked }}{{ described.kind === 'share' ? ', in per cent' : '' }}
    <select v-if="described.kind === 'choice'" :name="field" :value="value ?? ''" @change="emit('change', ($event.target as HTMLSelectElement).value || null)">
      <option value="" />
      <option v-for="option in choices" :key="option.value" :value="option.value">{{ option.label }}</option>
    </select>
    <input
      v-else-if="isHidden"
      :placeholder="value ? `we have it, ending ${value}` : ''"
      :name="field"
      autocomplete="off"
      @change="put(($event.target as HTMLInputElement).value)"
    />
    <TypedInput
      v-else
      :value="shown"
      :name="field"
      :type="described.kind === 'email' ? 'email' : 'text'"
      :autocomplete="described.autocomplete ?? 'off'"
      :inputmode="NUMERIC.includes(described.kind) ? 'decimal' : undefined"
      :aria-describedby="problem ? id : undefined"
      @change="put($event)"
    />
    <span v-if="problem" :id="id" class="problem" role="alert">{{ problem }}</span>
    <span v-else-if="inWords" class="soft">{{ inWords }}</span>
  </label>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
