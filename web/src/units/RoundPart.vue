<script setup lang="ts">
import { applicantsOf, personName, pointsOf, preferencesOf, refusalsOf, type FileState } from '@cavren/core';
import { computed, ref } from 'vue';
import { offerActs, ReasonDialog } from '../acts/index';
import { Field, Rows, useEditing, useSending, useShown, type Column } from '../file/index';
import { Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

/** The round that a file takes part in: its preferences, its place on the list, and what was offered to it. */
const props = defineProps<{ file: FileState; locked: boolean }>();
const say = useSay();
const desk = useDesk();
const editing = useEditing();
const { showDate } = useShown();
const { send, problem, busy } = useSending();
const standing = computed(() => props.file.round);
const draw = computed(() => props.file.product.draw);
const claimable = computed(() => (draw.value?.preferences ?? []).filter(({ kind }) => kind !== 'sizeFits'));
const preferences = computed(() => preferencesOf(props.file, editing.today.value));
const points = computed(() => standing.value?.points ?? pointsOf(preferences.value));
const who = computed(() => applicantsOf(props.file).map((person) => ({ value: person.id, label: personName(person) })));
const columns = computed<Column[]>(() => [
  { field: 'code', label: 'Preference', options: claimable.value.map(({ code: value, label }) => ({ value, label })), width: '26%' },
  { field: 'personId', label: 'Whose', options: who.value, width: '26%' },
  { field: 'hoursThere', label: 'Hours there, %', width: '18%' },
  { field: 'paperOn', label: 'Paper dated', width: '20%' },
]);
/** Once it is drawn nothing that is claimed counts any more. */
const isClosed = computed(() => props.locked || standing.value?.drawnAt != null);
const open = computed(() => standing.value?.offers.find(({ state }) => state === 'open') ?? null);
const STATE = { open: 'to be answered', accepted: 'accepted', refused: 'refused', lapsed: 'not answered in time', takenBack: 'taken back' } as const;
const mayAnswer = computed(() => open.value !== null && desk.may('offer.answer'));
const refusing = ref(false);
const accept = (): Promise<boolean> => send('accept', '/round/answer', { offerId: open.value?.id, answer: 'accept' });
const refuse = (reason: string): Promise<true> => editing.act('/round/answer', { offerId: open.value?.id, answer: 'refuse', reason });
offerActs(() => (mayAnswer.value ? [{ name: `Accept ${open.value?.unit ?? ''} for them`, key: null, waits: null, run: () => void accept() }] : []));
</script>

<template>
  <section v-if="standing && draw" class="block">
    <h2>{{ standing.name }}</h2>
    <p data-anchor="round" tabindex="-1">
      <template v-if="standing.drawnAt === null">
        <Mark kind="open" /> Applications until {{ showDate(standing.closesOn) }}; then it is drawn. As it stands, {{ points }}
        {{ points === 1 ? 'point' : 'points' }}.
      </template>
      <template v-else-if="standing.rank === null"><Mark kind="blocked" /> It was drawn without this file: its details were not complete in time.</template>
      <template v-else>
        <Mark kind="settled" /> Place <b>{{ standing.rank }}</b> of {{ standing.of }}, with {{ points }} {{ points === 1 ? 'point' : 'points' }}. Number
        <span class="mono">{{ standing.number?.slice(0, 12) }}…</span>, drawn {{ showDate(standing.drawnAt) }}.
      </template>
    </p>
    <v-alert v-if="problem" class="note ember mt-2" role="alert">{{ problem }}</v-alert>
    <div v-if="standing.offers.length > 0" class="mt-3">
      <h3>What was offered</h3>
      <ul class="facts plain">
        <li v-for="offer in standing.offers" :key="offer.id" class="row-actions">
          <span class="flex-1-1">
            <Mark :kind="offer.state === 'open' ? 'partly' : offer.state === 'accepted' ? 'settled' : 'blocked'" /> <b>{{ offer.unit }}</b>,
            {{ STATE[offer.state] }}<template v-if="offer.state === 'open'"> by {{ showDate(offer.answerBy) }}</template
            ><template v-else-if="offer.answeredAt">{{ ` ${showDate(offer.answeredAt)}` }}</template
            ><span v-if="offer.reason" class="soft">: {{ offer.reason }}</span>
          </span>
          <template v-if="offer.state === 'open' && mayAnswer">
            <v-btn size="small" :loading="busy === 'accept'" @click="accept">They accept</v-btn>
            <v-btn size="small" variant="text" @click="refusing = true">They refuse</v-btn>
          </template>
        </li>
      </ul>
      <p class="soft text-small">{{ refusalsOf(standing.offers) }} of {{ draw.refusalsMost }} refused or not answered. {{ draw.why }}</p>
      <ReasonDialog
        v-model="refusing"
        title="They refuse the home"
        text="It is free for whoever comes next, and counts as one that was refused."
        label="Why, as they say"
        confirm="Note the refusal"
        :run="refuse"
      />
    </div>

    <h3 class="mt-3">Preferences</h3>
    <div class="fields mt-1" style="--across: 3">
      <Field entity="request" field="bedroomsWanted" :locked="isClosed" />
    </div>
    <Rows
      class="mt-2"
      entity="preference"
      :rows="file.preferences"
      :columns="columns"
      :fresh="{ personId: who[0]?.value ?? '' }"
      add-label="Preference"
      :locked="isClosed"
      quiet
      empty="None is claimed."
    />
    <ul class="facts plain mt-2">
      <li v-for="one in preferences" :key="one.rule.code + (one.claim?.id ?? '')">
        <Mark :kind="one.counts ? 'settled' : 'open'" /> <b>{{ one.rule.label }}</b>, {{ one.rule.points }} {{ one.rule.points === 1 ? 'point' : 'points'
        }}{{ one.counts ? '' : standing.drawnAt === null ? ', doesn’t count yet' : ', did not count' }}<span class="soft">: {{ say(one.why) }}</span>
      </li>
    </ul>
  </section>
</template>
