<script setup lang="ts">
import { fieldOf, fieldsAsked, type FileState, type Income } from '@cavren/core';
import { computed } from 'vue';
import { Field } from '../file/index';

/** What a source is counted from: other fields for other kinds. */
const props = defineProps<{ income: Income; file: FileState; locked: boolean }>();

const asked = computed(() => fieldsAsked(props.income, props.file.product.income.basis));
const kindOf = (field: string): string => fieldOf('income', field)?.kind ?? '';
</script>

<template>
  <div class="kinds small-fields">
    <Field
      v-for="one in asked"
      :id="income.id"
      :key="one.field"
      entity="income"
      :field="one.field"
      v-bind="one.label === undefined ? {} : { label: one.label }"
      :locked="locked"
      :class="kindOf(one.field)"
    />
  </div>
</template>
