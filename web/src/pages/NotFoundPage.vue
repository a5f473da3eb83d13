<script setup lang="ts">
import PlainPage from './PlainPage.vue';
</script>

<template>
  <PlainPage title="There is nothing here" text="The address may be mistyped, or the page has moved." />
</template>
