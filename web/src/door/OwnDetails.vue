<script setup lang="ts">
import type { DoorDetailsView, DoorRow, DoorView, FieldValue } from '@cavren/contract';
import { COUNTRIES, countryName, descriptionOf, fieldsAsked, kindOfIncome, parseDate, splitAddress, type Income, type IncomeKind } from '@cavren/core';
import { AskText, Labelled } from '../look/index';
import KeptText from './KeptText.vue';
import DoorField from './DoorField.vue';
import { computed, nextTick, reactive, ref, watch } from 'vue';
import { api, isSignedOut, messageOf } from '../api/index';
import { unsent, withUnsent } from './unsent';
import { DATE_FORM, listed, type Writing } from '../words/index';

/** What somebody fills in about themselves; every answer is saved as its field is left, and the officer can go on with it at any time. */
const props = defineProps<{ view: DoorView; details: DoorDetailsView }>();
const emit = defineEmits<{ change: [view: DoorView]; back: []; handed: []; ended: [] }>();
/** Problems of the page itself, beside those of what was said. */
const own = reactive<Record<string, string>>({});
const PAUSE_MS = 3000;
const queue = unsent(`cavren-door-unsent ${props.view.reference} ${props.details.personId}`, {
  send: async (changes) => emit('change', await api.patch<DoorView>('/api/door/details', { version: props.details.version, changes })),
  refresh: async () => emit('change', await api.get<DoorView>('/api/door/me')),
  pause: () =>
    new Promise((resolve) => {
      const on = (): void => {
        window.clearTimeout(timer);
        window.removeEventListener('online', on);
        resolve();
      };
      const timer = window.setTimeout(on, PAUSE_MS);
      window.addEventListener('online', on);
    }),
  shelf: sessionStorage,
});
const save = queue.put;
const problems = computed<Record<string, string>>(() => ({ ...queue.problems, ...own }));
/** What was said shows at once, also while it isn't with us yet. */
const current = withUnsent(() => props.details, queue.wishes);
watch(queue.state, (now) => now === 'ended' && emit('ended'), { immediate: true });
const SAVING_WORD = {
  saved: 'everything is saved',
  saving: 'saving …',
  offline: 'no connection: what you say is kept on this phone and sent later',
  ended: 'kept on this phone: come in again to send it',
} as const;
const newId = (): string => crypto.randomUUID().replaceAll('-', '');
type OwnRow = 'home' | 'work' | 'income' | 'debt' | 'livingCost' | 'asset' | 'preference' | 'payroll' | 'account';
const setOwn = (field: string, value: FieldValue) => save([{ op: 'set', entity: 'person', id: props.details.personId, field, value }], field);
const setBusiness = (field: string, value: FieldValue) =>
  save([{ op: 'set', entity: 'person', id: props.details.business?.fields.id ?? '', field, value }], `business.${field}`);
const setRequest = (field: string, value: FieldValue) => save([{ op: 'set', entity: 'request', id: null, field, value }], field);
const setRow = (entity: OwnRow, id: string, field: string, value: FieldValue) => save([{ op: 'set', entity, id, field, value }], `${id}.${field}`);
/** Whose a new row is: where a business applies, its address is what is asked, and what it owes. */
const whose = (entity: OwnRow): string =>
  props.details.business && (entity === 'home' || entity === 'debt') ? props.details.business.fields.id : props.details.personId;
/** A new row is one's own, by the field that says whose it is; what has none is the household's. */
const addRow = (entity: OwnRow, values: Record<string, FieldValue> = {}) => {
  const { owner } = descriptionOf(entity);
  save([{ op: 'add', entity, id: newId(), values: { ...(owner ? { [owner]: whose(entity) } : {}), ...values } }], entity);
};
const removeRow = (entity: OwnRow, id: string) => save([{ op: 'remove', entity, id }], id);
const wrong = (at: string, problem: string): void => void (queue.problems[at] = problem);

