<script setup lang="ts">
import {
  barToRelease,
  mayGiveBack,
  moneyIn,
  paidFor,
  parseDate,
  paymentBar,
  settlementOn,
  termsOf,
  yearsOf,
  type EndedBy,
  type FileState,
  type Path,
} from '@cavren/core';
import { computed, ref } from 'vue';
import { ReasonDialog } from '../acts/index';
import { TermLines } from '../affordability/index';
import { useEditing, useSending, useShown } from '../file/index';
import { AskChoice, AskText, Fold, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { sayWithin, useSay } from '../words/index';
import PolicyChanges from './PolicyChanges.vue';

/** The first premium, the issue of the policy, its papers, and its end with what comes back. */
const props = defineProps<{ file: FileState; path: Path }>();
const say = useSay();
const desk = useDesk();
const editing = useEditing();
const { showDate, showTime } = useShown();
const { send, problem, busy } = useSending();
const sendingBack = ref(false);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const policy = computed(() => props.file.policy);
const terms = computed(() => termsOf(props.file, editing.today.value));
const bar = computed(() => (desk.me ? barToRelease(props.file, desk.me.id) : null));
const waits = computed(() => props.path.now.find(({ key }) => !key.startsWith('policy:'))?.what ?? null);
const before = computed(() => props.file.product.cover?.policy.firstPremium === 'before');
const collects = computed(() => policy.value?.paidAt == null && (before.value || policy.value?.state === 'issued'));
const issues = computed(
  () => (policy.value === null || policy.value.state === 'none' || policy.value.state === 'rejected') && (!before.value || policy.value?.paidAt != null),
);
const ORDER_WORD = {
  ordered: 'on its way to the bank',
  unknown: 'what the bank did isn’t known yet; it is asked until it says',
  done: 'paid',
  failed: 'the bank refused it',
  differs: 'the bank did something else; settle it with the bank',
} as const;
const inForce = computed(() => policy.value?.state === 'issued' && policy.value.paidAt !== null);
const by = ref<EndedBy>('insured');
const on = ref('');
const reason = ref('');
const WAYS = computed(() => [
  { value: 'insured' as const, label: 'Whoever is insured' },
  { value: 'insurer' as const, label: 'Quillhaven' },
  ...(policy.value && mayGiveBack(policy.value, editing.today.value) ? [{ value: 'freeLook' as const, label: 'Given back in time' }] : []),
]);
/** A day of the term, the first where that lies ahead. */
const nearest = computed(() => (policy.value && policy.value.startsOn > editing.today.value ? policy.value.startsOn : editing.today.value));
const day = computed(() => (on.value === '' ? nearest.value : parseDate(on.value, props.file.pack.dateOrder, editing.today.value)));
const settlement = computed(() => {
  const of = policy.value;
  if (!of || !day.value || day.value < of.startsOn || day.value > of.endsOn) return null;
  return settlementOn(
    { years: yearsOf(props.file), paid: paidFor(props.file), startsOn: of.startsOn, endsOn: of.endsOn },
    day.value,
    by.value,
    props.file.product.cover?.policy.shortRate ?? null,
  );
});
const end = () => send('end', '/policy/end', { on: day.value, by: by.value, reason: reason.value });
const ENDED = {
  freeLook: 'given back',
  insured: 'ended by whoever is insured',
  insurer: 'ended by Quillhaven',
  lapsed: 'lapsed, since its first premium did not come',
} as const;
</script>

<template>
  <div>
    <p data-anchor="policy" tabindex="-1" class="row-actions">
      <b v-if="policy?.number">Policy <span class="mono">{{ policy.number }}</span></b>
      <b v-else>The policy</b>
      <span v-if="policy?.state === 'ended'"><Mark kind="none" /> {{ ENDED[policy.endedBecause ?? 'insured'] }} on {{ showDate(policy.endedOn) }}</span>
      <span v-else-if="policy?.state === 'issued'"><Mark kind="settled" /> issued {{ showTime(policy.issuedAt) }}</span>
      <span v-else-if="policy?.state === 'ordered'" role="status"><Mark kind="waiting" /> {{ policy.problem ?? 'at the issuing system' }}</span>
      <span v-else-if="policy?.state === 'rejected'" class="wrong"><Mark kind="blocked" /> the issuing system doesn’t take it</span>
      <span v-else class="soft"><Mark kind="open" /> not issued yet</span>
    </p>
    <dl v-if="terms || policy" class="pairs mt-2">
      <dt>In force</dt>
      <dd>{{ showDate(policy?.startsOn ?? terms?.startsOn ?? null) }} to {{ showDate(policy?.endsOn ?? terms?.endsOn ?? null) }}</dd>
      <dt>First premium</dt>
      <dd>
        {{ money(policy?.premium ?? terms?.first ?? 0) }}
        <span v-if="policy?.paidAt"><Mark kind="settled" /> collected {{ showTime(policy.paidAt) }}</span>
        <span v-else-if="policy?.order" :class="{ wrong: policy.order.state === 'failed' || policy.order.state === 'differs' }">
          {{ ORDER_WORD[policy.order.state] }}{{ policy.order.problem ? ` (${policy.order.problem})` : '' }}
        </span>
      </dd>
      <dt>All payments of the term</dt>
      <dd>{{ money(policy?.year ?? terms?.year ?? 0) }}</dd>
      <template v-if="policy?.freeLookUntil">
        <dt>Can be given back</dt>
        <dd>until {{ showDate(policy.freeLookUntil) }}</dd>
      </template>
      <template v-if="policy?.refund != null">
        <dt>Comes back</dt>
        <dd>{{ money(policy.refund) }}{{ policy.refundOrder ? `, ${ORDER_WORD[policy.refundOrder.state]}` : '' }}</dd>
      </template>
    </dl>
    <ul v-if="policy?.state === 'rejected'" class="facts plain wrong">
      <li v-for="fault in policy.faults" :key="fault.field + fault.what">{{ fault.what }}</li>
    </ul>
    <p v-if="policy?.number" class="row-actions mt-2">
      <a :href="`${editing.url}/policy/schedule`" target="_blank" rel="noopener">Schedule and terms (PDF)</a>
      <a v-if="file.covers.length > 0" :href="`${editing.url}/policy/cards`" target="_blank" rel="noopener">Cards (PDF)</a>
    </p>
    <div v-if="file.stage === 'completing' && !paymentBar(file)" class="row-actions mt-3">
      <template v-if="desk.may('policy.issue')">
        <v-btn
          v-if="collects"
          variant="flat"
          :disabled="bar !== null || waits !== null"
          :loading="busy === 'premium'"
          @click="send('premium', '/policy/premium', {})"
          >Collect {{ money(policy?.premium ?? terms?.first ?? 0) }}</v-btn
        >
        <v-btn
          v-if="issues"
          variant="flat"
          :disabled="bar !== null || waits !== null"
          :loading="busy === 'issue'"
          @click="send('issue', '/policy/issue', {})"
          >{{ file.product.words.release }}</v-btn
        >
        <v-btn v-if="policy?.state !== 'issued'" :disabled="bar !== null" @click="sendingBack = true">Send back with a question …</v-btn>
        <span v-if="bar" class="soft">{{ say(bar) }}</span>
        <span v-else-if="waits" class="soft">waits for: {{ sayWithin(say, waits) }}</span>
      </template>
      <span v-else class="soft"><Mark kind="waiting" /> A completer takes the first premium and issues the policy.</span>
    </div>
    <PolicyChanges v-if="inForce || file.policyChanges.length > 0" :file="file" />
    <Fold v-if="inForce" class="mt-3" title="If it ended">
      <div class="fields">
        <AskChoice v-model="by" label="By" :items="WAYS" />
        <AskText v-model="on" label="On" :hint="day ? `that is ${showDate(day)}` : 'a day of the term'" />
        <AskText v-model="reason" class="two" label="Why" />
      </div>
      <template v-if="settlement">
        <p class="mt-2">
          Kept <b>{{ money(settlement.earned) }}</b>, not used up {{ money(settlement.unearned) }};
          <template v-if="settlement.owed > 0"><b>{{ money(settlement.owed) }}</b> is still owed</template>
          <template v-else><b>{{ money(settlement.refund) }}</b> of {{ money(paidFor(file)) }} paid comes back</template>.
        </p>
        <TermLines :terms="settlement.terms" :currency="file.pack.currency" />
        <p v-if="desk.may('policy.end')" class="row-actions">
          <v-btn :loading="busy === 'end'" :disabled="reason.trim().length < 3" @click="end">End the policy, and pay back {{ money(settlement.refund) }}</v-btn>
          <span v-if="reason.trim().length < 3" class="soft">waits for: why it ends</span>
        </p>
      </template>
      <p v-else class="soft">Name a day between {{ showDate(policy?.startsOn ?? null) }} and {{ showDate(policy?.endsOn ?? null) }}.</p>
    </Fold>
    <ReasonDialog
      v-model="sendingBack"
      title="Send back with a question"
      :text="policy?.paidAt ? 'The premium that was paid goes back, and the file is decided again.' : 'The file goes back, and is decided again.'"
      label="What has to be put right"
      confirm="Send back"
      :run="(question: string) => editing.act('/policy/send-back', { question })"
    />
    <p v-if="problem" class="wrong mt-2" role="alert">{{ problem }}</p>
  </div>
</template>
