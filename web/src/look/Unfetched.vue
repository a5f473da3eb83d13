<script setup lang="ts">
import { onBeforeUnmount, onMounted } from 'vue';

/** In place of a part of the page that couldn't be fetched: it says so, and the page is loaded again once there is a connection. */
defineOptions({ inheritAttrs: false });
const again = (): void => window.location.reload();
onMounted(() => window.addEventListener('online', again));
onBeforeUnmount(() => window.removeEventListener('online', again));
</script>

<template>
  <v-alert class="note ember" role="alert">
    <p>This part of the page couldn’t be fetched: there is no connection, or Cavren was renewed meanwhile. What you typed is kept.</p>
    <p class="row-actions mt-2"><v-btn @click="again">Load the page again</v-btn></p>
  </v-alert>
</template>
