<script setup lang="ts">
import type { Entity, FieldValue, IsoDate } from '@cavren/core';
import DoorField from './DoorField.vue';
import type { AskedField } from './asked';
import type { Writing } from '../words/index';

/** Fields that are asked one below the other, all of one row. */
defineProps<{
  entity: Entity;
  fields: readonly AskedField[];
  values: Readonly<Record<string, FieldValue | undefined>>;
  writing: Writing;
  today: IsoDate;
  /** Under what name the problem of a field is kept. */
  nameOf: (field: string) => string;
  problems: Readonly<Record<string, string>>;
}>();
const emit = defineEmits<{ change: [field: string, value: FieldValue]; wrong: [name: string, problem: string] }>();
</script>

<template>
  <DoorField
    v-for="{ field, label, options } in fields"
    :key="field"
    :entity="entity"
    :field="field"
    :label="label"
    :options="options"
    :value="values[field]"
    :writing="writing"
    :today="today"
    :problem="problems[nameOf(field)]"
    @change="emit('change', field, $event)"
    @wrong="emit('wrong', nameOf(field), $event)"
  />
</template>