const writing = computed<Writing>(() => {
  const { dateOrder, locale, currency, region } = props.details;
  return { dateOrder, locale, currency, phoneRegion: region };
});
const rowsOf = (entity: OwnRow): DoorRow[] => current.value.rows[entity] ?? [];
const textIn = (row: DoorRow, field: string): string => (typeof row[field] === 'string' ? row[field] : '');
const languages = computed(() => props.details.languages.map(({ code, label }) => ({ value: code, label })));
/** What is asked of oneself here, in order; the rest is asked by the officer. */
const ABOUT = ['fullName', 'knownAs', 'birthDate', 'idNumber', 'email', 'language', 'accessibility', 'largePrint', 'mailLine'];
const POST = ['mailTown', 'mailRegion', 'mailPostalCode', 'mailCountry'];
const about = computed(() =>
  [...ABOUT, ...(current.value.person['mailLine'] ? POST : [])].filter((field) => {
    if (field === 'language') return languages.value.length > 1;
    return field !== 'mailRegion' || props.details.regions.length > 0;
  }),
);
/** Choices that the place gives, by the field that they are of. */
const given = computed<Record<string, { value: string; label: string }[] | undefined>>(() => {
  const { regions } = props.details;
  const countries = COUNTRIES.map((value) => ({ value, label: countryName(value) }));
  return { language: languages.value, region: regions, mailRegion: regions, country: countries, mailCountry: countries, code: props.details.preferences };
});
const optionsFor = (options: readonly { value: string; label: string }[]) => (options.length > 0 ? [...options] : undefined);
/** What is asked of a business that applies. */
const BUSINESS = ['fullName', 'knownAs', 'birthDate', 'idNumber', 'industry', 'employees', 'turnover'];
const BUSINESS_LABEL: Record<string, string> = { fullName: 'Name, as registered', knownAs: 'Trading as, if otherwise', birthDate: 'Founded on' };
const ownBusiness = computed<DoorRow | null>(() => current.value.business?.fields ?? null);

/** A field that is asked, in other words than its description's where the row calls for them. */
interface AskedField {
  field: string;
  label?: string | undefined;
}
const named = (...fields: string[]): AskedField[] => fields.map((field) => ({ field }));

/** What is asked of a home: the present one also says how it is held and what it costs. */
const homeFields = (row: DoorRow): AskedField[] =>
  named(
    'line',
    'town',
    ...(props.details.regions.length > 0 ? ['region'] : []),
    'postalCode',
    'country',
    'since',
    'until',
    ...(row['until'] === null ? ['tenure', 'monthlyCost'] : []),
  );
const WORKING: readonly unknown[] = ['employed', 'selfEmployed'];
const workFields = (row: DoorRow): AskedField[] => [
  { field: 'kind' },
  ...(WORKING.includes(row['kind']) ? [{ field: 'employer', label: row['kind'] === 'selfEmployed' ? 'Business' : undefined }] : []),
  ...named('since', 'until'),
];

/** What is asked of an income follows from its kind, as at the desk; what is not the applicant's to give is left out. */
function incomeFields(row: DoorRow): AskedField[] {
  const given = new Set(Object.keys(row));
  const income = row as unknown as Income;
  const asked = row['kind'] === null ? [] : fieldsAsked({ ...NOT_GIVEN, ...income }, props.details.basis);
  const kind = kindOfIncome((row['kind'] ?? null) as IncomeKind | null);
  const inAll = kind?.varies && row['monthsSeen'] !== null;
  return [
    { field: 'kind' },
    { field: 'source' },
    ...asked
      .filter(({ field }) => given.has(field))
      .map(({ field, ask }) => ({ field, label: field === 'amount' ? (inAll ? 'How much in all, before taxes' : 'How much, before taxes') : ask })),
  ];
}
/** Fields of an income that only the desk has. */
const NOT_GIVEN = { weeksPerYear: null, extraMonths: null, addBackLatest: null, addBackBefore: null };

