<script setup lang="ts">
import type { HealthNext, HealthSaid, UnderwritingSheet } from '@cavren/contract';
import { barToDecide, healthAskedOf, isEnded, isLocked, isOpenEnrolled, personName, underwritingOf, UNDERWRITTEN_LABEL, type Cover } from '@cavren/core';
import { computed, onMounted, ref, watch } from 'vue';
import { api, messageOf } from '../api/index';
import { useEditing, useShown, type ChapterProps } from '../file/index';
import { Fold, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';
import AskHealth from './AskHealth.vue';
import UnderwriteForm from './UnderwriteForm.vue';

/** Questions about health, asked aloud and not shown again, and the sheet of who underwrites. */
const props = defineProps<ChapterProps>();
const say = useSay();
const { showDate, showTime } = useShown();
const editing = useEditing();
const desk = useDesk();
const next = ref<HealthNext[]>([]);
const sheets = ref<UnderwritingSheet[]>([]);
const problem = ref('');
const busy = ref(false);
const asked = computed(() => healthAskedOf(props.file));
const stateOf = (personId: string) => props.file.health.find((one) => one.personId === personId)?.state ?? 'open';
const STATE = { open: 'not all answered', complete: 'all answered', barred: 'this cover isn’t open to them' } as const;
const MARK = { open: 'waiting', complete: 'settled', barred: 'blocked' } as const;
const nameOf = ({ personId }: Cover): string => {
  const person = props.file.people.find(({ id }) => id === personId);
  return person ? personName(person) : '—';
};
const asks = computed(() => desk.may('health.ask') && !isLocked(props.file) && !isEnded(props.file.stage));
const mine = computed(() => (desk.me ? barToDecide(props.file, desk.me.id) : null));
const reads = computed(() => desk.may('health.read') && props.file.stage === 'deciding');

async function look(): Promise<void> {
  if (!asks.value || asked.value.length === 0) return void (next.value = []);
  next.value = await api.get<HealthNext[]>(`${editing.url}/health`).catch(() => []);
}
onMounted(() => void look());
watch(
  () => [asked.value.map(({ id }) => id).join(' '), asks.value],
  () => void look(),
);
async function send(personId: string, said: HealthSaid): Promise<void> {
  try {
    await editing.act('/health', { personId, ...said });
  } finally {
    // What is wrong stands at its field.
    editing.news.value = '';
  }
  await look();
}

/** What was said is fetched when somebody asks for it, and that they did is kept. */
async function read(): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    sheets.value = await api.post<UnderwritingSheet[]>(`${editing.url}/underwriting/read`, {});
    await editing.load();
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    busy.value = false;
  }
}
const percent = (share: number): string => `${Number((share * 100).toFixed(2))} %`;
const said = (cover: Cover) => underwritingOf(props.file, cover);
function inWords(cover: Cover): string {
  const made = said(cover);
  if (!made) return '';
  const parts = [
    made.loading > 0 ? `${percent(made.loading)} more` : '',
    made.perMille > 0 ? `${made.perMille} per mille more` : '',
    ...made.exclusions.map((what) => `without “${what}”`),
    made.postponedUntil ? `until ${showDate(made.postponedUntil)}` : '',
  ].filter(Boolean);
  return [UNDERWRITTEN_LABEL[made.outcome], ...parts].join(', ');
}
</script>

