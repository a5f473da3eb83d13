<script setup lang="ts">
import {
  answerersOf,
  barToRelease,
  cameToNothing,
  chargeDue,
  chargesStanding,
  datesDue,
  givenBackOf,
  isOpenOrder,
  keyDatesOf,
  moneyIn,
  owedOf,
  personName,
  RECEIPT_WAY_LABEL,
  waivedFees,
  type KeyDate,
  type Receipt,
} from '@cavren/core';
import { mdiCalendarOutline, mdiKeyOutline } from '@mdi/js';
import { computed, ref } from 'vue';
import { offerActs, ReasonDialog, WillHappen } from '../acts/index';
import { TermLines } from '../affordability/index';
import { useEditing, useGoTo, useSending, useShown, type ChapterProps } from '../file/index';
import { AskChoice, AskText, Fold, Mark, type MarkKind } from '../look/index';
import { useDesk } from '../session/index';
import { sayWithin, useSay } from '../words/index';
import ConditionRecord from './ConditionRecord.vue';
import TakePayment from './TakePayment.vue';

/** What is paid before the keys, the condition of the unit, the keys, and the days to keep. */
const props = defineProps<ChapterProps>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const goTo = useGoTo(() => props.file.reference);
const { showDate, showTime } = useShown();
const { send, problem, others, busy } = useSending();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const standing = computed(() => chargesStanding(props.file));
const owed = computed(() => owedOf(props.file));
const waived = computed(() => waivedFees(props.file));
const ended = computed(() => cameToNothing(props.file.stage));
const back = computed(() => givenBackOf(props.file));
const open = computed(() => props.file.receipts.some(({ state }) => isOpenOrder(state)));
const PAID: Record<Receipt['state'], { word: string; mark: MarkKind }> = {
  ordered: { word: 'on its way', mark: 'waiting' },
  unknown: { word: 'not known yet; the bank is asked until it says', mark: 'waiting' },
  done: { word: 'done', mark: 'settled' },
  failed: { word: 'refused', mark: 'blocked' },
  differs: { word: 'another sum than was ordered; settle it with the bank', mark: 'blocked' },
};
const KEPT = { kept: 'kept in any case', unlessDecided: 'back unless somebody decided', givenBack: 'back if nothing is let' } as const;

const settling = ref<{ receipt: Receipt; outcome: 'madeRight' | 'returned' } | null>(null);
const settleOpen = computed({ get: () => settling.value !== null, set: (is) => (settling.value = is ? settling.value : null) });
const settle = (word: string) => editing.act(`/receipts/${settling.value?.receipt.id ?? ''}/settle`, { outcome: settling.value?.outcome, word });

const reason = ref('');
const overCounter = ref('');
const cameOver = computed(() => props.file.receipts.some(({ way, direction, state }) => way === 'counter' && direction === 'in' && state === 'done'));
const giveBack = () => send('back', '/receipts/back', { reason: reason.value.trim(), overCounter: overCounter.value.trim() || null });

const handover = computed(() => props.file.handover);
const receivers = computed(() => answerersOf(props.file).map((person) => ({ value: person.id, label: personName(person) })));
const chosen = ref('');
const to = computed({ get: () => chosen.value || (receivers.value[0]?.value ?? ''), set: (value: string) => (chosen.value = value) });
const keys = ref('2');
const wholeKeys = computed(() => (/^\d{1,2}$/.test(keys.value) && Number(keys.value) > 0 ? Number(keys.value) : null));
const bar = computed(() => (desk.me ? barToRelease(props.file, desk.me.id) : null));
const waits = computed(() => props.path.now.find(({ key }) => key !== 'handover:keys')?.what ?? null);
const handing = ref(false);
const sendingBack = ref(false);
const happens = computed(() => [
  { what: 'Keys', to: `${wholeKeys.value ?? '—'} to ${receivers.value.find(({ value }) => value === to.value)?.label ?? '—'}` },
  { what: 'Unit', to: `${props.file.unit?.unit.label ?? '—'} is let from ${showDate(props.file.unit?.startsOn ?? null)}` },
  { what: 'Condition record', to: 'sealed as both signed it' },
  { what: 'Told', to: `everybody who applied: “${props.file.product.words.completed.subject}”` },
]);
const handOver = () => editing.act('/keys', { keys: wholeKeys.value, to: to.value });

const dates = computed(() => keyDatesOf(props.file));
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
          waits: bar.value ? say(bar.value) : waits.value ? sayWithin(say, waits.value) : null,
          run: () => (handing.value = true),
        },
      ]
    : [],
);
</script>

