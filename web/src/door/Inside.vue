<script setup lang="ts">
import type { DoorView } from '@cavren/contract';
import { dayInWords } from '@cavren/core';
import { computed, nextTick, ref } from 'vue';
import { api, isSignedOut, messageOf } from '../api/index';
import { fetchedPart, AskText, PickFile, SQUARE } from '../look/index';
import SignFlow from './SignFlow.vue';

const props = defineProps<{ view: DoorView }>();
const emit = defineEmits<{ change: [view: DoorView]; leave: []; ended: [] }>();
const problem = ref('');
const sending = ref('');
/** What was signed before that which is signed now. */
const earlier = computed(() => props.view.sealed.filter(({ document }) => document !== props.view.signing?.document));
const signing = ref(false);
/** Kept by this tab: a page that is loaded again, or comes back from the phone’s messages, is where it was. */
const FILLING = 'cavren-door-filling';
const filling = ref(sessionStorage.getItem(FILLING) !== null);
const handedIn = ref(false);
const thanks = ref<HTMLElement | null>(null);
function fill(open: boolean): void {
  filling.value = open;
  if (open) sessionStorage.setItem(FILLING, 'yes');
  else sessionStorage.removeItem(FILLING);
}
async function handed(): Promise<void> {
  handedIn.value = true;
  fill(false);
  await nextTick();
  window.scrollTo({ top: 0 });
  thanks.value?.focus();
}
const OwnDetails = fetchedPart(() => import('./OwnDetails.vue'));
const HealthFlow = fetchedPart(() => import('./HealthFlow.vue'));
const Letting = fetchedPart(() => import('./Letting.vue'));
const RoundCard = fetchedPart(() => import('./RoundCard.vue'));
/** While questions about one's health are answered; what came of them is read anew afterwards. */
const asked = ref(false);
async function leaveHealth(): Promise<void> {
  asked.value = false;
  try {
    emit('change', await api.get<DoorView>('/api/door/me'));
  } catch (error) {
    fail(error);
  }
}
const PAPER_WORD: Record<string, string> = { received: 'we look at it', accepted: 'accepted', sentBack: 'please send another' };
const day = (value: string): string => dayInWords(value, Intl.DateTimeFormat().resolvedOptions().timeZone);

/** Whoever was away too long comes in again, and is where they were. */
function fail(error: unknown): void {
  if (isSignedOut(error)) emit('ended');
  else problem.value = messageOf(error);
}
async function sendPaper(conditionKey: string, file: File | undefined): Promise<void> {
  if (!file) return;
  sending.value = conditionKey;
  problem.value = '';
  const form = new FormData();
  form.set('conditionKey', conditionKey);
  form.set('file', file);
  try {
    emit('change', await api.post<DoorView>('/api/door/papers', form));
  } catch (error) {
    fail(error);
  } finally {
    sending.value = '';
  }
}
const nameOfConsent = ({ personId, kind }: DoorView['consents'][number]): string => `${personId} ${kind}`;
const takingBack = ref('');
const busy = ref(false);
const takenBack = computed(() => props.view.consents.find((consent) => nameOfConsent(consent) === takingBack.value) ?? null);
async function takeBack({ kind, personId }: DoorView['consents'][number]): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    emit('change', await api.post<DoorView>('/api/door/consents/withdraw', { kind, personId }));
    takingBack.value = '';
  } catch (error) {
    fail(error);
  } finally {
    busy.value = false;
  }
}
const NOTICE: Record<DoorView['notices'][number]['kind'], string> = {
  declined: 'Why we can’t offer it, and your rights',
  stopped: 'Your application doesn’t go on',
  counterOffer: 'What we offer you instead',
  incomplete: 'What is missing',
  withdrawn: 'Your application is withdrawn',
  lapsed: 'Our offer has run out',
  undone: 'We look at it again',
  replacement: 'To your former insurer',
  assistance: 'What you are given towards your premium',
  roundPlace: 'Your place on the list',
  roundOffer: 'The home that we offer you',
  roundLeft: 'Your place on the list is given up',
};
const refusing = ref(false);
/** Whether something of the letting waits for them: money, or their name under the condition record. */
const needsLetting = computed(() => {
  const { lease } = props.view;
  return lease !== null && (lease.asked || (lease.record?.open === true && !lease.record.mine));
});
const newFact = ref('');
async function tell(path: string, body: object): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    emit('change', await api.post<DoorView>(path, body));
    refusing.value = false;
    newFact.value = '';
  } catch (error) {
    fail(error);
  } finally {
    busy.value = false;
  }
}
const answerOffer = (answer: 'accept' | 'refuse'): Promise<void> => tell('/api/door/offer', { answer, offerId: props.view.offer?.id });
const readAssistance = (): Promise<void> => tell('/api/door/assistance/read', { resultId: props.view.assistance?.resultId });
const appeal = (): Promise<void> => tell('/api/door/appeal', { what: newFact.value.trim() });
function take(next: DoorView): void {
  emit('change', next);
  if (next.signing?.state === 'signed') signing.value = false;
}
</script>

