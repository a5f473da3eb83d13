<script setup lang="ts">
import type { DoorHealth, HealthNext, HealthSaid } from '@cavren/contract';
import { nextTick, onMounted, ref } from 'vue';
import { api, isSignedOut, messageOf } from '../api/index';
import { AskHealth } from '../underwriting/index';

/** Questions about one's health, one after the other, with what was said: nobody else sees it but who weighs the application. */
const emit = defineEmits<{ back: []; ended: [] }>();
const people = ref<DoorHealth['people']>([]);
const problem = ref('');
/** The question that is answered anew, and whose it is. */
const again = ref<{ personId: string; question: NonNullable<HealthNext['next']> } | null>(null);
const head = ref<HTMLElement | null>(null);
onMounted(async () => {
  window.scrollTo({ top: 0 });
  try {
    people.value = (await api.get<DoorHealth>('/api/door/health')).people;
  } catch (error) {
    fail(error);
  }
  await nextTick();
  head.value?.focus();
});
function fail(error: unknown): void {
  if (isSignedOut(error)) emit('ended');
  else problem.value = messageOf(error);
}
async function send(personId: string, said: HealthSaid): Promise<void> {
  people.value = (await api.post<DoorHealth>('/api/door/health', { personId, ...said })).people;
  again.value = null;
}
const askedOf = (one: DoorHealth['people'][number]): HealthNext => (again.value?.personId === one.personId ? { ...one, next: again.value.question } : one);
const detailsOf = ({ since, words, physician, medications }: HealthSaid): string =>
  [since ? `since ${since}` : '', words, physician, ...medications.map(({ name, dose }) => `${name}, ${dose}`)].filter(Boolean).join('; ');
</script>

<template>
  <div class="stack">
    <h1 ref="head" tabindex="-1">About your health</h1>
    <p>
      Answer as well as you know. Only whoever weighs your application reads this; the people at our counter don’t. What you leave out can cost you the benefit
      later.
    </p>
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    <section v-for="one in people" :key="one.personId" class="card" :aria-label="one.name">
      <h2>{{ one.name }}</h2>
      <v-alert v-if="one.bar && !again" class="note ember" role="status">This cover isn’t open to you now: {{ one.bar.says }} {{ one.bar.offers }}</v-alert>
      <v-alert v-else-if="one.state === 'complete' && !again" class="note lichen" role="status">That was everything about {{ one.name }}. Thank you.</v-alert>
      <AskHealth v-if="askedOf(one).next" :asked="askedOf(one)" :send="(said: HealthSaid) => send(one.personId, said)" />
      <template v-if="one.answers.length > 0">
        <h3>What you said</h3>
        <ul>
          <li v-for="{ text, said, details } in one.answers" :key="said.question">
            {{ text }} <b>{{ said.answer === 'yes' ? 'Yes' : 'No' }}</b>{{ detailsOf(said) ? `: ${detailsOf(said)}` : '' }}
            <v-btn variant="text" :aria-label="`Change: ${text}`" @click="again = { personId: one.personId, question: { code: said.question, text, details } }"
              >Change</v-btn
            >
          </li>
        </ul>
      </template>
    </section>
    <v-btn @click="emit('back')">Back to my application</v-btn>
  </div>
</template>
