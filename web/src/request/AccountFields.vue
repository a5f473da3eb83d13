<script setup lang="ts">
import { accountLabels, type FileState } from '@cavren/core';
import { computed } from 'vue';
import { Field } from '../file/index';

/** An account as people of the place name it: with the bank's code where it stands beside the number. */
const props = defineProps<{ file: FileState; of: 'payout' | 'debit'; locked: boolean }>();
const labels = computed(() => accountLabels(props.file.pack.account));
</script>

<template>
  <Field v-if="labels.bank" entity="request" :field="`${of}Routing`" :label="labels.bank.label" :hint="labels.bank.hint" :locked="locked" />
  <Field entity="request" :field="`${of}Account`" :label="labels.account.label" :hint="labels.account.hint" :locked="locked" :class="{ two: !labels.bank }" />
</template>
