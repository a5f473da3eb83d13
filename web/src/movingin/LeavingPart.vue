<script setup lang="ts">
import {
  answerersOf,
  endInWords,
  endsByNotice,
  lastDayOf,
  letUntil,
  noticeOf,
  parseDate,
  personName,
  say as words,
  tookBackInWords,
  type FileState,
} from '@cavren/core';
import { computed, ref } from 'vue';
import { offerActs, ReasonDialog, WillHappen } from '../acts/index';
import { useEditing, useShown } from '../file/index';
import { AskChoice, AskText, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

/** How long a let goes on: until somebody gives notice, or until a day; and the notice that is given. */
const props = defineProps<{ file: FileState }>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const { showDate } = useShown();
const HOUSE = 'house';
const AGREED = 'agreed';
/** So many days that notice reaches are there to choose from. */
const MANY = 6;

const standing = computed(() => noticeOf(props.file));
const told = computed(() => endInWords(props.file, editing.today.value));
const before = computed(() => tookBackInWords(props.file));
const until = computed(() => letUntil(props.file));
const isOver = computed(() => until.value !== null && until.value <= editing.today.value);
const may = computed(() => desk.may('leaseNotice.take') && !isOver.value);

const givers = computed(() => [
  ...answerersOf(props.file).map((person) => ({ value: person.id, label: personName(person) })),
  { value: HOUSE, label: 'We, the house' },
]);
const chosenGiver = ref('');
const giver = computed({ get: () => chosenGiver.value || (givers.value[0]?.value ?? HOUSE), set: (value: string) => (chosenGiver.value = value) });
const typedOn = ref('');
const givenOn = computed(() => (typedOn.value.trim() === '' ? editing.today.value : parseDate(typedOn.value, props.file.pack.dateOrder, editing.today.value)));
const reached = computed(() => (givenOn.value === null ? [] : endsByNotice(props.file, givenOn.value, MANY)));
const endChoices = computed(() => [
  ...reached.value.map((endsOn) => ({ value: endsOn, label: showDate(lastDayOf(endsOn)) })),
  { value: AGREED, label: 'Another day, as both agreed' },
]);
const chosenEnd = ref('');
const end = computed({
  get: () => (endChoices.value.some(({ value }) => value === chosenEnd.value) ? chosenEnd.value : (endChoices.value[0]?.value ?? AGREED)),
  set: (value: string) => (chosenEnd.value = value),
});
const typedLast = ref('');
const how = ref('');
const lastOn = computed(() => {
  if (end.value === AGREED) return parseDate(typedLast.value, props.file.pack.dateOrder, editing.today.value);
  const one = reached.value.find((endsOn) => endsOn === end.value);
  return one === undefined ? null : lastDayOf(one);
});
const waits = computed(() => {
  if (givenOn.value === null) return 'the day on which notice was given';
  if (lastOn.value === null) return 'the last day';
  return end.value === AGREED && how.value.trim().length < 3 ? 'how both agreed on it' : null;
});

const asking = ref(false);
const takingBack = ref(false);
const happens = computed(() => [
  { what: 'Notice', to: `by ${givers.value.find(({ value }) => value === giver.value)?.label ?? ''}, on ${showDate(givenOn.value)}` },
  { what: 'Last day', to: `${showDate(lastOn.value)}${end.value === AGREED ? `, as both agreed: ${how.value.trim()}` : ''}` },
  { what: 'Unit', to: `${props.file.unit?.unit.label ?? ''} can be let again from the day after` },
  { what: 'Told', to: `everybody who applied: “${say(words('mail.letEndsSubject', { unit: props.file.unit?.unit.label ?? '' }))}”` },
]);
const take = () =>
  editing.act('/lease-notice', {
    side: giver.value === HOUSE ? 'house' : 'tenant',
    personId: giver.value === HOUSE ? null : giver.value,
    givenOn: givenOn.value,
    lastOn: lastOn.value,
    agreed: end.value === AGREED ? how.value.trim() : null,
  });

offerActs(() =>
  may.value && !standing.value
    ? [{ name: 'Take notice that the let ends', key: null, waits: waits.value, run: () => (asking.value = true) }]
    : may.value
      ? [{ name: 'Take back the notice', key: null, waits: null, run: () => (takingBack.value = true) }]
      : [],
);
</script>

<template>
  <section class="block" data-anchor="leaving" tabindex="-1">
    <h2>How long it is let</h2>
    <p><Mark :kind="standing && !isOver ? 'partly' : 'settled'" /> {{ told.map(say).join(' ') }}</p>
    <p v-for="one in before" :key="say(one)" class="soft">{{ say(one) }}</p>
    <template v-if="may && !standing">
      <h3 class="mt-3">Notice was given</h3>
      <div class="fields" style="--across: 4">
        <AskChoice v-model="giver" label="Who gave it" :items="givers" />
        <AskText v-model="typedOn" label="On" :placeholder="showDate(editing.today.value)" :error="givenOn === null ? 'This is no date' : undefined" />
        <AskChoice v-model="end" label="Last day" :items="endChoices" />
        <template v-if="end === AGREED">
          <AskText v-model="typedLast" label="Which day" :hint="lastOn ? `that is ${showDate(lastOn)}` : 'the last day of the let'" />
          <AskText v-model="how" label="How both agreed on it" maxlength="1000" />
        </template>
      </div>
      <p class="row-actions mt-2">
        <v-btn :disabled="waits !== null" @click="asking = true">Take the notice …</v-btn>
        <span v-if="waits" class="soft">waits for: {{ waits }}</span>
      </p>
    </template>
    <p v-else-if="may" class="row-actions mt-2"><v-btn @click="takingBack = true">Take back the notice …</v-btn></p>
    <WillHappen v-model="asking" title="Notice that the let ends" :happens="happens" confirm="Take the notice" :run="take" />
    <ReasonDialog
      v-model="takingBack"
      title="Take back the notice"
      text="The let goes on as if nobody had given notice, and the unit isn’t free any more."
      label="Why"
      confirm="Take it back"
      :run="(why: string) => editing.act('/lease-notice/back', { why })"
    />
  </section>
</template>