<template>
  <SignFlow v-if="signing && view.signing?.state === 'yours'" :view="view" @change="take" @back="signing = false" @ended="emit('ended')" />
  <OwnDetails
    v-else-if="filling && view.details"
    :view="view"
    :details="view.details"
    @change="take"
    @back="fill(false)"
    @handed="handed"
    @ended="emit('ended')"
  />
  <HealthFlow v-else-if="asked" @back="leaveHealth" @ended="emit('ended')" />
  <div v-else class="stack">
    <p class="soft">
      {{ view.product }} · file
      <span class="mono">{{ view.reference }}</span>
    </p>
    <h1>{{ view.name }}</h1>
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>

    <section v-if="handedIn" class="note lichen" role="status">
      <h2 ref="thanks" tabindex="-1">Thank you, {{ view.name.split(' ')[0] }}</h2>
      <p>
        We have what you gave us. An officer looks at it next, usually within two working days, and calls or writes to you when we need more, or when your
        agreement is ready.
      </p>
      <p>To correct something, call us: we change it with you, or open this page for you again.</p>
    </section>
    <section v-if="view.outcome === 'done'" class="note lichen">
      <h2>All done</h2>
      <p v-if="view.paidOut">
        {{ view.paidOut.amount }} of your loan was paid out on {{ day(view.paidOut.at) }} to the account ending {{ view.paidOut.accountTail }}.
      </p>
    </section>
    <section v-else-if="view.outcome === 'declined'" class="card">
      <h2>We can’t offer you this</h2>
      <template v-if="view.declineReasons.length > 0">
        <p>The principal reasons:</p>
        <ul>
          <li v-for="reason in view.declineReasons" :key="reason">{{ reason }}</li>
        </ul>
        <p class="soft">You may ask us for the information that we used, within 60 days. Call us, or come to the counter.</p>
      </template>
      <template v-if="view.appealUntil">
        <h3>What you can do</h3>
        <p>
          If something has changed, or we got something wrong, tell us by {{ day(view.appealUntil) }}. You can then send papers here, and somebody else looks at
          it again.
        </p>
        <form class="stack" @submit.prevent="appeal">
          <AskText v-model="newFact" label="What is new" :rows="3" maxlength="1000" />
          <v-btn type="submit" variant="flat" :disabled="newFact.trim().length < 3" :loading="busy">Ask us to look again</v-btn>
        </form>
      </template>
    </section>
    <p v-else-if="view.outcome !== 'open'" class="card">This application has ended.</p>

    <section v-if="view.policy" class="card" :class="{ 'note lichen': !view.policy.ended }">
      <h2>{{ view.policy.ended ? 'Your policy has ended' : 'Your policy' }}</h2>
      <dl class="pairs">
        <dt>Number</dt>
        <dd class="mono">{{ view.policy.number }}</dd>
        <dt>In force</dt>
        <dd>{{ day(view.policy.startsOn) }} to {{ day(view.policy.endsOn) }}</dd>
      </dl>
      <p v-if="view.policy.freeLookUntil && !view.policy.ended">
        You can give it back until {{ day(view.policy.freeLookUntil) }}, and have all that you paid. Call us, or write.
      </p>
      <p class="d-flex flex-wrap ga-2">
        <v-btn href="/api/door/policy/schedule" target="_blank" rel="noopener">Open my policy</v-btn>
        <v-btn v-if="view.policy.cards" href="/api/door/policy/cards" target="_blank" rel="noopener">My card</v-btn>
      </p>
    </section>

    <section v-if="view.offer" class="card iris">
      <h2>{{ view.offer.mine === 'accept' ? 'You accepted our offer' : view.offer.kind === 'changed' ? 'We offer you this instead' : 'Our offer' }}</h2>
      <dl class="pairs">
        <template v-for="term in view.offer.terms" :key="term.label">
          <dt>{{ term.label }}</dt>
          <dd>{{ term.value }}</dd>
        </template>
      </dl>
      <template v-if="view.offer.reasons.length > 0">
        <p>Why not as you asked:</p>
        <ul>
          <li v-for="reason in view.offer.reasons" :key="reason">{{ reason }}</li>
        </ul>
      </template>
      <template v-if="view.offer.conditions.length > 0">
        <p>On these conditions:</p>
        <ul>
          <li v-for="condition in view.offer.conditions" :key="condition.text">{{ condition.text }}{{ condition.met ? ' (met)' : '' }}</li>
        </ul>
      </template>
      <template v-if="view.offer.open && view.offer.mine === null">
        <p>
          You can answer until {{ day(view.offer.until) }}.
          {{ view.line === 'insurance' ? 'With your yes we collect the first premium, and issue your policy.' : 'Nothing is agreed before you sign.' }}
        </p>
        <p class="d-flex flex-wrap ga-2">
          <v-btn variant="flat" :loading="busy" @click="answerOffer('accept')">Accept the offer</v-btn>
          <v-btn variant="text" @click="refusing = true">I don’t want it</v-btn>
        </p>
        <div v-if="refusing" class="stack" role="group" aria-label="Refuse the offer">
          <p>Your application then ends. You can apply again at any time.</p>
          <p class="d-flex flex-wrap ga-2">
            <v-btn color="error" :loading="busy" @click="answerOffer('refuse')">Refuse the offer</v-btn>
            <v-btn variant="text" @click="refusing = false">Keep thinking</v-btn>
          </p>
        </div>
      </template>
      <p v-else-if="view.offer.waitsFor.length > 0">We wait for the answer of {{ view.offer.waitsFor.join(' and ') }}.</p>
    </section>

    <section v-if="view.signing?.state === 'yours'" class="card iris">
      <h2>Your {{ view.signing.document }} waits for your signature</h2>
      <p>{{ view.signing.title }}. It takes about five minutes.</p>
      <v-btn variant="flat" @click="signing = true">Read and sign</v-btn>
    </section>
    <section v-else-if="view.signing" class="card iris">
      <h2>{{ view.signing.title }}</h2>
      <p v-if="view.signing.complete">Signed by everyone. It stays here for as long as we keep your file.</p>
      <p v-else-if="view.signing.state === 'signed'">You have signed. {{ view.signing.waitingFor ? `We wait for ${view.signing.waitingFor}.` : '' }}</p>
      <p v-else>{{ view.signing.waitingFor ?? 'Somebody' }} signs before you. You get a message when it is your turn.</p>
      <v-btn v-if="view.signing.state === 'signed'" :href="`/api/door/agreement?document=${view.signing.document}`" target="_blank" rel="noopener"
        >Open the {{ view.signing.document }}</v-btn
      >
    </section>
    <p v-for="one in earlier" :key="one.document" class="soft">
      You signed: <a :href="`/api/door/agreement?document=${one.document}`" target="_blank" rel="noopener">{{ one.title }}</a>
    </p>

    <RoundCard v-if="view.round" :round="view.round" :day="day" :busy="busy" @answer="(body) => tell('/api/door/round/answer', body)" />
    <Letting v-if="view.lease" :view="view" :lease="view.lease" :day="day" @change="take" @ended="emit('ended')" @fill="fill(true)" />
    <section v-if="view.health !== 'none'" class="card">
      <h2>About your health</h2>
      <p v-if="view.health === 'open'">
        Some questions are still to be answered. It takes about three minutes, and only whoever weighs your application reads it.
      </p>
      <p v-else-if="view.health === 'barred'">By what you said this cover isn’t open to you now. See what else is.</p>
      <p v-else>You have answered everything.</p>
      <v-btn :variant="view.health === 'open' ? 'flat' : 'outlined'" @click="asked = true">{{
        view.health === 'open' ? 'Answer the questions' : 'See what I said'
      }}</v-btn>
    </section>
    <section v-if="view.assistance" class="card">
      <h2>What you are given towards your premium</h2>
      <p>Up to <b>{{ view.assistance.most }}</b> a month.</p>
      <ul>
        <li v-for="line in view.assistance.lines" :key="line">{{ line }}</li>
      </ul>
      <p v-if="view.assistance.readAt" class="soft">You read this on {{ day(view.assistance.readAt) }}.</p>
      <v-btn v-else variant="flat" :loading="busy" @click="readAssistance">I have read this</v-btn>
    </section>
    <section v-if="view.plans" class="card">
      <h2>Your plan</h2>
      <p v-if="view.plans.bar">{{ view.plans.bar }}</p>
      <p v-else class="soft">For everybody covered, paid {{ view.plans.mode }}. You can choose another until you sign.</p>
      <article v-for="plan in view.plans.choices" :key="plan.code" class="stack plan">
        <h3>{{ plan.label }}{{ plan.each ? `: ${plan.each}` : '' }}</h3>
        <p>{{ plan.says }}</p>
        <p v-if="plan.leavesOut.length > 0" class="soft">Leaves out: {{ plan.leavesOut.join('; ') }}.</p>
        <p v-if="plan.chosen"><b>You chose this one.</b></p>
        <v-btn v-else-if="!view.plans.bar" :aria-label="`Choose ${plan.label}`" :loading="busy" @click="tell('/api/door/plan', { plan: plan.code })"
          >Choose this plan</v-btn
        >
      </article>
    </section>
    <section v-if="view.details" class="card">
      <h2>Your details</h2>
      <p>
        {{
          view.details.missing.length === 0
            ? 'You have given everything that we need now.'
            : `${view.details.missing.length} ${view.details.missing.length === 1 ? 'thing is' : 'things are'} still missing.`
        }}
      </p>
      <v-btn variant="flat" @click="fill(true)">Fill in my details</v-btn>
    </section>
    <section v-if="view.tasks.length > 0" class="stack">
      <h2>What we need from you</h2>
      <article v-for="task in view.tasks" :key="task.key" class="card">
        <div>
          <b>{{ task.what }}</b>
          <p class="soft">{{ task.why }} Please send one of:</p>
          <ul class="soft">
            <li v-for="way in task.acceptable" :key="way">{{ way }}</li>
          </ul>
        </div>
        <PickFile
          v-if="task.conditionKey"
          :label="`Photo or file: ${task.what}`"
          :says="sending === task.conditionKey ? 'Sending …' : 'Photo or file'"
          :busy="sending === task.conditionKey"
          @picked="sendPaper(task.conditionKey, $event[0])"
        />
      </article>
    </section>
    <v-alert
      v-else-if="
        view.outcome === 'open' &&
        view.signing?.state !== 'yours' &&
        !view.details &&
        view.health !== 'open' &&
        !(view.offer?.open && view.offer.mine === null) &&
        !view.round?.offer &&
        !needsLetting
      "
      class="note lichen"
      role="note"
    >
      We need nothing from you at the moment.
    </v-alert>

    <section v-if="view.notices.length > 0" class="card">
      <h2>Letters from us</h2>
      <ul>
        <li v-for="notice in view.notices" :key="notice.id">
          <a :href="`/api/door/notices/${notice.id}`" target="_blank" rel="noopener">{{ NOTICE[notice.kind] }}</a>, {{ day(notice.madeAt) }}
        </li>
      </ul>
    </section>
    <section v-if="view.costs" class="card">
      <h2>What it costs</h2>
      <p>{{ view.costs.payment }} a month, {{ view.costs.total }} in all.</p>
      <v-btn href="/api/door/costs" target="_blank" rel="noopener">Open the costs sheet</v-btn>
    </section>

    <section class="card">
      <h2>Where it stands</h2>
      <ol class="plain">
        <li
          v-for="step in view.steps"
          :key="step.label"
          class="d-flex align-center ga-3 py-1"
          :class="{ 'font-weight-bold': step.state === 'now' }"
          :aria-current="step.state === 'now' ? 'step' : undefined"
        >
          <span class="border-md rounded-sm pa-1" :class="SQUARE[step.state]" aria-hidden="true" />
          {{ step.label }}
          <span class="soft ms-auto">{{ step.state === 'past' ? 'done' : step.state === 'now' && view.outcome === 'open' ? 'now' : '' }}</span>
        </li>
      </ol>
    </section>
    <section v-if="view.papers.length > 0" class="card">
      <h2>Papers you sent</h2>
      <ul class="papers">
        <li v-for="paper in view.papers" :key="paper.id">
          <a :href="`/api/door/papers/${paper.id}/content`" target="_blank" rel="noopener">{{ paper.name }}</a>, {{ PAPER_WORD[paper.state] ?? paper.state
          }}{{ paper.reason ? `. ${paper.reason}` : '' }}
        </li>
      </ul>
      <PickFile
        v-for="{ conditionKey, what } in view.underway"
        :key="conditionKey"
        :label="`Another page or side: ${what}`"
        :says="sending === conditionKey ? 'Sending …' : `Another page or side: ${what}`"
        :busy="sending === conditionKey"
        @picked="sendPaper(conditionKey, $event[0])"
      />
    </section>
    <section v-if="view.consents.length > 0" class="card">
      <h2>What you agreed to</h2>
      <ul>
        <li v-for="consent in view.consents" :key="nameOfConsent(consent)">
          {{ consent.label }}{{ consent.of ? `, for ${consent.of}` : '' }}, {{ day(consent.givenAt) }}
          <v-btn variant="text" @click="takingBack = nameOfConsent(consent)">Take it back</v-btn>
        </li>
      </ul>
      <div v-if="takenBack" class="note ember stack" role="alertdialog" :aria-label="`Take back: ${takenBack.label}`">
        <p>
          You take back: <b>{{ takenBack.label }}{{ takenBack.of ? `, for ${takenBack.of}` : '' }}</b>. We stop what we do by it, and an officer calls you:
          without it your application may have to end.
        </p>
        <div class="d-flex flex-wrap ga-3">
          <v-btn variant="flat" :loading="busy" @click="takeBack(takenBack)">Yes, take it back</v-btn>
          <v-btn @click="takingBack = ''">Leave it</v-btn>
        </div>
      </div>
    </section>
    <v-btn variant="text" @click="emit('leave')">Leave this page</v-btn>
  </div>
</template>