/** A card or an account that is overdrawn has a limit; anything else ends on a day. */
const debtFields = (row: DoorRow): AskedField[] =>
  named('kind', 'lender', 'payment', 'balance', row['kind'] === 'creditCard' || row['kind'] === 'overdraft' ? 'limit' : 'endsOn');

function answer(question: DoorDetailsView['questions'][number], field: 'value' | 'explanation', value: string | null): void {
  if (question.id) save([{ op: 'set', entity: 'answer', id: question.id, field, value }], question.code);
  else if (value !== null)
    save([{ op: 'add', entity: 'answer', id: newId(), values: { personId: question.personId, question: question.code, [field]: value } }], question.code);
}
function pasteAddress(event: ClipboardEvent, id: string): void {
  const address = splitAddress(event.clipboardData?.getData('text/plain') ?? '', props.details.region);
  if (!address) return;
  event.preventDefault();
  save(
    Object.entries(address)
      .filter(([, value]) => value !== null)
      .map(([field, value]) => ({ op: 'set', entity: 'home', id, field, value: value as string })),
    `${id}.line`,
  );
}
const OF_PERSONS: readonly OwnRow[] = ['work', 'income', 'livingCost', 'asset'];
/** The kinds of rows that people give of themselves, in the order in which they are asked. */
const PARTS: {
  entity: OwnRow;
  title: string;
  /** What belongs here, where that isn't plain. */
  says?: string;
  /** The field that a row is called by, and what it is called before that is filled. */
  named: string;
  one: string;
  asked: (row: DoorRow) => AskedField[];
  begins?: Record<string, FieldValue>;
  add: string;
  remove: string;
  pasted?: (event: ClipboardEvent, id: string) => void;
}[] = [
  {
    entity: 'home',
    title: 'Where you live, and lived before',
    named: 'line',
    one: 'Address',
    asked: homeFields,
    add: 'Add an address',
    remove: 'Remove this address',
    pasted: pasteAddress,
  },
  {
    entity: 'work',
    title: 'Work',
    named: 'employer',
    one: 'Work',
    asked: workFields,
    begins: { kind: 'employed' },
    add: 'Add work, or a time without',
    remove: 'Remove this',
  },
  { entity: 'income', title: 'Income', named: 'source', one: 'Income', asked: incomeFields, add: 'Add an income', remove: 'Remove this income' },
  {
    entity: 'debt',
    title: 'What you owe',
    says: 'Loans, cards, leases, support that you pay, and guarantees. Leave it empty when there is none.',
    named: 'lender',
    one: 'Debt',
    asked: debtFields,
    add: 'Add a debt',
    remove: 'Remove this debt',
  },
  {
    entity: 'livingCost',
    title: 'What you live on each month',
    says: 'Roughly, for everybody in your household together. Your rent or mortgage stands with your address.',
    named: 'category',
    one: 'Cost',
    asked: () => named('category', 'monthly'),
    add: 'Add a cost',
    remove: 'Remove this cost',
  },
  {
    entity: 'asset',
    title: 'What you have',
    says: 'Savings, property, vehicles, boats: what the down payment comes from, and what you could fall back on.',
    named: 'description',
    one: 'Asset',
    asked: () => named('kind', 'description', 'value', 'valueOn'),
    add: 'Add something',
    remove: 'Remove this',
  },
  {
    entity: 'preference',
    title: 'What gives you a better place',
    says: 'Claim what holds for you; you send a paper for each later. The size of your household counts by itself.',
    named: 'code',
    one: 'Preference',
    asked: (row) => named('code', ...(row['code'] === 'worksHere' ? ['hoursThere'] : [])),
    add: 'Claim a preference',
    remove: 'Remove this',
  },
  {
    entity: 'payroll',
    title: 'Whom the business pays',
    says: 'Everybody who was paid wages in the last year, and its owners.',
    named: 'name',
    one: 'Person',
    asked: (row) => named('name', 'kind', row['kind'] === 'owner' ? 'profitShare' : 'yearlyPay', ...(row['kind'] === 'owner' ? ['yearlyPay'] : [])),
    begins: { kind: 'employee' },
    add: 'Add a person',
    remove: 'Remove this person',
  },
  {
    entity: 'account',
    title: 'What the business earns',
    says: 'Its last years, from the accounts.',
    named: 'yearEnd',
    one: 'Year',
    asked: () => named('yearEnd', 'monthsCovered', 'revenue', 'costs', 'depreciation', 'interest', 'drawings'),
    add: 'Add a year',
    remove: 'Remove this year',
  },
];
/** Those that are asked in this file: a company has no work, income or living costs of its own. */
const parts = computed(() => PARTS.filter(({ entity }) => entity in props.details.rows && !(props.details.business && OF_PERSONS.includes(entity))));

