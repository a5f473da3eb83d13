<script setup lang="ts">
import { useEditing } from './editing';
import { ReasonDialog } from '../acts/index';

const open = defineModel<boolean>({ required: true });
const editing = useEditing();
</script>

<template>
  <ReasonDialog
    v-model="open"
    title="Withdraw this file"
    text="The applicant no longer wants it. The file ends and stays readable; it can’t be taken up again."
    label="Why"
    confirm="Withdraw"
    :run="(reason) => editing.act('/withdraw', { reason })"
  />
</template>
