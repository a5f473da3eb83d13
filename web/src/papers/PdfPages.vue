<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue';
import { drawSheet, openPdf } from './sheet';

/** The pages of a PDF, one below the other. Tells when the last one came into sight. */
const props = defineProps<{ url: string; label: string }>();
const emit = defineEmits<{ end: [pages: number] }>();
const box = useTemplateRef<HTMLElement>('box');
const state = ref<'loading' | 'shown' | 'failed'>('loading');
const pages = ref(0);
let observer: IntersectionObserver | null = null;
let destroy: (() => Promise<void>) | null = null;

async function show(): Promise<void> {
  state.value = 'loading';
  await destroy?.();
  box.value?.replaceChildren();
  try {
    const task = await openPdf(props.url);
    destroy = () => task.destroy();
    const document_ = await task.promise;
    pages.value = document_.numPages;
    const width = box.value?.clientWidth ?? 600;
    for (let number = 1; number <= document_.numPages; number += 1) {
      const page = await document_.getPage(number);
      const canvas = await drawSheet(page, width, `${props.label}, page ${number} of ${document_.numPages}`, (sheet) => box.value?.append(sheet));
      if (number === document_.numPages) observe(canvas);
    }
    state.value = 'shown';
  } catch {
    state.value = 'failed';
  }
}

function observe(last: HTMLElement): void {
  observer?.disconnect();
  const end = document.createElement('div');
  end.style.height = '1px';
  last.after(end);
  observer = new IntersectionObserver((entries) => {
    if (entries.some(({ isIntersecting }) => isIntersecting)) emit('end', pages.value);
  });
  observer.observe(end);
}
onMounted(show);
watch(() => props.url, show);
onBeforeUnmount(() => {
  observer?.disconnect();
  void destroy?.();
});
</script>

<template>
  <div class="pdf">
    <p v-if="state === 'loading'" class="soft" role="status">Opening the paper …</p>
    <p v-else-if="state === 'failed'" role="alert">
      This paper can’t be shown here.
      <a :href="url" target="_blank" rel="noopener">Open it by itself</a>
      .
    </p>
    <div ref="box" class="pages d-grid ga-2" tabindex="0" role="region" :aria-label="label" />
  </div>
</template>