/** Somebody who holds a part of the business: oneself, another person, or small holders together. */
const owner = reactive({ self: false, name: '', born: '', share: '', directs: false });
function addOwner(): void {
  const { business } = props.details;
  if (!business) return;
  const birthDate = owner.born.trim() === '' ? null : parseDate(owner.born, writing.value.dateOrder, props.details.today);
  const share = Number(owner.share.replace(',', '.').replace('%', '').trim());
  own['owner.born'] = owner.born.trim() !== '' && birthDate === null ? 'This is no date.' : '';
  own['owner.share'] = owner.share.trim() === '' || Number.isNaN(share) ? 'Give the share in per cent, such as 60.' : '';
  own['owner.name'] = !owner.self && owner.name.trim() === '' ? 'Say who it is.' : '';
  if (own['owner.born'] || own['owner.share'] || own['owner.name']) return;
  const id = owner.self ? props.details.personId : newId();
  save(
    [
      ...(owner.self
        ? []
        : [{ op: 'add' as const, entity: 'person' as const, id, values: { role: 'beneficialOwner', fullName: owner.name.trim(), birthDate } }]),
      { op: 'add', entity: 'stake', id: newId(), values: { ofId: business.fields.id, ownerId: id, share, controls: owner.directs } },
    ],
    'owner',
  );
  Object.assign(owner, { self: false, name: '', born: '', share: '', directs: false });
}
const others = ref('');
function addOthers(): void {
  const { business } = props.details;
  const explained = business?.owners.reduce((sum, { share }) => sum + (share ?? 0), 0) ?? 0;
  if (!business || others.value.trim() === '' || explained >= 100) return;
  const values = { ofId: business.fields.id, others: others.value.trim(), share: Math.round((100 - explained) * 100) / 100 };
  save([{ op: 'add', entity: 'stake', id: newId(), values }], 'owner');
  others.value = '';
}
const explained = computed(() => Math.round((props.details.business?.owners.reduce((sum, { share }) => sum + (share ?? 0), 0) ?? 0) * 100) / 100);

const partner = reactive({ name: '', born: '', phone: '' });
function addPartner(): void {
  const birthDate = partner.born.trim() === '' ? null : parseDate(partner.born, writing.value.dateOrder, props.details.today);
  own['partner.born'] = partner.born.trim() !== '' && birthDate === null ? 'This is no date.' : '';
  if (own['partner.born'] || partner.name.trim() === '') return;
  const values = { role: 'coApplicant', fullName: partner.name.trim(), birthDate, phone: partner.phone.trim() || null };
  save([{ op: 'add', entity: 'person', id: newId(), values }], 'partner');
}

async function run(url: string, body: object = {}, isLast = false): Promise<void> {
  own['form'] = '';
  await queue.settled();
  try {
    const next = await api.post<DoorView>(url, body);
    // Said first: with the new view this page may be gone.
    if (isLast) emit('handed');
    emit('change', next);
  } catch (error) {
    if (isSignedOut(error)) return emit('ended');
    own['form'] = messageOf(error);
  }
}
const done = (): Promise<void> => run('/api/door/details/done', {}, true);

