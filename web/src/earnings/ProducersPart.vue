<script setup lang="ts">
import { inPercent, type FileState } from '@cavren/core';
import { mdiPlus } from '@mdi/js';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api } from '../api/index';
import { useEditing } from '../file/index';
import { AskChoice, AskText } from '../look/index';
import { useDesk } from '../session/index';

/** Who brings a policy, and which share of what it earns is whose; whoever keeps the file does where nobody is named. */
const props = defineProps<{ file: FileState }>();
const editing = useEditing();
const desk = useDesk();
const naming = ref(false);
const certified = useQuery({
  queryKey: computed(() => ['producers', editing.url]),
  queryFn: () => api.get<{ staffId: string; name: string }[]>(`${editing.url}/producers`),
  enabled: naming,
});
const choices = computed(() => (certified.data.value ?? []).map(({ staffId, name }) => ({ value: staffId, label: name })));
const draft = ref<{ staffId: string; share: string }[]>([]);
const free = computed(() => desk.may('producers.name') && props.file.policy?.number == null);
function begin(): void {
  draft.value = props.file.producers.map(({ staffId, share }) => ({ staffId, share: String(share) }));
  if (draft.value.length === 0) draft.value = [{ staffId: '', share: '100' }];
  naming.value = true;
}
const shares = computed(() => draft.value.map(({ share }) => Number(share.replace(',', '.'))));
const hundredths = computed(() => shares.value.reduce((so, share) => so + Math.round(share * 100), 0));
const waits = computed(() => {
  if (draft.value.some(({ staffId }) => staffId === '')) return 'who it is';
  if (shares.value.some((share) => !(share > 0))) return 'a share of each';
  return hundredths.value === 10_000 ? null : `shares that come to the whole: now ${inPercent(hundredths.value / 10_000)}`;
});
/** Where it is refused the head of the file says why, and what was typed stays. */
function keep(): Promise<void> {
  const producers = draft.value.map(({ staffId }, at) => ({ staffId, share: shares.value[at] ?? 0 }));
  return editing.act('/producers', { producers }).then(
    () => void (naming.value = false),
    () => undefined,
  );
}
</script>

<template>
  <section class="block" aria-label="Who brings it">
    <h2>Who brings it</h2>
    <template v-if="!naming">
      <p v-if="file.producers.length === 0" class="soft">Whoever keeps the file.</p>
      <ul v-else class="facts plain">
        <li v-for="one in file.producers" :key="one.staffId">{{ one.name }}, {{ one.share }} %</li>
      </ul>
      <p v-if="free" class="row-actions mt-2"><v-btn size="small" @click="begin">Name who brings it …</v-btn></p>
    </template>
    <form v-else @submit.prevent="keep">
      <div v-for="(one, at) in draft" :key="at" class="fields">
        <AskChoice v-model="one.staffId" label="Producer" :items="choices" />
        <AskText v-model="one.share" label="Share, %" inputmode="decimal" />
        <v-btn v-if="draft.length > 1" class="align-self-end mb-1" variant="text" size="small" @click="draft.splice(at, 1)">Remove</v-btn>
      </div>
      <p class="soft text-small">Those with a certificate for this line and place, on the day it was received.</p>
      <p class="row-actions mt-2">
        <v-btn size="small" :prepend-icon="mdiPlus" @click="draft.push({ staffId: '', share: '' })">Another</v-btn>
        <v-btn type="submit" size="small" variant="flat" :disabled="waits !== null">Keep</v-btn>
        <v-btn size="small" variant="text" @click="naming = false">Cancel</v-btn>
        <span v-if="waits" class="soft">waits for: {{ waits }}</span>
      </p>
    </form>
  </section>
</template>
