<script setup lang="ts">
import { awaitedOf, inPercent, moneyIn, personName, type FileState } from '@cavren/core';
import { computed, ref } from 'vue';
import { ReasonDialog } from '../acts/index';
import { nameIn, useEditing, useSending, useShown } from '../file/index';
import { AskChoice, Mark } from '../look/index';
import { useDesk } from '../session/index';

/** What was offered, until when, what each who applies said to it, and what has to be met. */
const props = defineProps<{ file: FileState }>();
const editing = useEditing();
const desk = useDesk();
const { showDate, showTime } = useShown();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const offer = computed(() => props.file.offer);
const awaited = computed(() => (offer.value?.state === 'open' ? awaitedOf(props.file, offer.value) : []));
const STATE = { open: 'waits for an answer', accepted: 'accepted', refused: 'refused', lapsed: 'not accepted in time', takenBack: 'taken back' } as const;
const HOW = { frontDoor: 'at the front door', inPerson: 'in person', phone: 'by phone', post: 'by post' } as const;
const WAYS = [
  { value: 'inPerson', label: 'in person' },
  { value: 'phone', label: 'by phone' },
  { value: 'post', label: 'by post' },
];
const how = ref('inPerson');
const { send: act, problem, busy } = useSending();
const meeting = ref<string | null>(null);
const terms = computed(() => {
  const of = offer.value?.terms;
  if (!of) return '';
  return [
    of.covered ? `${money(of.amount)} of benefit a month` : of.insured ? `${money(of.amount)} insured in ${of.insured.length} lines` : money(of.amount),
    of.termMonths === null ? '' : `over ${of.termMonths} months`,
    of.payment === null ? '' : (of.covered ?? of.insured) ? `${money(of.payment)} each time` : `${money(of.payment)} a month`,
    of.rate === null ? '' : `${inPercent(of.rate)} a year`,
    ...(of.covered ?? []).flatMap(({ name, loading, leftOut }) => [
      loading > 0 ? `${name}: premium raised by ${inPercent(loading)}` : '',
      ...leftOut.map((what) => `${name}: without “${what}”`),
    ]),
  ]
    .filter(Boolean)
    .join(', ');
});
const answer = (personId: string, said: 'accept' | 'refuse'): Promise<boolean> =>
  act(personId + said, '/offer/answer', { personId, answer: said, how: how.value });
</script>

<template>
  <div v-if="offer" data-anchor="offer" tabindex="-1">
    <p>
      <Mark :kind="offer.state === 'accepted' ? 'settled' : offer.state === 'open' ? 'waiting' : 'none'" />
      {{ ' ' }}<b>{{ offer.kind === 'changed' ? 'Offered otherwise than it was asked for' : 'Offered as it was asked for' }}</b> {{ showTime(offer.madeAt) }} by
      {{ offer.madeBy }}: {{ STATE[offer.state] }}<template v-if="offer.state === 'open'">, until {{ showDate(offer.until) }}</template>.
    </p>
    <p>{{ terms }}</p>
    <ul class="facts plain">
      <li v-for="said in offer.answers" :key="said.personId">
        <Mark :kind="said.answer === 'accept' ? 'settled' : 'blocked'" />
        {{ nameIn(file, said.personId) }} {{ said.answer === 'accept' ? 'accepted' : 'refused' }} {{ showTime(said.at) }}, {{ HOW[said.how] }}
        <span v-if="said.how !== 'frontDoor'" class="soft">(written down by {{ said.by }})</span>
      </li>
      <li v-for="person in awaited" :key="person.id" class="row-actions">
        <Mark kind="waiting" />
        <span>{{ personName(person) }} hasn’t answered yet</span>
        <template v-if="desk.may('offer.answer')">
          <v-btn size="small" :loading="busy === `${person.id}accept`" @click="answer(person.id, 'accept')"
            >Accepted {{ WAYS.find(({ value }) => value === how)?.label }}</v-btn
          >
          <v-btn size="small" variant="text" :loading="busy === `${person.id}refuse`" @click="answer(person.id, 'refuse')">Refused</v-btn>
        </template>
      </li>
    </ul>
    <AskChoice v-if="awaited.length > 0 && desk.may('offer.answer')" v-model="how" class="w-25" label="How they told you" :items="WAYS" />
    <template v-if="offer.conditions.length > 0">
      <h3 class="mt-3">On these conditions</h3>
      <ul class="facts plain">
        <li v-for="condition in offer.conditions" :key="condition.id" :data-anchor="`condition.${condition.id}`" tabindex="-1">
          <Mark :kind="condition.metAt ? 'settled' : 'blocked'" />
          {{ condition.text }}
          <span v-if="condition.metAt" class="soft">met {{ showTime(condition.metAt) }}, {{ condition.metBy }}: “{{ condition.word }}”</span>
          <v-btn v-else-if="desk.may('offer.meet')" size="x-small" @click="meeting = condition.id">It is met …</v-btn>
        </li>
      </ul>
    </template>
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    <ReasonDialog
      :model-value="meeting !== null"
      title="The condition is met"
      text="Say how, so that who completes the file can see it."
      label="How it was met"
      confirm="It is met"
      :run="(word: string) => editing.act(`/offer/conditions/${meeting ?? ''}`, { word })"
      @update:model-value="meeting = null"
    />
  </div>
</template>
