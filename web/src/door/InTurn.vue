<script setup lang="ts">
import { onMounted, ref } from 'vue';
import { myTurn } from './turns';

/** What takes a slow phone long to draw comes in its turn: what stands above it is there already, and can be read and pressed. */
const here = ref(false);
onMounted(async () => {
  await myTurn();
  here.value = true;
});
</script>

<template>
  <slot v-if="here" />
</template>
