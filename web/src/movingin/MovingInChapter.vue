<script setup lang="ts">
import { answerersOf, barToRelease, cameToNothing, datesDue, HOLDER_LABEL, keyDatesOf, moveInList, personName, type KeyDate } from '@cavren/core';
import { mdiCalendarOutline, mdiKeyOutline } from '@mdi/js';
import { computed, ref } from 'vue';
import { offerActs, ReasonDialog, WillHappen } from '../acts/index';
import { useEditing, useShown, type ChapterProps } from '../file/index';
import { AskChoice, AskText, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { sayWithin, useSay } from '../words/index';
import ConditionRecord from './ConditionRecord.vue';
import LeavingPart from './LeavingPart.vue';
import OwedPart from './OwedPart.vue';

/** What is paid before the keys, the condition of the unit, the keys, and the days to keep. */
const props = defineProps<ChapterProps>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const { showDate, showTime } = useShown();
const ended = computed(() => cameToNothing(props.file.stage));

const handover = computed(() => props.file.handover);
const receivers = computed(() => answerersOf(props.file).map((person) => ({ value: person.id, label: personName(person) })));
const chosen = ref('');
const to = computed({ get: () => chosen.value || (receivers.value[0]?.value ?? ''), set: (value: string) => (chosen.value = value) });
const keys = ref('2');
const wholeKeys = computed(() => (/^\d{1,2}$/.test(keys.value) && Number(keys.value) > 0 ? Number(keys.value) : null));
const bar = computed(() => (desk.me ? barToRelease(props.file, desk.me.id) : null));
const waits = computed(() => props.path.now.find(({ key }) => key !== 'handover:keys')?.what ?? null);
/** The first day of the lease, where it lies ahead: keys before it need a reason. */
const ahead = computed(() => (props.file.unit && props.file.unit.startsOn > editing.today.value ? props.file.unit.startsOn : null));
const early = ref('');
const lacksReason = computed(() => ahead.value !== null && early.value.trim().length < 3);
const handing = ref(false);
const sendingBack = ref(false);
const happens = computed(() => [
  { what: 'Keys', to: `${wholeKeys.value ?? '—'} to ${receivers.value.find(({ value }) => value === to.value)?.label ?? '—'}` },
  { what: 'Unit', to: `${props.file.unit?.unit.label ?? '—'} is let from ${showDate(props.file.unit?.startsOn ?? null)}` },
  { what: 'Condition record', to: 'sealed as both signed it' },
  { what: 'Told', to: `everybody who applied: “${props.file.product.words.completed.subject}”` },
]);
const handOver = () => editing.act('/keys', { keys: wholeKeys.value, to: to.value, early: ahead.value === null ? null : early.value.trim() });

const steps = computed(() => moveInList(props.file));
const dates = computed(() => keyDatesOf(props.file, editing.today.value));
const due = computed(() => (props.file.stage === 'done' ? datesDue(props.file, editing.today.value) : []));
const seen = ({ code, on }: KeyDate) => handover.value.seenTo.find((one) => one.code === code && one.on === on);
const isDue = ({ code, on }: KeyDate): boolean => due.value.some((one) => one.code === code && one.on === on);
const seeing = ref<KeyDate | null>(null);
const seeingOpen = computed({ get: () => seeing.value !== null, set: (is) => (seeing.value = is ? seeing.value : null) });
const see = (note: string) => editing.act('/key-dates', { code: seeing.value?.code, on: seeing.value?.on, note });

const hands = computed(() => props.file.stage === 'completing' && desk.may('keys.handOver'));
offerActs(() =>
  hands.value && handover.value.keysAt === null
    ? [
        {
          name: props.file.product.words.release,
          key: 'A',
          waits: bar.value ? say(bar.value) : waits.value ? sayWithin(say, waits.value) : lacksReason.value ? 'why before the first day' : null,
          run: () => (handing.value = true),
        },
      ]
    : [],
);
</script>

<template>
  <div>
    <section v-if="steps.length > 0 && !ended && !handover.keysAt" class="block">
      <h2>Until the keys</h2>
      <v-table class="sheet mt-2">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Who</th>
            <th scope="col">By when</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="step in steps" :key="step.key">
            <td><Mark :kind="step.done ? 'settled' : 'open'" /> {{ say(step.what) }}</td>
            <td>{{ HOLDER_LABEL[step.holder] }}</td>
            <td>{{ step.done ? 'done' : typeof step.by === 'string' ? showDate(step.by) : say(step.by) }}</td>
          </tr>
        </tbody>
      </v-table>
    </section>

    <OwedPart :file="file" title="Paid before the keys" />

    <ConditionRecord v-if="file.stage === 'completing' || file.stage === 'done'" :file="file" />

    <section v-if="file.stage === 'completing' || handover.keysAt" class="block">
      <h2>The keys</h2>
      <p v-if="handover.keysAt" data-anchor="keys" tabindex="-1">
        <Mark kind="settled" /> {{ handover.keys }} keys to {{ handover.keysTo }}, {{ showTime(handover.keysAt) }}, by {{ handover.keysBy
        }}{{ handover.early ? `, before the first day: ${handover.early}` : '' }}.
      </p>
      <div v-else data-anchor="keys" tabindex="-1">
        <template v-if="hands">
          <div class="fields" style="--across: 4">
            <AskChoice v-model="to" label="To" :items="receivers" />
            <AskText v-model="keys" label="How many keys" inputmode="numeric" :error="wholeKeys === null ? 'A whole number' : undefined" />
            <AskText v-if="ahead" v-model="early" class="two" :label="`Why before ${showDate(ahead)}, the first day`" maxlength="1000" />
          </div>
          <p class="row-actions mt-2">
            <v-btn
              variant="flat"
              :prepend-icon="mdiKeyOutline"
              :disabled="bar !== null || waits !== null || wholeKeys === null || lacksReason"
              @click="handing = true"
              >{{ file.product.words.release }}</v-btn
            >
            <v-btn :disabled="bar !== null" @click="sendingBack = true">Send back with a question …</v-btn>
            <span v-if="bar" class="soft">{{ say(bar) }}</span>
            <span v-else-if="waits" class="soft">waits for: {{ sayWithin(say, waits) }}</span>
            <span v-else-if="lacksReason" class="soft">waits for: why before the first day</span>
          </p>
        </template>
        <p v-else class="soft"><Mark kind="waiting" /> A completer hands over the keys, somebody who neither prepared nor approved the file.</p>
      </div>
    </section>

    <LeavingPart v-if="file.stage === 'done' && handover.keysAt" :file="file" />

    <section v-if="dates.length > 0 && !ended" class="block" data-anchor="dates" tabindex="-1">
      <div class="chapter-head">
        <h2>Days to keep</h2>
        <v-btn size="small" variant="text" :prepend-icon="mdiCalendarOutline" :href="`${editing.url}/key-dates.ics`">Download (ICS)</v-btn>
      </div>
      <ul class="lines plain">
        <li v-for="date in dates" :key="date.code + date.on">
          <span>
            <Mark :kind="seen(date) || (date.code === 'moveIn' && handover.keysAt) ? 'settled' : isDue(date) ? 'blocked' : 'open'" />{{ ' '
            }}<b>{{ showDate(date.on) }}</b> {{ say(date.what) }}
            <span v-if="seen(date)" class="soft"
              >seen to by {{ seen(date)?.by }}, {{ showDate(seen(date)?.at ?? null) }}{{ seen(date)?.note ? `: ${seen(date)?.note}` : '' }}</span
            >
          </span>
          <v-btn v-if="isDue(date) && desk.may('keyDate.see')" size="small" @click="seeing = date">Seen to …</v-btn>
        </li>
      </ul>
    </section>

    <WillHappen v-model="handing" :title="file.product.words.release" :happens="happens" :confirm="file.product.words.release" :run="handOver" />
    <ReasonDialog
      v-model="sendingBack"
      title="Send back with a question"
      text="What was paid stays, and the file is decided again."
      label="What has to be put right"
      confirm="Send back"
      :run="(question: string) => editing.act('/keys/send-back', { question })"
    />
    <ReasonDialog
      v-model="seeingOpen"
      :title="seeing ? say(seeing.what) : ''"
      text="It leaves Today, and stays in the file."
      label="What came of it"
      confirm="Seen to"
      :run="see"
    />
  </div>
</template>
