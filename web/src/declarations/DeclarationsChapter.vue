<script setup lang="ts">
import { CONSENT_WAY_LABEL, CONSENT_WAYS, type MonitoringView } from '@cavren/contract';
import {
  askedOf,
  consentLanguage,
  consentOf,
  consentsAskedOf,
  monitoringAsked,
  personName,
  STAGE_LABEL,
  wantedConsents,
  type ConsentText,
  type FilePerson,
} from '@cavren/core';
import { computed, onMounted, reactive, ref } from 'vue';
import { offerActs } from '../acts/index';
import { api, messageOf } from '../api/index';
import { useEditing, useShown, type ChapterProps } from '../file/index';
import { AskChoice, Mark } from '../look/index';
import { useDesk } from '../session/index';
import QuestionRow from './QuestionRow.vue';

const { showTime } = useShown();
const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const asked = computed(() => askedOf(props.file).filter(({ question }) => question.phase === 'declaration'));
const people = computed(() => props.file.people.filter((person) => asked.value.some((entry) => entry.person.id === person.id)));
const signing = computed(() => props.file.people.filter((person) => consentsAskedOf(props.file, person).length > 0));
const ways = CONSENT_WAYS.filter((way) => way !== 'frontDoor');
const how = reactive<Record<string, (typeof CONSENT_WAYS)[number]>>({});
const language = reactive<Record<string, string>>({});
const shown = ref('');
const busy = ref('');
const problem = ref('');
/** Consent to the use of data → Use of data. */
function shortLabel(label: string): string {
  const short = label.replace(/^Consent to (the )?/, '');
  return short.charAt(0).toUpperCase() + short.slice(1);
}
for (const person of signing.value) {
  how[person.id] = 'inPerson';
  language[person.id] = person.language ?? 'en';
}
const keyOf = (person: FilePerson, kind: string): string => `${kind}.${person.id}`;
const languageWanted = (person: FilePerson): string => language[person.id] ?? person.language ?? 'en';
const languageOf = (person: FilePerson, consent: ConsentText): string => consentLanguage(consent, languageWanted(person));
const wayOf = (person: FilePerson) => how[person.id] ?? 'inPerson';
const readOut = computed(() => props.file.product.consents.find(({ kind }) => kind === shown.value.split('.')[0]));
const readTo = computed(() => props.file.people.find(({ id }) => id === shown.value.split('.')[1]));
const withdrawn = (person: FilePerson, kind: string) =>
  props.file.consents.filter((row) => row.personId === person.id && row.kind === kind && row.withdrawnAt !== null).at(-1);

async function run(key: string, work: () => Promise<unknown>): Promise<void> {
  busy.value = key;
  problem.value = '';
  try {
    await work();
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    busy.value = '';
  }
}
const give = (person: FilePerson, consent: ConsentText) =>
  run(keyOf(person, consent.kind), () =>
    editing.act('/consents', { personId: person.id, kind: consent.kind, language: languageOf(person, consent), how: wayOf(person) }),
  );
const open = (person: FilePerson) => wantedConsents(props.file, person);
const giveAll = (person: FilePerson) =>
  run(person.id, () => editing.act('/consents/all', { personId: person.id, language: languageWanted(person), how: wayOf(person) }));
const recording = computed(() => desk.may('consent.record') && props.path.next !== null);
offerActs(() => {
  const asking = recording.value ? signing.value.filter((person) => open(person).length > 0) : [];
  return asking.map((person, at) => ({
    name: `${personName(person)} agrees to all that was read out`,
    key: at === 0 ? 'A' : null,
    waits: null,
    run: () => giveAll(person),
  }));
});
const takeBack = (person: FilePerson, kind: string) => {
  const consent = consentOf(props.file, person.id, kind);
  return consent ? run(keyOf(person, kind), () => editing.act(`/consents/${consent.id}/withdraw`, { how: wayOf(person) })) : undefined;
};

const monitoring = ref<MonitoringView | null>(null);
const asksMonitoring = computed(() => monitoringAsked(props.file).length > 0 && desk.may('monitoring.keep'));
onMounted(async () => {
  if (asksMonitoring.value) monitoring.value = await api.get<MonitoringView>(`${editing.url}/monitoring`).catch(() => null);
});
async function keep(personId: string, question: string, value: string): Promise<void> {
  const declined = value === 'declined';
  if (value === '') return;
  await run(question, async () => {
    monitoring.value = await api.post<MonitoringView>(`${editing.url}/monitoring`, { personId, question, value: declined ? null : value, declined });
  });
}
</script>

