<script setup lang="ts">
import { documentsOf } from '@cavren/core';
import { computed } from 'vue';
import type { ChapterProps } from '../file/index';
import DocumentPart from './DocumentPart.vue';

/** What is signed on the product's route, in its order. */
const props = defineProps<ChapterProps>();
const documents = computed(() => documentsOf(props.file));
</script>

<template>
  <div>
    <p v-if="documents.length === 0" class="soft">Nothing is signed with this product.</p>
    <DocumentPart v-for="document in documents" :key="document" v-bind="props" :document="document" />
  </div>
</template>