/** What is asked together, one screen after the other. */
type StepKey = 'questions' | 'request' | 'business' | 'owners' | 'about' | 'partner' | OwnRow | 'consents' | 'monitoring' | 'end';
/** Each text once, with everybody for whom one answers. */
const consentTexts = computed(() => {
  const { consents } = props.details;
  return [...new Set(consents.map(({ kind }) => kind))].map((kind) => {
    const all = consents.filter((one) => one.kind === kind);
    const forWhom = all.some(({ of }) => of !== null) ? `, for ${listed(all.map(({ of }) => of ?? 'me'))}` : '';
    return {
      kind,
      label: all[0]?.label,
      text: all[0]?.text,
      needed: all.some(({ needed }) => needed),
      later: all.some(({ later }) => later),
      open: all.filter(({ given }) => !given),
      forWhom,
    };
  });
});
const DECLINED = 'I decline to answer';
const monitor = (question: string, said: string): Promise<void> =>
  run('/api/door/monitoring', { question, value: said === DECLINED ? null : said, declined: said === DECLINED });
async function agreeTo(open: DoorDetailsView['consents']): Promise<void> {
  for (const { kind, personId } of open) await run('/api/door/consents', { kind, personId });
}
const steps = computed<{ key: StepKey; title: string }[]>(() => [
  // Nothing is asked before somebody agreed to its being kept.
  ...(props.details.consents.length > 0 ? [{ key: 'consents' as const, title: 'What you agree to' }] : []),
  ...(props.details.questions.length > 0 ? [{ key: 'questions' as const, title: 'Questions' }] : []),
  ...(props.details.request.length > 0 ? [{ key: 'request' as const, title: 'What you ask for' }] : []),
  ...(props.details.business
    ? [
        { key: 'business' as const, title: 'The company' },
        { key: 'owners' as const, title: 'Who owns it, and who directs it' },
      ]
    : []),
  { key: 'about', title: 'About you' },
  ...(props.details.mayAddPartner || props.details.partner !== null ? [{ key: 'partner' as const, title: 'Who applies with you' }] : []),
  ...parts.value.map(({ entity, title }) => ({ key: entity, title })),
  ...(props.view.monitoring.length > 0 ? [{ key: 'monitoring' as const, title: 'For fair treatment' }] : []),
  { key: 'end', title: 'Look over and hand in' },
]);
/** Where something that is missing is given: a consent with the consents, an answer with the questions, the rest where its chapter is asked. */
function stepOf({ key, section }: DoorDetailsView['missing'][number]): StepKey {
  if (key.startsWith('consent:')) return 'consents';
  if (/^(stake|owner|explained|control)/.test(key)) return props.details.business ? 'owners' : 'about';
  if (/^(need|rows):payroll/.test(key)) return 'payroll';
  if (/^(need|rows):account/.test(key)) return 'account';
  if (props.details.business && key.startsWith(`need:person:${props.details.business.fields.id}:`)) return 'business';
  if (/^(answer|explain|ends):/.test(key)) return 'questions';
  if (key.startsWith('history:home') || section === 'home') return 'home';
  if (/^(history|rows):work/.test(key)) return 'work';
  if (section === 'commitments') return 'debt';
  if (section === 'worth') return 'asset';
  return section === 'request' ? 'request' : section === 'income' ? 'income' : 'about';
}
const missingIn = (key: StepKey): number => props.details.missing.filter((entry) => stepOf(entry) === key).length;