<template>
  <div>
    <v-alert v-if="problem" class="note ember block" role="alert">{{ problem }}</v-alert>
    <section class="block">
      <h2>Consents</h2>
      <p class="soft mb-1">Read the text out, then record what was said. What depends on a consent stops when it is withdrawn.</p>
      <article v-for="person in signing" :key="person.id" class="sheet px-4 py-2 mb-2">
        <div class="row-actions">
          <h3 class="flex-1-1">{{ personName(person) }}</h3>
          <template v-if="recording">
            <AskChoice
              bare
              :label="`How ${personName(person)} says it`"
              :items="ways.map((value) => ({ value, label: CONSENT_WAY_LABEL[value] }))"
              :model-value="wayOf(person)"
              @update:model-value="how[person.id] = $event"
            />
            <AskChoice
              bare
              :label="`Language of ${personName(person)}`"
              :items="file.pack.languages.map(({ code, label }) => ({ value: code, label }))"
              :model-value="languageWanted(person)"
              @update:model-value="language[person.id] = $event"
            />
            <v-btn
              v-if="open(person).length > 1"
              size="small"
              :loading="busy === person.id"
              :aria-label="`${personName(person)} agrees to all that was read out`"
              @click="giveAll(person)"
            >
              Agrees to all {{ open(person).length }}
            </v-btn>
          </template>
        </div>
        <ul class="texts plain mark-small text-small d-grid gr-2 gc-3">
          <li v-for="consent in consentsAskedOf(file, person)" :key="consent.kind">
            <b class="d-block">{{ shortLabel(consent.label) }}</b>
            <template v-if="consentOf(file, person.id, consent.kind)">
              <span class="d-block">
                <Mark kind="settled" /> {{ CONSENT_WAY_LABEL[consentOf(file, person.id, consent.kind)?.how as (typeof CONSENT_WAYS)[number]]?.toLowerCase() }}
              </span>
              <span class="soft text-small d-block">
                {{ showTime(consentOf(file, person.id, consent.kind)?.givenAt ?? null) }}, text {{ consentOf(file, person.id, consent.kind)?.version }},
                {{ consentOf(file, person.id, consent.kind)?.language }}
              </span>
              <v-btn
                v-if="desk.may('consent.record') && path.next"
                size="x-small"
                variant="text"
                :loading="busy === keyOf(person, consent.kind)"
                @click="takeBack(person, consent.kind)"
              >
                Withdraw
              </v-btn>
            </template>
            <template v-else>
              <span v-if="withdrawn(person, consent.kind)" class="wrong d-block"
                ><Mark kind="blocked" /> withdrawn {{ showTime(withdrawn(person, consent.kind)?.withdrawnAt ?? null) }}</span
              >
              <span v-else class="d-block" :class="consent.before ? 'wrong' : 'soft'"
                ><Mark :kind="consent.before ? 'blocked' : 'none'" />
                {{
                  consent.before === null ? 'optional' : consent.before === 'details' ? 'not yet' : `before ${STAGE_LABEL[consent.before].toLowerCase()}`
                }}</span
              >
              <span v-if="desk.may('consent.record') && path.next" class="d-block mt-1">
                <v-btn size="x-small" variant="text" :aria-label="`Show the text of ${consent.label}`" @click="shown = keyOf(person, consent.kind)">Text</v-btn>
                <v-btn
                  size="small"
                  variant="flat"
                  :data-anchor="`consent.${keyOf(person, consent.kind)}`"
                  :loading="busy === keyOf(person, consent.kind)"
                  :aria-label="`${personName(person)} agrees: ${consent.label}`"
                  @click="give(person, consent)"
                >
                  Agrees
                </v-btn>
              </span>
            </template>
          </li>
        </ul>
      </article>
      <blockquote v-if="readOut && readTo" class="note mt-2">
        <b>{{ readOut.label }}, {{ readOut.version }}</b> {{ readOut.text[languageOf(readTo, readOut)] }}
        <span class="soft">To {{ readOut.to }}.</span>
      </blockquote>
    </section>

    <section v-if="asked.length > 0" class="block">
      <h2>Declarations</h2>
      <p class="soft mb-1">Answer with <kbd>Y</kbd> or <kbd>N</kbd>; a yes may need a few words.</p>
      <article v-for="person in people" :key="person.id" class="sheet px-4 py-2 mb-2">
        <h3>{{ personName(person) }}</h3>
        <QuestionRow
          v-for="entry in asked.filter((one) => one.person.id === person.id)"
          :key="entry.question.code"
          :asked="entry"
          :locked="locked || !desk.may('details.write')"
          :named="false"
        />
      </article>
    </section>

    <section v-if="asksMonitoring && monitoring" class="block">
      <h2>Asked for fair treatment only</h2>
      <p class="soft mb-1">Everybody may decline. The answers are kept apart from this file: nobody who decides sees them, and they play no part.</p>
      <v-table>
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th v-for="{ code, text } in monitoringAsked(file)" :key="code" scope="col">{{ text }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in monitoring.people" :key="row.personId">
            <td>{{ row.name }}</td>
            <td v-for="answer in row.answers" :key="answer.question">
              <AskChoice
                bare
                :label="`${answer.text} of ${row.name}`"
                :items="[
                  { value: '', label: 'not asked yet' },
                  { value: 'declined', label: 'declined to answer' },
                  ...answer.options.map((value) => ({ value, label: value })),
                ]"
                :model-value="answer.declined ? 'declined' : (answer.value ?? '')"
                @update:model-value="keep(row.personId, answer.question, $event)"
              />
              <span v-if="answer.by" class="soft text-small d-block">kept by {{ answer.by }}, {{ showTime(answer.at) }}</span>
            </td>
          </tr>
        </tbody>
      </v-table>
    </section>
  </div>
</template>

<style scoped>
.texts {
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
}
</style>
