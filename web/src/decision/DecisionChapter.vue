<script setup lang="ts">
import {
  appealUntil,
  applicantsOf,
  barToAppeal,
  barToApprove,
  barToDecide,
  barToDecline,
  barToRelease,
  chargesStanding,
  CONDITION_STATE_LABEL,
  confirmedToAgree,
  costsOf,
  documentsOf,
  envelopeOf,
  currentCheck,
  evidenceExplained,
  fieldOf,
  inPercent,
  INTEREST_KIND_LABEL,
  lastDayOf,
  leaseTermsOf,
  lineTotals,
  underwritingOf,
  UNDERWRITTEN_LABEL,
  figureAbout,
  findingSubject,
  formatMoney,
  isApproved,
  isEnded,
  isSettled,
  occupancyOf,
  paymentBar,
  partInWords,
  payoutLines,
  personName,
  replacedIn,
  reasonsSaid,
  riskOf,
  ROLE_LABEL,
  SECURITY_KIND_LABEL,
  STAGE_LABEL,
  titleOf,
  waivedFees,
  wantedChecks,
  type CheckKind,
  type FilePerson,
  type Decision,
  type DecisionOutcome,
  type RiskLevel,
  type SecurityKind,
  type Words,
} from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { offerActs, ReasonDialog, WillHappen } from '../acts/index';
import { showFigure } from '../affordability/index';
import { api } from '../api/index';
import { type ChapterProps, useEditing, useSending, useShown } from '../file/index';
import { LettingsPart } from '../lettings/index';
import { AskText, Fold, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { describeEntry } from '../history/index';
import CalculationSheet from './CalculationSheet.vue';
import CounterForm from './CounterForm.vue';
import DeclineForm from './DeclineForm.vue';
import { isFigure, saidValue, sayWithin, useSay } from '../words/index';
import FigureRows from './FigureRows.vue';
import NoticesPart from './NoticesPart.vue';
import OfferPart from './OfferPart.vue';
import PayoutPart from './PayoutPart.vue';
import PolicyPart from './PolicyPart.vue';
import SensitivityTable from './SensitivityTable.vue';
import StatedPart from './StatedPart.vue';
import { linesIn } from './lines';

const say = useSay();

const { showDate, showTime } = useShown();
const props = defineProps<ChapterProps>();
const editing = useEditing();
/** The parts of a loan that is split. */
const parts = computed(() => (props.file.parts.length > 0 ? (costsOf(props.file, editing.today.value)?.parts ?? []) : []));
const desk = useDesk();
/** What is signed on the product's route, and how far that is. */
const signatures = computed(() => documentsOf(props.file).map((document) => ({ document, envelope: envelopeOf(props.file, document) })));
/** What is being filled in below the acts. */
const form = ref<'decline' | 'counter' | null>(null);
const conditions = ref('');
const lettingOn = ref(false);
const undoing = ref(false);
const stopping = ref(false);
const appealing = ref(false);
const stopReason = ref('');
const sending = useSending();
const { problem, busy } = sending;
const asking = ref(false);
const shownCalculation = ref<string | null>(null);
/** Figures that have a limit to be held against, and the others. */
const judged = computed(() => props.path.figures.figures.filter(({ limit }) => limit !== null));
const others = computed(() => props.path.figures.figures.filter(({ limit }) => limit === null));
/** Questions that the figures raised, with what was said to them. */
/** What is asked for, as the product asks it; of a loan also what it is for a part of. */
const requested = computed(() => {
  const { requestFields, costs, cover } = props.file.product;
  const fields = costs && !requestFields.some(({ field }) => field === 'price') ? [...requestFields, ...PRICED] : requestFields;
  return fields.flatMap(({ field, label }) => {
    const described = fieldOf('request', field);
    if (!described) return [];
    const value = (props.file.request as unknown as Record<string, unknown>)[field];
    const mode = field === 'premiumMode' ? cover?.modes.find(({ code }) => code === value)?.label : undefined;
    const result = props.file.assistanceResult?.figures;
    if (field === 'assistance' && result && value === 'asked') {
      const said = `${money(result.most)} a month at most, by ${money(result.income)} in ${String(result.year)}, ${inPercent(result.share)} of the guideline`;
      return [{ field, label, isFigure: false, said }];
    }
    const unit = field === 'termMonths' && value !== null ? ' months' : '';
    return [{ field, label, isFigure: isFigure(described), said: `${(mode ?? saidValue(described, value, props.file.pack)) || '—'}${unit}` }];
  });
});
const PRICED = [
  { field: 'price', label: 'Price' },
  { field: 'downPayment', label: 'Down payment' },
];
/** Who is covered for what, and what the underwriting made of it. */
const covered = computed(() =>
  props.file.covers.map((cover) => {
    const said = underwritingOf(props.file, cover);
    const plan = props.file.product.cover?.plans.find(({ code }) => code === cover.plan)?.label ?? '—';
    const person = props.file.people.find(({ id }) => id === cover.personId);
    const made = said
      ? [
          UNDERWRITTEN_LABEL[said.outcome].toLowerCase(),
          said.loading > 0 ? `${inPercent(said.loading)} more` : '',
          ...said.exclusions.map((what) => `without “${what}”`),
        ]
      : [];
    return {
      id: cover.id,
      who: person ? personName(person) : '—',
      what: props.file.product.cover?.benefit
        ? `${plan}, ${money(cover.benefit)} a month after ${cover.waitingDays ?? '—'} days, for ${cover.benefitMonths ?? '—'} months`
        : plan,
      underwritten: props.file.product.cover?.underwriting ? made.filter(Boolean).join(', ') || 'not underwritten yet' : '',
    };
  }),
);
/** What is let, for how long, to how many, and what is asked before the keys. */
const letting = computed((): { label: string; said: string; isFigure?: boolean }[] => {
  const { unit, product } = props.file;
  const terms = leaseTermsOf(props.file);
  if (!product.lease) return [];
  const { counted, most } = occupancyOf(props.file, editing.today.value);
  const { charges } = chargesStanding(props.file);
  const sum = (of: readonly { amount: number }[]): number => of.reduce((so, { amount }) => so + amount, 0);
  return [
    { label: 'Unit', said: unit ? `${unit.unit.label}, ${unit.unit.plan.label}` : '—' },
    ...(terms
      ? [{ label: 'Let until', said: `${showDate(lastDayOf(terms.endsOn))}${(props.file.request.freeMonths ?? 0) > 0 ? ', with a month free of rent' : ''}` }]
      : []),
    ...(product.lease.occupancy ? [{ label: 'Live there', said: `${counted.length} of ${most ?? '—'}` }] : []),
    { label: 'Deposit', said: money(sum(charges.filter(({ key }) => key.startsWith('deposit')))), isFigure: true },
    { label: 'All before the keys', said: money(sum(charges)), isFigure: true },
    ...waivedFees(props.file).map(({ label, reason }) => ({ label: `${label} waived`, said: reason ?? '' })),
  ];
});
/** Covers elsewhere that end for this one. */
const replaced = computed(() => replacedIn(props.file));
/** Lines of cover by their levels. */
const levels = computed(() => lineTotals(props.file, editing.today.value).levels);
const explained = computed(() =>
  props.file.explanations.map(({ subject, text }) => ({
    subject,
    text: text ?? '',
    what:
      props.path.figures.questions.find((question) => question.subject === subject)?.what ??
      evidenceExplained(props.file, subject) ??
      (subject.startsWith('twice:') ? 'Two debts look like one' : 'Figures that have changed since'),
  })),
);
const sendingBack = ref(false);
const answering = ref(false);
const currency = computed(() => props.file.pack.currency);
const money = (value: number | null): string => (value === null ? '—' : formatMoney(value as Parameters<typeof formatMoney>[0], { currency: currency.value }));
const myBar = computed(() => (desk.me ? barToDecide(props.file, desk.me.id) : null));
/** Who was paid. */
const paidLines = computed(() => payoutLines(props.file).filter(({ state }) => state.releasedAt !== null));
const releaseBar = computed(() => (desk.me ? barToRelease(props.file, desk.me.id) : null));
const blocking = computed(() => props.path.now.filter(({ key }) => key !== 'decision' && key !== 'decision:proposed'));
const open = computed(() => props.file.stage === 'deciding');
const question = computed(() => {
  const last = props.file.decisions.at(-1);
  return last?.outcome === 'sendBack' && last.answer === null ? last : null;
});
const RISK_LABEL: Record<RiskLevel, string> = { ordinary: 'Ordinary', raised: 'Raised', high: 'High' };
const OUTCOME: Record<DecisionOutcome, string> = {
  approve: 'Approved',
  counter: 'Offered otherwise',
  decline: 'Declined',
  sendBack: 'Sent back',
  recommend: 'Recommended',
  proposeDecline: 'Proposed to decline',
  goOn: 'Let go on',
  undo: 'Approval taken back',
  stop: 'Ended by compliance',
  appeal: 'Taken up again',
};
const reasonsOf = (decision: Pick<Decision, 'reasons' | 'other'>): string[] => reasonsSaid(props.file.product, decision);
/** An officer's proposal to decline that nobody has answered. */
const proposal = computed(() => {
  const last = props.file.decisions.at(-1);
  return last?.outcome === 'proposeDecline' ? last : null;
});
const offers = computed(() => props.file.product.route.includes('offering'));
const stopped = computed(() => props.file.decisions.at(-1)?.outcome === 'stop');
const appeals = computed(() => desk.may('appeal.take') && barToAppeal(props.file, editing.today.value) === null);
watch(
  stopped,
  async (is) => {
    stopReason.value = '';
    const last = props.file.decisions.at(-1);
    if (is && last && desk.may('file.stop'))
      stopReason.value = (await api.get<{ reason: string }>(`${editing.url}/decision/${last.id}/stop-reason`).catch(() => ({ reason: '' }))).reason;
  },
  { immediate: true },
);
/** Why this member of staff may not say yes alone; what they think of it goes up with the file. */
const beyond = computed(() => (desk.me && desk.may('decision.make') ? barToApprove(props.file, desk.me.authority, risk.value.level) : null));
const risk = computed(() => riskOf(props.file, props.path, editing.today.value));
const recommending = ref(false);
/** Why this member of staff can't say no to this file as it stands; an officer may be able to propose it. */
const noBar = computed(() => (desk.me ? barToDecline(props.file, desk.me) : null));
const declineProposes = computed(() => noBar.value !== null && desk.may('decline.propose'));

const releaseWaits = computed(() => props.path.now.filter(({ key }) => !key.startsWith('payout:release'))[0]?.what ?? null);

const told = computed(() => applicantsOf(props.file).map(personName).join(', '));
const approving = ref(false);
const releasing = ref(false);
const termLine = computed(() => {
  const { termMonths } = props.file.request;
  const payment = props.path.figures.figures.find(({ measure }) => measure === 'payment');
  const each = payment?.value != null ? `, ${showFigure(payment, currency.value)} a month` : '';
  return `${money(props.file.request.amount)}${termMonths === null ? '' : ` over ${termMonths} months`}${each}`;
});
const approvalHappens = computed(() => [
  { what: 'Approved', to: termLine.value },
  { what: 'Goes on to', to: STAGE_LABEL[props.path.next ?? 'done'].toLowerCase() },
  { what: 'Told', to: `${told.value}: “${props.file.product.words.approved.subject}”` },
]);
const releaseHappens = computed(() => {
  const { product } = props.file;
  const lines = payoutLines(props.file).filter(({ state }) => state.releasedAt === null);
  return [
    { what: 'Paid', to: `${money(lines.reduce((sum, { to }) => sum + to.amount, 0))}, once, by bank transfer` },
    ...lines.map(({ to, state }) => ({
      what: 'To',
      to: `${lines.length > 1 ? `${money(to.amount)} to ` : ''}${to.name ?? ''}, account ending ${to.account?.tail ?? ''}, verified ${showTime(state.verifiedAt)}`,
    })),
    { what: 'Told', to: `${told.value}: “${product.words.completed.subject}”, once the bank has paid` },
    { what: 'Final', to: 'a payment can’t be taken back here' },
  ];
});
/** What an act of this chapter waits for: that another person does it, or what still stands on the Path. */
const waitsOf = (bar: Words | null, standing: Words | null): string | null => (bar ? say(bar) : standing ? sayWithin(say, standing) : null);
interface DecidingAct {
  name: string;
  label: string;
  key: string | null;
  waits: string | null;
  first: boolean;
  no: boolean;
  run: () => void;
}
/** What this member of staff can do about the decision as the file stands. */
const acts = computed<DecidingAct[]>(() => {
  const { file } = props;
  if (isEnded(file.stage) || paymentBar(file)) return [];
  const mine = waitsOf(myBar.value, null);
  const decides = desk.may('decision.make');
  const made: (DecidingAct | null)[] = [
    open.value && decides
      ? {
          name: 'Approve',
          label: 'Approve',
          key: 'A',
          waits: waitsOf(myBar.value ?? beyond.value, blocking.value[0]?.what ?? null),
          first: beyond.value === null,
          no: false,
          run: () => (approving.value = true),
        }
      : null,
    open.value && decides && beyond.value
      ? { name: 'Recommend it', label: 'Recommend it', key: null, waits: mine, first: true, no: false, run: () => (recommending.value = true) }
      : null,
    open.value && decides && offers.value && file.product.amountIs === 'loan'
      ? { name: 'Offer otherwise', label: 'Offer otherwise', key: null, waits: mine, first: false, no: false, run: () => (form.value = 'counter') }
      : null,
    proposal.value && decides
      ? { name: 'Let it go on', label: 'Let it go on', key: null, waits: mine, first: !open.value, no: false, run: () => (lettingOn.value = true) }
      : null,
    isApproved(file) || (!desk.may('decline.make') && !desk.may('decline.propose'))
      ? null
      : declineProposes.value
        ? proposal.value
          ? null
          : { name: 'Propose to decline', label: 'Propose to decline', key: null, waits: null, first: false, no: true, run: () => (form.value = 'decline') }
        : { name: 'Decline', label: 'Decline', key: null, waits: waitsOf(noBar.value, null), first: false, no: true, run: () => (form.value = 'decline') },
    open.value && decides
      ? {
          name: 'Send back with a question',
          label: 'Send back with a question',
          key: null,
          waits: mine,
          first: false,
          no: false,
          run: () => (asking.value = true),
        }
      : null,
    isApproved(file) && decides
      ? { name: 'Take the approval back', label: 'Take the approval back', key: null, waits: mine, first: false, no: true, run: () => (undoing.value = true) }
      : null,
    desk.may('file.stop')
      ? { name: 'End without saying why', label: 'End without saying why', key: null, waits: null, first: false, no: true, run: () => (stopping.value = true) }
      : null,
  ];
  return made.filter((act) => act !== null);
});
offerActs(() => [
  ...acts.value.map(({ name, key, waits, run: begin }) => ({ name, key, waits, run: begin })),
  ...(props.file.stage === 'completing' && !props.file.product.lease && !paymentBar(props.file) && desk.may('payout.release')
    ? [
        {
          name: props.file.product.words.release,
          key: 'A',
          waits: waitsOf(releaseBar.value, releaseWaits.value),
          run: () => (releasing.value = true),
        },
      ]
    : []),
]);

const run = (key: string, at: string, body: object): Promise<boolean> => sending.send(key, at, body);
const answerException = (id: string, answer: string) => run(id, `/exceptions/${id}`, { answer });
const exceptionTitle = (subject: string): string => say(exceptionSubject(subject));
const exceptionSubject = (subject: string): Words =>
  figureAbout(props.path, subject)?.label ??
  props.path.conditions.find(({ key }) => subject === `condition:${key}`)?.title ??
  props.path.figures.questions.find((question) => subject === `income:${question.subject}`)?.what ??
  evidenceExplained(props.file, subject.replace(/^income:/, '')) ??
  confirmedWords(subject) ??
  subject;
/** What an officer confirmed against a register, with what it says. */
function confirmedWords(subject: string): string | null {
  const one = confirmedToAgree(props.file).find(({ finding }) => findingSubject(finding) === subject);
  if (!one) return null;
  const { label, stated, found } = one.finding;
  return `${say(label)} of ${personName(one.person)}: stated ${say(stated ?? 'nothing')}, the register has ${say(found ?? 'nothing')}`;
}
/** What was asked outside about each person and company of the file, and what came of it. */
const asked = computed(() => {
  const wanted = wantedChecks(props.file);
  return [...new Set(wanted.map(({ person }) => person))].map((person) => ({
    person,
    said: wanted
      .filter((one) => one.person === person)
      .map(({ rule }) => `${rule.label}: ${checkSaid(person, rule.kind)}`)
      .join(' · '),
  }));
});
function checkSaid(person: FilePerson, kind: CheckKind): string {
  const check = currentCheck(props.file, person, kind);
  if (!check) return 'not asked';
  if (check.state === 'waiting') return 'waiting';
  if (!isSettled(check)) return 'open';
  const [settled] = check.findings.filter(({ agrees, resolution }) => !agrees && resolution);
  return settled ? `settled by ${settled.resolvedBy ?? ''}: “${settled.reason ?? ''}”` : 'nothing against';
}
</script>

<template>
  <div>
    <section v-if="question" class="note ember block">
      <b>{{ question.by }} asks:</b>
      “{{ question.comment }}”
      <p v-if="desk.may('question.answer')"><v-btn size="small" variant="flat" :data-anchor="question.id" @click="answering = true">Answer</v-btn></p>
    </section>

    <section class="sheet block px-4 py-3" data-anchor="decide" tabindex="-1">
      <v-alert v-if="proposal" class="note ember mb-3" role="note">
        <b>{{ proposal.by }} proposes to decline</b>: {{ reasonsOf(proposal).join('; ')
        }}<span v-if="proposal.comment" class="soft"> “{{ proposal.comment }}”</span>
      </v-alert>
      <v-alert v-if="myBar && desk.may('decision.make') && !isEnded(file.stage)" class="note ember" role="note">{{ say(myBar) }}</v-alert>
      <div v-if="acts.length > 0" class="row-actions">
        <v-btn
          v-for="act in acts"
          :key="act.name"
          :variant="act.first ? 'flat' : 'outlined'"
          v-bind="{ ...(act.no ? { color: 'error' } : {}), ...(act.key ? { title: `Alt+${act.key}` } : {}) }"
          :disabled="act.waits !== null"
          @click="act.run"
        >
          {{ act.label }} …
        </v-btn>
        <span v-if="acts[0]?.waits && !myBar" class="soft">{{ acts[0].label.toLowerCase() }} waits for: {{ acts[0].waits }}</span>
      </div>
      <DeclineForm v-if="form === 'decline'" :file="file" :path="path" :proposes="declineProposes" :preset="proposal" @done="form = null" />
      <CounterForm v-if="form === 'counter'" :file="file" :path="path" :today="editing.today.value" @done="form = null" />
      <OfferPart v-if="file.offer && (file.stage === 'offering' || file.stage === 'signing')" :file="file" class="mt-2" />
      <PolicyPart v-if="file.product.cover && (file.stage === 'completing' || file.policy)" :file="file" :path="path" class="mt-2" />
      <p v-else-if="file.product.lease && (file.stage === 'completing' || file.stage === 'done')" class="row-actions">
        <Mark :kind="file.stage === 'done' ? 'settled' : 'waiting'" />
        <span>{{ file.stage === 'done' ? 'The keys were handed over.' : 'What is paid, the condition record and the keys are in Moving in.' }}</span>
        <router-link :to="`/files/${file.reference}/movingIn`">Go to Moving in</router-link>
      </p>
      <PayoutPart
        v-else-if="file.stage === 'completing'"
        :file="file"
        :path="path"
        :busy="busy"
        @verify="run('verify', '/payout/verify', {})"
        @release="releasing = true"
        @send-back="sendingBack = true"
      />
      <p v-else-if="file.stage === 'done' && paidLines.length === 0">
        <Mark kind="settled" />
        This file has come to its end.
      </p>
      <p v-else-if="file.stage === 'done'">
        <Mark kind="settled" />
        <template v-for="({ to, state }, at) in paidLines" :key="to.payeeId ?? ''"
          >{{ at > 0 ? '; ' : '' }}Paid out {{ paidLines.length > 1 ? `${money(to.amount)} to ${to.name ?? ''} ` : '' }}{{ showTime(state.releasedAt) }} by
          {{ state.releasedBy }}, transfer <span class="mono">{{ state.transferReference }}</span></template
        >.
      </p>
      <p v-else-if="open && !desk.may('decision.make')" class="soft">
        <Mark kind="waiting" />
        An approver decides this file{{ myBar ? '; you prepared it' : '' }}.
      </p>
      <template v-else-if="file.stage === 'declined'">
        <p>
          <Mark kind="blocked" />
          {{ stopped ? 'This file was ended by compliance.' : 'This file was declined.' }}
          <span v-if="stopReason">“{{ stopReason }}”</span>
        </p>
        <p v-if="appeals" class="row-actions mt-2">
          <v-btn @click="appealing = true">Take it up again …</v-btn>
          <span class="soft">They can bring something new until {{ showDate(appealUntil(file)) }}; somebody else decides then.</span>
        </p>
      </template>
      <p v-else-if="isEnded(file.stage)" class="soft">
        <Mark kind="none" />
        It ended before it was decided.
      </p>
      <p v-else-if="!isApproved(file) && !open" class="soft mt-2">
        <Mark kind="open" />
        Not come to its decision yet: {{ path.now.length + path.later.length }} entries on the Path.
      </p>
      <v-alert v-if="problem" class="note ember mt-3" role="alert">{{ problem }}</v-alert>
    </section>

    <div class="two-sided">
      <div class="d-grid ga-3 align-content-start">
        <section class="sheet part px-4 py-3">
          <h3>Request</h3>
          <dl class="pairs my-1">
            <template v-for="one in requested" :key="one.field">
              <dt>{{ one.label }}</dt>
              <dd :class="{ figure: one.isFigure }">
                <b v-if="one.field === 'amount'">{{ one.said }}</b>
                <template v-else>{{ one.said }}</template>
              </dd>
            </template>
            <template v-for="one in letting" :key="one.label">
              <dt>{{ one.label }}</dt>
              <dd :class="{ figure: one.isFigure }">{{ one.said }}</dd>
            </template>
            <template v-for="one in covered" :key="one.id">
              <dt>Covered</dt>
              <dd>
                <b>{{ one.who }}</b>, {{ one.what }}
                <span class="soft text-small d-block">{{ one.underwritten }}</span>
              </dd>
            </template>
            <template v-for="one in replaced" :key="one.id">
              <dt>Takes the place of</dt>
              <dd>
                {{ one.insurer }}, {{ one.number }}
                <span class="soft text-small d-block">its last day {{ showDate(one.endsOn) }}; {{ one.why }}</span>
              </dd>
            </template>
            <template v-for="level in levels" :key="level.code">
              <dt>{{ level.label }}</dt>
              <dd class="figure">
                {{ money(level.insured) }}
                <span class="soft text-small d-block"
                  >{{ level.lines === 1 ? 'one line' : `${level.lines} lines` }}, {{ money(level.premium) }} premium,
                  {{ money(level.assistance) }} assistance</span
                >
              </dd>
            </template>
            <template v-for="one in file.interests" :key="one.id">
              <dt>Interest</dt>
              <dd>{{ one.who }}, {{ one.kind ? INTEREST_KIND_LABEL[one.kind].toLowerCase() : '' }}, {{ one.share }} %</dd>
            </template>
            <template v-for="part in parts" :key="part.id ?? ''">
              <dt>{{ part.offer.label }}</dt>
              <dd class="figure">
                {{ money(part.terms.principal) }}
                <span class="soft text-small d-block">{{ say(partInWords(part.terms)) }}</span>
              </dd>
            </template>
            <template v-for="security in file.securities" :key="security.id">
              <dt>Pledged</dt>
              <dd class="figure">
                {{ money(security.value) }}
                <span class="soft text-small d-block">{{ security.description ?? SECURITY_KIND_LABEL[(security.kind ?? 'other') as SecurityKind] }}</span>
              </dd>
            </template>
          </dl>
          <h3>People</h3>
          <ul class="facts plain">
            <li v-for="person in file.people" :key="person.id">
              {{ personName(person) }}, {{ ROLE_LABEL[person.role].toLowerCase()
              }}{{ person.birthDate ? `, ${person.kind === 'person' ? 'born' : 'founded'} ${showDate(person.birthDate)}` : '' }}
            </li>
          </ul>
          <StatedPart :file="file" :path="path" />
        </section>
        <section class="sheet part px-4 py-3">
          <h3>Conditions and papers</h3>
          <ul class="facts plain">
            <li v-for="condition in path.conditions" :key="condition.key">
              <Mark
                :kind="condition.state === 'satisfied' || condition.state === 'excused' ? 'settled' : condition.state === 'notNeeded' ? 'none' : 'blocked'"
              />
              <router-link :to="{ path: `/files/${file.reference}/conditions`, hash: `#${condition.key}` }">{{ say(condition.title) }}</router-link>
              ({{ say(condition.about) }}): {{ CONDITION_STATE_LABEL[condition.state].toLowerCase() }}
            </li>
          </ul>
          <h3>Signatures</h3>
          <p v-for="{ document, envelope } in signatures" :key="document">
            <template v-if="envelope?.state === 'complete'">
              <Mark kind="settled" />
              {{ titleOf(file, document) }}: sealed {{ showTime(envelope.completedAt) }},
              <a :href="`${editing.url}/agreement?document=${document}`" target="_blank" rel="noopener">the sealed PDF</a>
            </template>
            <span v-else class="soft">{{ titleOf(file, document) }}: {{ envelope?.state === 'out' ? 'out, not complete' : 'not sent' }}</span>
          </p>
        </section>
      </div>
      <div class="d-grid ga-3 align-content-start">
        <section class="sheet part px-4 py-3">
          <h3>Figures against limits</h3>
          <FigureRows :figures="judged" :currency="currency" />
          <Fold v-if="others.length > 0" class="mt-2" :title="others.length === 1 ? 'One figure without a limit' : `${others.length} figures without a limit`">
            <FigureRows :figures="others" :currency="currency" />
          </Fold>
          <template v-for="sheet in path.guarantors" :key="sheet.personId">
            <h3 class="mt-3">{{ sheet.name }}, as guarantor</h3>
            <FigureRows :figures="sheet.figures" :currency="currency" />
          </template>
        </section>
        <section class="sheet part px-4 py-3">
          <h3>Checks</h3>
          <ul class="facts plain">
            <li v-for="{ person, said } in asked" :key="person.id"><b>{{ personName(person) }}:</b> {{ said }}</li>
          </ul>
          <h3>Risk</h3>
          <p>
            <Mark :kind="risk.level === 'ordinary' ? 'settled' : 'blocked'" />
            {{ RISK_LABEL[risk.level] }}
          </p>
          <ul v-if="risk.because.length > 0" class="facts plain">
            <li v-for="one in risk.because" :key="say(one.what)">{{ say(one.what) }}</li>
          </ul>
          <h3>What the figures raised</h3>
          <p v-if="explained.length === 0" class="soft">Nothing had to be explained.</p>
          <ul class="facts plain">
            <li v-for="one in explained" :key="one.subject">
              <Mark kind="settled" />
              {{ say(one.what) }}: “{{ one.text }}”
            </li>
          </ul>
          <h3 data-anchor="exceptions" tabindex="-1">Exceptions, and what another has to agree to</h3>
          <p v-if="file.exceptions.length === 0" class="soft">None was asked for.</p>
          <ul class="facts plain">
            <li v-for="exception in file.exceptions" :key="exception.id">
              <Mark :kind="exception.answer === 'granted' ? 'settled' : exception.answer === 'refused' ? 'blocked' : 'waiting'" />
              {{ exceptionTitle(exception.subject) }}: “{{ exception.reason }}” {{ exception.askedBy }},
              <template v-if="exception.answer">{{ exception.answer }} by {{ exception.answeredBy }}</template>
              <template v-else-if="desk.may('exception.answer')">
                <v-btn size="x-small" :loading="busy === exception.id" @click="answerException(exception.id, 'granted')">Grant</v-btn>
                <v-btn size="x-small" variant="text" @click="answerException(exception.id, 'refused')">Refuse</v-btn>
              </template>
              <template v-else>not answered yet</template>
            </li>
          </ul>
        </section>
        <section v-if="file.product.lease?.references" class="sheet part px-4 py-3">
          <h3>Landlord references</h3>
          <LettingsPart :file="file" readonly />
        </section>
        <section class="sheet part px-4 py-3">
          <h3>Decisions so far</h3>
          <p v-if="file.decisions.length === 0" class="soft">None yet.</p>
          <ul class="facts plain">
            <li v-for="decision in file.decisions" :key="decision.id">
              <b>{{ OUTCOME[decision.outcome] }}</b>
              by {{ decision.by }}, {{ showTime(decision.at) }}
              <template v-if="reasonsOf(decision).length > 0">: {{ reasonsOf(decision).join('; ') }}</template>
              <span v-if="decision.comment" class="soft">“{{ decision.comment }}”</span>
              <span v-if="decision.answer">Answer: “{{ decision.answer }}”</span>
              <v-btn size="x-small" variant="text" @click="shownCalculation = decision.id">Its calculation</v-btn>
            </li>
          </ul>
        </section>
        <section v-if="file.offer && file.stage !== 'offering' && file.stage !== 'signing'" class="sheet part px-4 py-3">
          <h3>Offer</h3>
          <OfferPart :file="file" />
        </section>
        <section class="sheet part px-4 py-3">
          <h3>Notices</h3>
          <NoticesPart :file="file" :path="path" />
        </section>
        <section class="sheet part px-4 py-3">
          <h3>Latest changes</h3>
          <ul class="facts plain">
            <li v-for="entry in editing.view.value?.recent.slice(0, 6)" :key="entry.sequence">
              <span class="soft">{{ showTime(entry.at) }}</span>
              {{ entry.actor }}: {{ describeEntry(entry, file) }}
            </li>
          </ul>
          <router-link :to="`/files/${file.reference}/history`">The whole history</router-link>
        </section>
      </div>
    </div>
    <section v-if="judged.length > 0 && !isEnded(file.stage)" class="sheet part px-4 py-3 mt-3">
      <Fold title="How far until a limit breaks">
        <SensitivityTable :file="file" :today="editing.today.value" />
      </Fold>
    </section>
    <CalculationSheet :reference="file.reference" :decision-id="shownCalculation" :pack="file.pack" @close="shownCalculation = null" />
    <WillHappen
      v-model="approving"
      title="Approve this file"
      :happens="approvalHappens"
      confirm="Approve"
      :run="() => editing.act('/decision', { outcome: 'approve', comment: null, conditions: linesIn(conditions) })"
    >
      <AskText v-if="offers" v-model="conditions" label="On condition that … (one on each line, if any)" :rows="2" />
    </WillHappen>
    <ReasonDialog
      v-model="recommending"
      title="Recommend it"
      text="You may not approve it alone. What you judged goes with it to somebody who may."
      label="What you recommend, and why"
      confirm="Recommend it"
      :run="(word) => editing.act('/decision', { outcome: 'recommend', comment: word })"
    />
    <ReasonDialog
      v-model="lettingOn"
      title="Let it go on"
      text="The file goes on as it was; the officer sees what you say."
      label="Why it shouldn’t be declined"
      confirm="Let it go on"
      :run="(word) => editing.act('/decision', { outcome: 'goOn', comment: word })"
    />
    <ReasonDialog
      v-model="undoing"
      title="Take the approval back"
      text="The offer, and an agreement that was made on it, are void; those who apply are told that it is looked at again. The file comes to its decision anew."
      label="Why it is taken back"
      confirm="Take it back"
      :run="(word) => editing.act('/decision', { outcome: 'undo', comment: word })"
    />
    <ReasonDialog
      v-model="stopping"
      title="End this file"
      text="Those who apply are told that it doesn’t go on, and not why. What you write here is read by compliance alone."
      label="Why, for compliance alone"
      confirm="End the file"
      :run="(word) => editing.act('/stop', { reason: word })"
    />
    <ReasonDialog
      v-model="appealing"
      title="Take it up again"
      text="The file goes back to gathering, so that papers can be added. Whoever declined it doesn’t decide it again."
      label="What is new"
      confirm="Take it up again"
      :run="(what) => editing.act('/appeal', { what })"
    />
    <WillHappen
      v-model="releasing"
      :title="file.product.words.release"
      :happens="releaseHappens"
      :confirm="file.product.words.release"
      :run="() => editing.act('/payout/release', {})"
    />
    <ReasonDialog
      v-model="asking"
      title="Send back with a question"
      text="The file goes back to its officer, who answers and hands it over again."
      label="Your question"
      confirm="Send back"
      :run="(question) => editing.act('/decision', { outcome: 'sendBack', question })"
    />
    <ReasonDialog
      v-model="sendingBack"
      title="Send back with a question"
      text="The file goes back to its officer and has to be decided again."
      label="Your question"
      confirm="Send back"
      :run="(question) => editing.act('/payout/send-back', { question })"
    />
    <ReasonDialog
      v-model="answering"
      title="Answer the question"
      :text="question?.comment ?? ''"
      label="Your answer"
      confirm="Answer"
      :run="(answer) => editing.act(`/decision/${question?.id ?? ''}/answer`, { answer })"
    />
  </div>
</template>