<template>
  <section class="block">
    <h2>Health</h2>
    <p class="soft mb-3">
      What is said here is read by whoever underwrites and by who said it, and by nobody else: an answer that was kept isn’t shown again. It can be given anew
      until the application is signed.
    </p>
    <p v-if="asked.length === 0" class="soft">Nobody is asked about their health here.</p>
    <div v-for="person in asked" :key="person.id" :data-anchor="`health.${person.id}`" tabindex="-1" class="sheet pa-3 mb-3">
      <p class="row-actions mb-2">
        <b>{{ personName(person) }}</b>
        <span><Mark :kind="MARK[stateOf(person.id)]" /> {{ STATE[stateOf(person.id)] }}</span>
      </p>
      <template v-for="one in next.filter(({ personId }) => personId === person.id)" :key="one.personId">
        <v-alert v-if="one.bar" class="note ember" role="status">This cover isn’t open to {{ one.name }}: {{ one.bar.says }} {{ one.bar.offers }}</v-alert>
        <AskHealth v-if="one.next" :asked="one" :send="(what: HealthSaid) => send(one.personId, what)" />
      </template>
    </div>
    <v-alert v-for="cover in file.covers.filter((one) => isOpenEnrolled(file, one))" :key="cover.id" class="note lichen" role="note">
      <Mark kind="settled" /> {{ nameOf(cover) }} comes in without questions, by what is named in Cover.
    </v-alert>
  </section>

  <section v-if="file.product.cover?.underwriting" class="block" aria-label="Underwriting">
    <h2>Underwriting</h2>
    <p v-if="!reads" class="soft mb-2">Whoever is covered is weighed by another person than who prepared the file, once it has come to its decision.</p>
    <p v-else-if="mine" class="soft mb-2">{{ say(mine) }}</p>
    <p v-else-if="sheets.length === 0" class="mb-3">
      <v-btn variant="flat" :loading="busy" @click="read">Open the sheets</v-btn>
      <span class="soft ms-2">that you read them is kept in the history</span>
    </p>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <div v-for="cover in file.covers" :key="cover.id" :data-anchor="`underwriting.${cover.id}`" tabindex="-1" class="sheet pa-3 mb-3">
      <p class="row-actions">
        <b>{{ nameOf(cover) }}</b>
        <span v-if="said(cover)">
          <Mark :kind="['declined', 'postponed'].includes(said(cover)?.outcome ?? '') ? 'blocked' : 'settled'" />
          {{ inWords(cover) }}
          <span class="soft"
            >{{ said(cover)?.by }}, {{ showTime(said(cover)?.at ?? null)
            }}{{ said(cover)?.overruled ? `, otherwise than the manual: ${said(cover)?.reason}` : '' }}</span
          >
        </span>
        <span v-else class="soft"><Mark kind="waiting" /> not underwritten yet</span>
      </p>
      <template v-for="sheet in sheets.filter(({ coverId }) => coverId === cover.id)" :key="sheet.coverId">
        <div class="fields mt-2" style="--across: 2">
          <div>
            <h3>What was said</h3>
            <ul class="facts plain">
              <li v-for="{ text, said: answer } in sheet.answers" :key="text">
                <b>{{ answer.answer === 'yes' ? 'Yes' : 'No' }}</b>: {{ text }}
                <span v-if="answer.answer === 'yes'" class="d-block soft">
                  {{ [answer.since ? `since ${answer.since}` : '', answer.words, answer.physician].filter(Boolean).join('; ') }}
                  <span v-for="one in answer.medications" :key="one.name" class="d-block"
                    >{{ one.name }}, {{ one.dose }}, since {{ one.since }}, for {{ one.reason }}</span
                  >
                </span>
              </li>
              <li v-if="sheet.answers.length === 0" class="soft">Nothing was asked.</li>
            </ul>
          </div>
          <div>
            <h3>What the manual makes of it</h3>
            <v-table>
              <tbody>
                <tr v-for="(line, at) in sheet.manual.lines" :key="at">
                  <td>{{ say(line.label) }} <span class="soft text-small d-block">{{ say(line.why) }}</span></td>
                  <td class="figure">{{ line.points > 0 ? `+${line.points}` : line.points }}</td>
                </tr>
                <tr>
                  <th scope="row">{{ sheet.manual.class }}{{ sheet.manual.loading > 0 ? `, ${percent(sheet.manual.loading)} more` : '' }}</th>
                  <td class="figure counted">{{ sheet.manual.points }}</td>
                </tr>
              </tbody>
            </v-table>
            <v-alert v-for="what in sheet.manual.exclusions" :key="what" class="note mt-2" role="note">Left out: {{ what }}</v-alert>
            <v-alert v-if="sheet.manual.postponedUntil" class="note ember mt-2" role="note"
              >Nothing is said before {{ showDate(sheet.manual.postponedUntil) }}</v-alert
            >
            <v-alert v-for="(what, at) in sheet.manual.refer" :key="at" class="note ember mt-2" role="note">For a person to weigh: {{ say(what) }}</v-alert>
          </div>
        </div>
        <Fold v-if="!mine" class="mt-2" :open="!said(cover)" :title="said(cover) ? 'Underwrite anew' : 'Underwrite'">
          <UnderwriteForm :sheet="sheet" />
        </Fold>
      </template>
    </div>
  </section>
</template>
