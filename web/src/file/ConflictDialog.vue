<script setup lang="ts">
import { formatDate, formatMoney, type Minor } from '@cavren/core';
import { computed } from 'vue';
import { useEditing } from './editing';

const editing = useEditing();
const MONEY = ['price', 'downPayment', 'amount', 'monthlyCost', 'monthly', 'payment', 'balance', 'value', 'downPaymentPart'];
const open = computed(() => editing.conflict.value !== null);

/** A value as people read it, by what its field holds. */
function show(value: string | number | boolean | null | undefined): string {
  if (value === null || value === undefined || value === '') return 'empty';
  const field = editing.conflict.value?.change.field ?? '';
  if (MONEY.includes(field)) return formatMoney(Number(value) as Minor);
  if (/^\d{4}-\d\d-\d\d$/.test(String(value))) return formatDate(String(value), 'mdy');
  return String(value);
}
</script>

<template>
  <v-dialog :model-value="open" persistent max-width="560">
    <div v-if="editing.conflict.value" class="sheet box">
      <h2>Two of you changed this field</h2>
      <dl>
        <dt>{{ editing.conflict.value.actor }} wrote</dt>
        <dd>{{ show(editing.conflict.value.theirs) }}</dd>
        <dt>You wrote</dt>
        <dd>{{ show(editing.conflict.value.change.value) }}</dd>
      </dl>
      <p class="row-actions">
        <v-btn variant="flat" @click="editing.settleConflict(true)">Keep mine</v-btn>
        <v-btn @click="editing.settleConflict(false)">Take theirs</v-btn>
      </p>
    </div>
  </v-dialog>
</template>

<style scoped>
.box {
  padding: 20px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 6px 16px;
  margin: 14px 0;
}
dd {
  margin: 0;
  font-weight: 700;
}
</style>
