<script setup lang="ts">
/** A page that has nothing but a word to say, and where to go on. */
defineProps<{ title: string; text: string }>();
</script>

<template>
  <main>
    <v-empty-state>
      <template #title>
        <h1>{{ title }}</h1>
      </template>
      <template #text>{{ text }}</template>
      <template #actions>
        <v-btn to="/today" variant="flat" color="primary">Go to Today</v-btn>
        <v-btn to="/files" color="primary">Search the files</v-btn>
      </template>
    </v-empty-state>
  </main>
</template>