/** The step is kept by this tab, so that a page that is loaded again goes on where it was. */
const KEPT = 'cavren-door-step';
const at = ref<StepKey>(
  (sessionStorage.getItem(KEPT) as StepKey | null) ?? (props.details.consents.some(({ needed, given }) => needed && !given) ? 'consents' : 'questions'),
);
const step = computed(() =>
  Math.max(
    0,
    steps.value.findIndex(({ key }) => key === at.value),
  ),
);
const isAt = (key: StepKey): boolean => steps.value[step.value]?.key === key;
const heading = ref<HTMLElement | null>(null);
async function goTo(key: StepKey | undefined): Promise<void> {
  if (!key) return;
  at.value = key;
  sessionStorage.setItem(KEPT, key);
  await nextTick();
  window.scrollTo({ top: 0 });
  heading.value?.focus();
}
const following = computed(() => steps.value[step.value + 1]);
const ended = computed(() => props.details.questions.find(({ ends }) => ends !== null)?.ends ?? null);
</script>

<template>
  <div class="stack">
    <p class="soft">File <span class="mono">{{ view.reference }}</span> · <span role="status">{{ SAVING_WORD[queue.state.value] }}</span></p>
    <nav aria-label="Steps">
      <ol class="progress plain d-flex flex-wrap ga-1">
        <li v-for="(one, number) in steps" :key="one.key">
          <v-btn
            size="small"
            :variant="number === step ? 'flat' : missingIn(one.key) > 0 ? 'tonal' : 'outlined'"
            :aria-current="number === step ? 'step' : undefined"
            :aria-label="`Step ${number + 1}: ${one.title}${missingIn(one.key) > 0 ? `, ${missingIn(one.key)} missing` : ''}`"
            @click="goTo(one.key)"
          >
            {{ number + 1 }}
          </v-btn>
        </li>
      </ol>
    </nav>
    <h1 ref="heading" tabindex="-1">{{ steps[step]?.title }}</h1>
    <p class="soft mt-n3">Step {{ step + 1 }} of {{ steps.length }}</p>
    <v-alert v-if="problems['form']" class="note ember" role="alert">{{ problems['form'] }}</v-alert>
    <p v-if="ended" class="card" role="status">{{ ended.charAt(0).toUpperCase() + ended.slice(1) }} What you said is kept; call us if it was a mistake.</p>

    <section v-if="isAt('questions')" class="card stack">
      <div v-for="question in details.questions" :key="question.code" class="d-grid ga-1">
        <p :id="`q-${question.code}`">{{ question.text }}</p>
        <div v-if="question.answer === 'yesNo'" class="d-flex flex-wrap ga-2" role="group" :aria-labelledby="`q-${question.code}`">
          <v-btn
            v-for="value in ['yes', 'no']"
            :key="value"
            :variant="question.value === value ? 'flat' : 'outlined'"
            :aria-pressed="question.value === value"
            @click="answer(question, 'value', value)"
          >
            {{ value }}
          </v-btn>
        </div>
        <KeptText v-else bare :label="question.text" :value="question.value ?? ''" inputmode="decimal" @change="answer(question, 'value', $event || null)" />
        <KeptText
          v-if="question.explain"
          label="Please explain"
          :value="question.explanation ?? ''"
          @change="answer(question, 'explanation', $event || null)"
        />
        <v-alert v-if="problems[question.code]" class="note ember" role="alert">{{ problems[question.code] }}</v-alert>
      </div>
    </section>

    <section v-if="isAt('request')" class="card stack">
      <DoorField
        v-for="asked in current.request"
        :key="asked.field"
        entity="request"
        :field="asked.field"
        :label="asked.label"
        :options="optionsFor(asked.options)"
        :value="asked.value"
        :writing="writing"
        :today="details.today"
        :problem="problems[asked.field]"
        @change="setRequest(asked.field, $event)"
        @wrong="wrong(asked.field, $event)"
      />
      <v-alert class="note lichen" role="status">
        <template v-if="view.costs"> You would pay <b>{{ view.costs.payment }} a month</b>, {{ view.costs.total }} in all. </template>
        <template v-else>Once amount and months are there, you see here what it costs.</template>
      </v-alert>
    </section>

    <section v-if="isAt('business') && ownBusiness" class="card stack">
      <DoorField
        v-for="field in BUSINESS"
        :key="field"
        entity="person"
        :field="field"
        :label="field === 'idNumber' ? details.business?.idLabel : BUSINESS_LABEL[field]"
        :options="field === 'industry' ? details.business?.industries : undefined"
        :value="ownBusiness[field]"
        :writing="writing"
        :today="details.today"
        :problem="problems[`business.${field}`]"
        @change="setBusiness(field, $event)"
        @wrong="wrong(`business.${field}`, $event)"
      />
    </section>

    <section v-if="isAt('owners') && details.business" class="card stack">
      <p class="soft">Everybody who holds a quarter or more, and who directs the company. All shares together make the whole.</p>
      <ul v-if="details.business.owners.length > 0">
        <li v-for="one in details.business.owners" :key="one.id">
          <b>{{ one.name }}</b> {{ one.share === null ? '' : `${one.share} %` }}{{ one.directs ? ', directs it' : '' }}
          <v-btn variant="text" size="small" @click="save([{ op: 'remove', entity: 'stake', id: one.id }], 'owner')">Remove</v-btn>
        </li>
      </ul>
      <p :class="explained === 100 ? 'note lichen' : 'soft'" role="status">
        {{ explained }} % named{{ explained === 100 ? '' : `, ${100 - explained} % still open` }}
      </p>
      <v-alert v-if="problems['owner']" class="note ember" role="alert">{{ problems['owner'] }}</v-alert>
      <form v-if="explained < 100" class="stack" @submit.prevent="addOwner">
        <v-checkbox v-model="owner.self" label="This is me" hide-details />
        <template v-if="!owner.self">
          <AskText v-model="owner.name" label="Name, as on their identity paper" autocomplete="off" :error="problems['owner.name'] || undefined" />
          <AskText
            v-model="owner.born"
            label="Their birth date"
            autocomplete="off"
            :placeholder="DATE_FORM[writing.dateOrder]"
            :error="problems['owner.born'] || undefined"
          />
        </template>
        <AskText v-model="owner.share" label="Share in per cent" inputmode="decimal" autocomplete="off" :error="problems['owner.share'] || undefined" />
        <v-checkbox v-model="owner.directs" label="Directs the company" hide-details />
        <v-btn type="submit">Add</v-btn>
      </form>
      <form v-if="explained > 0 && explained < 100" class="stack" @submit.prevent="addOthers">
        <AskText v-model="others" label="The rest is held by small holders: who?" autocomplete="off" />
        <v-btn type="submit">{{ 100 - explained }} % are theirs</v-btn>
      </form>
    </section>

    <section v-if="isAt('about')" class="card stack">
      <DoorField
        v-for="field in about"
        :key="field"
        entity="person"
        :field="field"
        :label="field === 'idNumber' ? details.idLabel : undefined"
        :options="given[field]"
        :value="current.person[field]"
        :writing="writing"
        :today="details.today"
        :problem="problems[field]"
        @change="setOwn(field, $event)"
        @wrong="wrong(field, $event)"
      />
    </section>

    <section v-if="isAt('partner')" class="card stack">
      <p v-if="details.partner !== null">
        <b>{{ details.partner }}</b> applies with you. We ask them for their own details; they read and sign for themselves.
      </p>
      <form v-else class="stack" @submit.prevent="addPartner">
        <p>Does somebody apply with you, and owe it with you? Leave this empty when you apply alone.</p>
        <AskText v-model="partner.name" label="Their name, as on their identity paper" autocomplete="off" required />
        <AskText
          v-model="partner.born"
          label="Their birth date"
          autocomplete="off"
          :placeholder="DATE_FORM[writing.dateOrder]"
          :error="problems['partner.born'] || undefined"
        />
        <AskText v-model="partner.phone" label="Their mobile phone" type="tel" autocomplete="off" :error="problems['partner'] || undefined" />
        <v-btn type="submit">Add them</v-btn>
      </form>
    </section>

    <section v-for="part in parts.filter(({ entity }) => isAt(entity))" :key="part.entity" class="card stack">
      <p v-if="part.says" class="soft">{{ part.says }}</p>
      <fieldset
        v-for="row in rowsOf(part.entity)"
        :key="row.id"
        class="stack border border-rule-strong rounded px-3 py-2"
        @paste="part.pasted?.($event, row.id)"
      >
        <legend>{{ textIn(row, part.named) || part.one }}</legend>
        <DoorField
          v-for="asked in part.asked(row)"
          :key="asked.field"
          :entity="part.entity"
          :field="asked.field"
          :label="asked.label"
          :options="given[asked.field]"
          :value="row[asked.field]"
          :writing="writing"
          :today="details.today"
          :problem="problems[`${row.id}.${asked.field}`]"
          @change="setRow(part.entity, row.id, asked.field, $event)"
          @wrong="wrong(`${row.id}.${asked.field}`, $event)"
        />
        <v-btn variant="text" @click="removeRow(part.entity, row.id)">{{ part.remove }}</v-btn>
      </fieldset>
      <v-btn @click="addRow(part.entity, part.begins)">{{ part.add }}</v-btn>
    </section>

    <section v-if="isAt('monitoring')" class="card stack">
      <p class="soft">
        A law asks lenders to ask this, so that somebody can see whether everybody is treated alike. You may decline. Nobody who decides sees what you say.
      </p>
      <Labelled v-for="asked in view.monitoring" :key="asked.question" :label="asked.text">
        <template #default="{ named: control }">
          <v-select
            v-bind="control"
            :items="[...asked.options, DECLINED]"
            :model-value="asked.declined ? DECLINED : asked.value"
            @update:model-value="monitor(asked.question, $event)"
          />
        </template>
      </Labelled>
    </section>

    <section v-if="isAt('consents')" class="card stack">
      <div v-for="{ kind, label, forWhom, needed, later, text, open } in consentTexts" :key="kind" class="d-grid ga-1">
        <p><b>{{ label }}</b>{{ forWhom }}{{ needed ? '' : later ? ' (needed later on)' : ' (as you like)' }}. {{ text }}</p>
        <v-alert v-if="open.length === 0" class="note lichen" role="note"
          >You agreed. You can take it back on the first page, for as long as this application is open.</v-alert
        >
        <v-btn v-else @click="agreeTo(open)">I agree{{ forWhom }}</v-btn>
      </div>
    </section>

    <section v-if="isAt('end')" class="card stack">
      <h2>{{ details.missing.length === 0 ? 'Nothing is missing' : 'Still missing' }}</h2>
      <ul v-if="details.missing.length > 0">
        <li v-for="entry in details.missing" :key="entry.key">
          <v-btn class="text-left w-100 px-0 py-1" variant="text" @click="goTo(stepOf(entry))">{{ entry.what }}</v-btn>
        </li>
      </ul>
      <p class="soft">You can hand it to us as it is: we go on with you by phone, or ask you for the rest.</p>
      <v-btn variant="flat" @click="done">I am done for now, you go on</v-btn>
    </section>

    <div class="d-flex flex-wrap ga-3">
      <v-btn v-if="step > 0" @click="goTo(steps[step - 1]?.key)">Back</v-btn>
      <v-btn v-if="following" class="flex-1-1" variant="flat" @click="goTo(following.key)">Next: {{ following.title }}</v-btn>
      <v-btn variant="text" @click="emit('back')">Go on later: everything is kept</v-btn>
    </div>
  </div>
</template>

<style scoped>
.progress > li {
  flex: 0 0 44px;
}
</style>
