<script setup lang="ts">
import { AskText } from '../look/index';

/** The code that was texted; phones put it in by themselves. */
const code = defineModel<string>({ required: true });
defineProps<{ label: string; error?: string | undefined }>();
</script>

<template>
  <AskText
    v-model="code"
    class="code"
    :label="label"
    :error="error"
    name="code"
    inputmode="numeric"
    autocomplete="one-time-code"
    maxlength="6"
    required
    autofocus
  />
</template>
