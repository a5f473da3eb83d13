<script setup lang="ts">
import type { DoorView } from '@cavren/contract';
import { computed, ref } from 'vue';
import { AskText, Fold } from '../look/index';

/** Where one stands in a round: before the draw what counts, after it the place, and an offer to answer. */
const props = defineProps<{ round: NonNullable<DoorView['round']>; day: (value: string) => string; busy: boolean }>();
const emit = defineEmits<{ answer: [body: { offerId: string; answer: 'accept' | 'refuse'; reason: string | null }] }>();
const refusing = ref(false);
const reason = ref('');
const left = computed(() => props.round.refusalsMost - props.round.refused - 1);
const answer = (said: 'accept' | 'refuse'): void => {
  if (props.round.offer) emit('answer', { offerId: props.round.offer.id, answer: said, reason: said === 'refuse' ? reason.value.trim() || null : null });
  [refusing.value, reason.value] = [false, ''];
};
</script>

<template>
  <section v-if="round.offer" class="card iris">
    <h2>We offer you {{ round.offer.unit }}</h2>
    <p>{{ round.offer.plan }}, {{ round.offer.rent }} a month. It is kept for you until you answer.</p>
    <p>
      Please answer by <b>{{ day(round.offer.answerBy) }}</b>.
      {{
        left > 0
          ? `If you refuse, you keep your place; after ${left === 1 ? 'one more' : `${left} more`} it is given up.`
          : 'If you refuse, your place is given up.'
      }}
    </p>
    <div v-if="!refusing" class="d-flex flex-wrap ga-2">
      <v-btn variant="flat" :loading="busy" @click="answer('accept')">Accept {{ round.offer.unit }}</v-btn>
      <v-btn variant="text" @click="refusing = true">I don’t want it</v-btn>
    </div>
    <div v-else class="stack" role="group" aria-label="Refuse the home">
      <AskText v-model="reason" label="Why, if you want to say" maxlength="300" />
      <p class="d-flex flex-wrap ga-2">
        <v-btn color="error" :loading="busy" @click="answer('refuse')">Refuse {{ round.offer.unit }}</v-btn>
        <v-btn variant="text" @click="refusing = false">Keep thinking</v-btn>
      </p>
    </div>
  </section>
  <section class="card">
    <h2>{{ round.name }}</h2>
    <p v-if="round.left">
      You have refused, or not answered, {{ round.refused }} offers: your place on the list is given up. You can apply again in the next round.
    </p>
    <p v-else-if="!round.drawn">
      You can apply, and change what you said, until <b>{{ day(round.closesOn) }}</b>. Then the list is drawn by lot, and we tell you your place.
    </p>
    <p v-else-if="round.rank === null">The list was drawn without you: your details were not complete when the time was over.</p>
    <template v-else>
      <p>
        Your place: <b>{{ round.rank }} of {{ round.of }}</b>.
        <template v-if="round.ahead !== null && !round.offer">
          {{
            round.ahead === 0
              ? 'You are the next for a home of your size.'
              : `${round.ahead === 1 ? 'One household waits' : `${round.ahead} households wait`} before you for a home of your size.`
          }}
        </template>
      </p>
      <Fold title="How it was drawn">
        <p>
          Your number is the SHA-256 digest of the seed, a colon and your reference. Within equal points the lowest number comes first. Anybody can work it
          again.
        </p>
        <p class="mono text-break">{{ round.number }}</p>
        <p class="soft">Seed</p>
        <p class="mono text-break">{{ round.seed }}</p>
        <p><a :href="`/api/door/rounds/${round.code}/list.csv`">The whole list</a></p>
      </Fold>
    </template>
    <h3>What counts for you</h3>
    <ul>
      <li v-for="one in round.preferences" :key="one.label">
        {{ one.label }}: <b>{{ one.counts ? (one.points === 1 ? '1 point' : `${one.points} points`) : round.drawn ? 'did not count' : 'doesn’t count yet' }}</b
        ><span class="soft">, {{ one.why }}</span>
      </li>
      <li v-if="round.preferences.length === 0">Nothing yet. You can claim a preference in your details.</li>
    </ul>
  </section>
</template>
