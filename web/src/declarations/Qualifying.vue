<script setup lang="ts">
import type { ProductOnOffer } from '@cavren/contract';
import { applicantOf, askedOf, endingAnswers, personName, type FileState } from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, messageOf } from '../api/index';
import { useEditing } from '../file/index';
import { useDesk } from '../session/index';
import QuestionRow from './QuestionRow.vue';
import { useSay } from '../words/index';

const say = useSay();

/** The quick questions that say whether somebody can have this at all; an answer that ends the matter says so at once, and what else is open. */
const props = defineProps<{ file: FileState; locked: boolean }>();
const editing = useEditing();
const desk = useDesk();
const router = useRouter();
const asked = computed(() => askedOf(props.file).filter(({ question }) => question.phase === 'qualifying'));
const several = computed(() => new Set(asked.value.map(({ person }) => person.id)).size > 1);
const ending = computed(() => endingAnswers(props.file)[0] ?? null);
const others = ref<ProductOnOffer[]>([]);
const problem = ref('');
watch(
  ending,
  async (now) => {
    others.value = now && desk.may('file.open') ? await api.get<ProductOnOffer[]>(`${editing.url}/alternatives`).catch(() => []) : [];
  },
  { immediate: true },
);
const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
async function openOther(product: string): Promise<void> {
  const applicant = applicantOf(props.file);
  try {
    const { reference } = await api.post<{ reference: string }>('/api/files', {
      product,
      channel: props.file.channel,
      receivedOn: props.file.receivedOn,
      signedOn: props.file.signedOn,
      personId: applicant?.personId ?? null,
      fullName: applicant?.personId ? null : (applicant?.fullName ?? null),
      birthDate: applicant?.personId ? null : (applicant?.birthDate ?? null),
    });
    await router.push(`/files/${reference}/request`);
  } catch (error) {
    problem.value = messageOf(error);
  }
}
</script>

<template>
  <section v-if="asked.length > 0" class="block">
    <h2>Can they apply?</h2>
    <QuestionRow
      v-for="entry in asked"
      :key="entry.question.code + entry.person.id"
      :asked="entry"
      :locked="locked || !desk.may('details.write')"
      :named="several"
    />
    <div v-if="ending && file.stage !== 'declined'" class="note ember d-grid ga-2 mt-2">
      <p><b>This ends here for {{ personName(ending.person) }}.</b> {{ sentence(ending.ends ?? '') }} What was said is kept.</p>
      <p v-if="problem" role="alert">{{ problem }}</p>
      <p class="row-actions">
        <v-btn v-if="desk.may('file.end')" size="small" variant="flat" @click="editing.act('/end').catch(() => undefined)"
          >Close the file and tell them why</v-btn
        >
        <template v-for="other in others" :key="other.code">
          <v-btn v-if="other.bars.length === 0" size="small" @click="openOther(other.code)">Open {{ other.name }} instead</v-btn>
          <span v-else class="soft">{{ other.name }}: {{ say(other.bars[0] ?? '') }}</span>
        </template>
      </p>
    </div>
  </section>
</template>
