<script setup lang="ts">
import { compareLetting, isEnded, lettingConcerns, lettingName, lettingsOf, personName, type FileState, type Letting } from '@cavren/core';
import { computed, ref } from 'vue';
import { ReasonDialog } from '../acts/index';
import { useEditing, useSending, useShown } from '../file/index';
import { AskChoice, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';
import { blankSaid, isSaid, saidOf } from './said';
import SaidFields from './SaidFields.vue';

/** Earlier lettings: who is asked about each, what they said beside what was stated, and the ways to go on. */
const props = defineProps<{ file: FileState; readonly?: boolean }>();
const say = useSay();
const desk = useDesk();
const editing = useEditing();
const { showDate } = useShown();
const { send, problem, others, busy } = useSending();
const rule = computed(() => props.file.product.lease?.references ?? null);
const lettings = computed(() => lettingsOf(props.file));
const acts = computed(() => !props.readonly && !isEnded(props.file.stage));
const mayAsk = computed(() => acts.value && desk.may('check.ask'));
const maySettle = computed(() => acts.value && desk.may('finding.resolve'));

const HOW = { frontDoor: 'at the front door', phone: 'on the phone', post: 'by letter' } as const;
const markOf = ({ reference }: Letting) => (reference ? MARK[reference.state] : 'open');
const MARK = { asked: 'waiting', answered: 'settled', declined: 'blocked', setAside: 'partly' } as const;
function stands({ reference, referee }: Letting): string {
  if (!referee) return 'nobody is named who let it';
  const who = personName(referee);
  if (!reference) return `${who} isn’t asked yet`;
  const { state, askedAt, answeredAt, how, takenBy, reason } = reference;
  if (state === 'asked') return `${who} was asked ${showDate(askedAt)}`;
  if (state === 'declined') return `${who} would rather not say`;
  if (state === 'setAside') return `without word of ${who}: “${reason ?? ''}” (${takenBy ?? ''})`;
  return `${who}, ${HOW[how ?? 'frontDoor']}${takenBy ? `, taken down by ${takenBy}` : ''}, ${showDate(answeredAt)}`;
}
/** The letting of which an answer is being taken down, and what was typed. */
const taking = ref<string | null>(null);
const form = ref(blankSaid());
const how = ref<'phone' | 'post'>('phone');
const typed = ref<Record<string, string>>({});
const faults = computed(() => ({ ...typed.value, ...Object.fromEntries(others.value.map(({ path, message }) => [path, message])) }));
function begin(homeId: string): void {
  [taking.value, form.value, typed.value, problem.value, others.value] = [homeId, blankSaid(), {}, '', []];
}
async function take({ home, reference }: Letting): Promise<void> {
  if (!reference || !rule.value) return;
  const said = saidOf(form.value, props.file.pack.dateOrder, editing.today.value, rule.value.questions);
  typed.value = isSaid(said) ? {} : said;
  if (isSaid(said) && (await send(home.id, `/references/${reference.id}/take`, { how: how.value, said })) && taking.value === home.id) taking.value = null;
}
const aside = ref<Letting | null>(null);
const leaving = ref(false);
function leave(letting: Letting): void {
  [aside.value, leaving.value] = [letting, true];
}
const setAside = (reason: string): Promise<true> => editing.act('/references/aside', { homeId: aside.value?.home.id, reason });
</script>

<template>
  <div v-if="rule">
    <v-alert v-if="problem && taking === null" class="note ember my-2" role="alert">{{ problem }}</v-alert>
    <p v-if="lettings.length === 0" class="soft">Nobody rented a home in the last {{ rule.years }} years.</p>
    <article v-for="letting in lettings" :key="letting.home.id" class="py-2" :data-anchor="`letting.${letting.home.id}`" tabindex="-1">
      <p>
        <Mark :kind="markOf(letting)" /> <b>{{ lettingName(letting) }}</b>, rented by {{ letting.tenants.map(personName).join(' and ') }}
        <span class="soft d-block">{{ stands(letting) }}</span>
      </p>
      <template v-if="letting.reference?.said">
        <v-table density="compact">
          <thead>
            <tr>
              <th scope="col"></th>
              <th scope="col">Stated</th>
              <th scope="col">As who let it says</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ code, label, stated, said, agrees } in compareLetting(letting.home, letting.reference.said)" :key="code">
              <th scope="row">{{ say(label) }}</th>
              <td>{{ stated === null ? 'not stated' : say(stated) }}</td>
              <td>{{ say(said) }} <span v-if="!agrees" class="wrong">differs</span></td>
            </tr>
            <tr v-for="{ code, text, concerns } in rule.questions" :key="code">
              <th scope="row" colspan="2">{{ text }}</th>
              <td>
                {{ letting.reference.said.answers[code] }}
                <span v-if="concerns.includes(letting.reference.said.answers[code] ?? '')" class="wrong">to be weighed</span>
              </td>
            </tr>
          </tbody>
        </v-table>
        <p v-if="letting.reference.said.remark" class="mt-1">“{{ letting.reference.said.remark }}”</p>
        <p v-if="readonly && lettingConcerns(file, letting).length === 0" class="soft">Nothing differs.</p>
      </template>
      <p v-if="taking !== letting.home.id && letting.referee && (mayAsk || maySettle)" class="row-actions mt-1">
        <v-btn
          v-if="mayAsk && !letting.reference"
          size="small"
          variant="flat"
          :loading="busy === letting.home.id"
          @click="send(letting.home.id, '/references', { homeId: letting.home.id })"
          >Ask {{ personName(letting.referee) }}</v-btn
        >
        <template v-if="maySettle && letting.reference?.state !== 'answered' && letting.reference?.state !== 'setAside'">
          <v-btn v-if="letting.reference" size="small" @click="begin(letting.home.id)">Take down what they say</v-btn>
          <v-btn size="small" variant="text" @click="leave(letting)">Go on without them …</v-btn>
        </template>
      </p>
      <form v-if="taking === letting.home.id" class="d-grid ga-2 mt-2" @submit.prevent="take(letting)">
        <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
        <AskChoice
          v-model="how"
          label="How they said it"
          :items="[
            { value: 'phone', label: 'On the phone' },
            { value: 'post', label: 'By letter' },
          ]"
        />
        <SaidFields v-model="form" :questions="rule.questions" :faults="faults" />
        <p class="row-actions">
          <v-btn type="submit" size="small" variant="flat" :loading="busy === letting.home.id">Keep what they say</v-btn>
          <v-btn size="small" variant="text" @click="taking = null">Not now</v-btn>
        </p>
      </form>
    </article>
    <ReasonDialog
      v-model="leaving"
      :title="`Go on without word of ${aside?.referee ? personName(aside.referee) : 'who let it'}`"
      text="Whoever decides reads the reason in place of what they would have said."
      label="Why"
      confirm="Go on without them"
      :run="setAside"
    />
  </div>
</template>