<template>
  <div>
    <section class="block" data-anchor="owed" tabindex="-1">
      <h2>{{ ended ? 'What was paid' : 'Paid before the keys' }}</h2>
      <p v-if="standing.charges.length === 0" class="note">What is charged follows from the unit, the rent and the term.</p>
      <v-table v-else-if="!ended" class="sheet mt-2">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Due</th>
            <th scope="col">If nothing is let</th>
            <th scope="col" class="figure">Amount</th>
            <th scope="col" class="figure">Paid</th>
            <th scope="col" class="figure">Owed</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="charge in standing.charges" :key="charge.key">
            <td>
              <Fold>
                <template #title>
                  <span><Mark :kind="charge.owed === 0 ? 'settled' : charge.paid > 0 ? 'partly' : 'open'" /> {{ say(charge.label) }}</span>
                </template>
                <p class="soft text-small">{{ say(charge.why) }}</p>
                <TermLines :terms="charge.terms" :currency="file.pack.currency" open @go="goTo" />
              </Fold>
            </td>
            <td>{{ charge.dueOn ? showDate(charge.dueOn) : say(chargeDue(charge)) }}</td>
            <td class="soft text-small">{{ KEPT[charge.back] }}</td>
            <td class="figure">{{ money(charge.amount) }}</td>
            <td class="figure">{{ charge.paid > 0 ? money(charge.paid) : '—' }}</td>
            <td class="figure">
              <b>{{ charge.owed > 0 ? money(charge.owed) : '—' }}</b>
            </td>
          </tr>
        </tbody>
      </v-table>
      <p v-if="!ended && standing.charges.length > 0" class="sum-line">
        <b>Still owed</b><b>{{ money(owed) }}</b>
      </p>
      <p v-for="fee in waived" :key="fee.label" class="soft">Waived: {{ fee.label }} ({{ fee.reason }}).</p>

      <template v-if="file.receipts.length > 0">
        <h3 class="mt-3">Payments</h3>
        <ul class="lines">
          <li v-for="receipt in file.receipts" :key="receipt.id">
            <span>
              <Mark :kind="PAID[receipt.state].mark" />
              {{ receipt.direction === 'in' ? '' : 'Back: ' }}<b>{{ money(receipt.amount) }}</b> {{ `${RECEIPT_WAY_LABEL[receipt.way].toLowerCase()} `
              }}<span v-if="receipt.reference" class="mono">{{ receipt.reference }}</span> from {{ receipt.payer }}
              <span class="soft">{{ showTime(receipt.at) }}, {{ receipt.by }}</span>
            </span>
            <span :class="{ wrong: receipt.state === 'failed' || receipt.state === 'differs' }">
              {{ PAID[receipt.state].word }}{{ receipt.problem ? ` (${receipt.problem})` : '' }}
              <template v-if="receipt.state === 'differs' && desk.may('receipt.giveBack')">
                <v-btn size="small" @click="settling = { receipt, outcome: 'madeRight' }">The bank made it right …</v-btn>
                <v-btn size="small" @click="settling = { receipt, outcome: 'returned' }">It came back …</v-btn>
              </template>
            </span>
          </li>
        </ul>
      </template>
      <TakePayment v-if="!ended && owed > 0 && !open && desk.may('receipt.take')" :file="file" :owed="owed" class="mt-3" />
      <div v-if="ended && back.back > 0" class="mt-3">
        <p>
          Of what was paid <b>{{ money(back.back) }}</b> goes back where it came from<template v-if="back.keeps > 0">; {{ money(back.keeps) }} is kept</template
          >.
        </p>
        <ul class="facts">
          <li v-for="kept in back.kept" :key="say(kept.label)">{{ money(kept.amount) }}, {{ say(kept.label) }}: {{ say(kept.why) }}</li>
        </ul>
        <div v-if="desk.may('receipt.giveBack') && !open" class="fields mt-2" style="--across: 3">
          <AskText v-model="reason" label="Why" />
          <AskText
            v-if="cameOver"
            v-model="overCounter"
            label="Number of the receipt over the counter"
            :error="others.find(({ path }) => path === 'overCounter')?.message"
          />
          <p class="row-actions">
            <v-btn variant="flat" :loading="busy === 'back'" :disabled="reason.trim().length < 3" @click="giveBack">Give back {{ money(back.back) }}</v-btn>
            <span v-if="reason.trim().length < 3" class="soft">waits for: why</span>
          </p>
        </div>
        <p v-else-if="!desk.may('receipt.giveBack')" class="soft"><Mark kind="waiting" /> A completer gives it back.</p>
      </div>
      <p v-if="problem" class="wrong mt-2" role="alert">{{ problem }}</p>
    </section>

    <ConditionRecord v-if="file.stage === 'completing' || file.stage === 'done'" :file="file" />

    <section v-if="file.stage === 'completing' || handover.keysAt" class="block">
      <h2>The keys</h2>
      <p v-if="handover.keysAt" data-anchor="keys" tabindex="-1">
        <Mark kind="settled" /> {{ handover.keys }} keys to {{ handover.keysTo }}, {{ showTime(handover.keysAt) }}, by {{ handover.keysBy }}.
      </p>
      <div v-else data-anchor="keys" tabindex="-1">
        <template v-if="hands">
          <div class="fields" style="--across: 4">
            <AskChoice v-model="to" label="To" :items="receivers" />
            <AskText v-model="keys" label="How many keys" inputmode="numeric" :error="wholeKeys === null ? 'A whole number' : undefined" />
          </div>
          <p class="row-actions mt-2">
            <v-btn variant="flat" :prepend-icon="mdiKeyOutline" :disabled="bar !== null || waits !== null || wholeKeys === null" @click="handing = true">{{
              file.product.words.release
            }}</v-btn>
            <v-btn :disabled="bar !== null" @click="sendingBack = true">Send back with a question …</v-btn>
            <span v-if="bar" class="soft">{{ say(bar) }}</span>
            <span v-else-if="waits" class="soft">waits for: {{ sayWithin(say, waits) }}</span>
          </p>
        </template>
        <p v-else class="soft"><Mark kind="waiting" /> A completer hands over the keys, somebody who neither prepared nor approved the file.</p>
      </div>
    </section>

    <section v-if="dates.length > 0 && !ended" class="block" data-anchor="dates" tabindex="-1">
      <div class="chapter-head">
        <h2>Days to keep</h2>
        <v-btn size="small" variant="text" :prepend-icon="mdiCalendarOutline" :href="`${editing.url}/key-dates.ics`">Download (ICS)</v-btn>
      </div>
      <ul class="lines">
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
      v-model="settleOpen"
      title="Settled with the bank"
      :text="
        settling?.outcome === 'madeRight' ? 'The bank took what was ordered after all: it counts as paid.' : 'The bank gave it back: it counts as refused.'
      "
      label="What the bank said"
      confirm="Keep it so"
      :run="settle"
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
