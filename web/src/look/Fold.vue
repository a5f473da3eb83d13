<script setup lang="ts">
import { computed, ref } from 'vue';

/** Something that is folded until one wants to see it: its title says what is in it. */
const props = defineProps<{ title?: string; open?: boolean }>();
const byHand = ref<boolean | null>(null);
const shown = computed({ get: () => ((byHand.value ?? props.open) ? 0 : undefined), set: (at) => (byHand.value = at !== undefined) });
</script>

<template>
  <v-expansion-panels v-model="shown">
    <v-expansion-panel>
      <v-expansion-panel-title><slot name="title">{{ title }}</slot></v-expansion-panel-title>
      <v-expansion-panel-text><slot /></v-expansion-panel-text>
    </v-expansion-panel>
  </v-expansion-panels>
</template>
