<script setup lang="ts">
import type { DetailChange, DoorDetailsView, DoorView, FieldValue } from '@cavren/contract';
import {
  dateInWords,
  formatDate,
  formatMoney,
  FREQUENCY_LABEL,
  INCOME_KIND_LABEL,
  parseDate,
  parseMoney,
  splitAddress,
  TENURE_LABEL,
  WORK_KIND_LABEL,
  type IsoDate,
  type Minor,
} from '@cavren/core';
import TypedInput from './TypedInput.vue';
import { computed, ref } from 'vue';
import { api, ApiProblem, messageOf } from '../api/index';

/** What somebody fills in about themselves; every answer is saved as its field is left, and the officer can go on with it at any time. */
const props = defineProps<{ view: DoorView; details: DoorDetailsView }>();
const emit = defineEmits<{ change: [view: DoorView]; back: [] }>();
const problems = ref<Record<string, string>>({});
const saving = ref(false);
const chain = ref<Promise<void>>(Promise.resolve());

/** One save after the other; when the officer changed something meanwhile, it is repeated on top of that. */
function save(changes: DetailChange[], at: string): void {
  chain.value = chain.value.then(async () => {
    saving.value = true;
    for (let turn = 1; turn <= 3; turn += 1) {
      try {
        emit('change', await api.patch<DoorView>('/api/door/details', { version: current.value.version, changes }));
        problems.value = { ...problems.value, [at]: '' };
        break;
      } catch (error) {
        if (turn < 3 && error instanceof ApiProblem && error.problem.code === 'stale') {
          emit('change', await api.get<DoorView>('/api/door/me'));
          continue;
        }
        problems.value = { ...problems.value, [at]: error instanceof ApiProblem ? (error.problem.errors?.[0]?.message ?? messageOf(error)) : messageOf(error) };
        break;
      }
    }
    saving.value = false;
  });
}
const current = computed(() => props.details);
const newId = (): string => crypto.randomUUID().replaceAll('-', '');
const setOwn = (field: string, value: FieldValue) => save([{ op: 'set', entity: 'person', id: props.details.personId, field, value }], field);
const setRow = (entity: 'home' | 'work' | 'income', id: string, field: string, value: FieldValue) =>
  save([{ op: 'set', entity, id, field, value }], `${id}.${field}`);
const addRow = (entity: 'home' | 'work' | 'income', values: Record<string, FieldValue> = {}) =>
  save([{ op: 'add', entity, id: newId(), values: { personId: props.details.personId, ...values } }], entity);
const removeRow = (entity: 'home' | 'work' | 'income', id: string) => save([{ op: 'remove', entity, id }], id);
const valueOf = (event: Event): string => (event.target as HTMLInputElement).value.trim();

function putDate(text: string, at: string, put: (date: IsoDate | null) => void): void {
  const date = text === '' ? null : parseDate(text, props.details.dateOrder, props.details.today);
  if (text !== '' && date === null)
    problems.value = { ...problems.value, [at]: `There is no date ${text}. Write it like ${formatDate('1990-04-30', props.details.dateOrder)}.` };
  else put(date);
}
function putMoney(text: string, at: string, put: (amount: number | null) => void): void {
  const amount = text === '' ? null : parseMoney(text);
  if (text !== '' && amount === null) problems.value = { ...problems.value, [at]: 'Write an amount like 1,250.00.' };
  else put(amount);
}
function putRequest(field: DoorDetailsView['request'][number], text: string): void {
  const put = (value: FieldValue) => save([{ op: 'set', entity: 'request', id: null, field: field.field, value }], field.field);
  if (field.kind === 'money') putMoney(text, field.field, put);
  else if (field.kind === 'date') putDate(text, field.field, put);
  else if (field.kind === 'whole') put(text === '' ? null : Number(text) || null);
  else put(text || null);
}
const shownRequest = (field: DoorDetailsView['request'][number]): string =>
  field.value === null
    ? ''
    : field.kind === 'money'
      ? formatMoney(field.value as Minor)
      : field.kind === 'date'
        ? formatDate(String(field.value), props.details.dateOrder)
        : String(field.value);
type OwnIncome = DoorDetailsView['incomes'][number];
interface AskedOfIncome {
  field: 'hoursPerWeek' | 'monthsSeen' | 'yearEnd' | 'profitLatest' | 'profitBefore' | 'capital' | 'yieldRate';
  label: string;
  kind: 'money' | 'date' | 'number' | 'percent';
}
const VARIABLE: readonly (string | null)[] = ['overtime', 'bonus', 'commission'];
const isVariable = ({ kind }: OwnIncome): boolean => VARIABLE.includes(kind);
const hasAmount = ({ kind }: OwnIncome): boolean => kind !== 'selfEmployed' && kind !== 'investment';
/** What is asked besides, by the kind of income. */
function askedOf(income: OwnIncome): AskedOfIncome[] {
  if (income.kind === 'selfEmployed')
    return [
      { field: 'yearEnd', label: 'Your latest year of accounts ended on', kind: 'date' },
      { field: 'profitLatest', label: 'Profit of that year', kind: 'money' },
      { field: 'profitBefore', label: 'Profit of the year before', kind: 'money' },
    ];
  if (income.kind === 'investment')
    return [
      { field: 'capital', label: 'How much is invested', kind: 'money' },
      { field: 'yieldRate', label: 'What it yields a year, in per cent', kind: 'percent' },
    ];
  if (isVariable(income)) return [{ field: 'monthsSeen', label: 'Over how many months', kind: 'number' }];
  return income.frequency === 'hourly' ? [{ field: 'hoursPerWeek', label: 'Hours a week', kind: 'number' }] : [];
}
function shownIncome(income: OwnIncome, { field, kind }: AskedOfIncome): string {
  const value = income[field];
  if (value === null) return '';
  if (kind === 'date') return formatDate(String(value), props.details.dateOrder);
  if (kind === 'money') return formatMoney(value as Minor);
  return String(kind === 'percent' ? Number((Number(value) * 100).toFixed(4)) : value);
}
function putIncome(id: string, { field, kind }: AskedOfIncome, typed: string): void {
  const at = `${id}.${field}`;
  const put = (value: FieldValue) => setRow('income', id, field, value);
  if (kind === 'date') putDate(typed, at, put);
  else if (kind === 'money') putMoney(typed, at, put);
  else {
    const number = typed === '' ? null : Number(typed.replace('%', '').trim());
    if (number !== null && !Number.isFinite(number)) problems.value = { ...problems.value, [at]: 'Write a number like 37.5.' };
    else put(number === null ? null : kind === 'percent' ? Number((number / 100).toFixed(6)) : number);
  }
}
function answer(question: DoorDetailsView['questions'][number], field: 'value' | 'explanation', value: string | null): void {
  if (question.id) save([{ op: 'set', entity: 'answer', id: question.id, field, value }], question.code);
  else if (value !== null)
    save([{ op: 'add', entity: 'answer', id: newId(), values: { personId: props.details.personId, question: question.code, [field]: value } }], question.code);
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
async function run(url: string, body: object = {}): Promise<void> {
  await chain.value;
  try {
    emit('change', await api.post<DoorView>(url, body));
  } catch (error) {
    problems.value = { ...problems.value, form: messageOf(error) };
  }
}
async function done(): Promise<void> {
  await run('/api/door/details/done');
  emit('back');
}
const shownDate = (date: string | null): string => (date ? formatDate(date, props.details.dateOrder) : '');
const text = (field: string): string => {
  const value = props.details.person[field];
  return typeof value === 'string' ? value : '';
};
const born = computed(() => (text('birthDate') ? dateInWords(text('birthDate') as IsoDate) : ''));
const ended = computed(() => props.details.questions.find(({ ends }) => ends !== null)?.ends ?? null);
</script>

<template>
  <div class="stack">
    <p class="soft">
      File <span class="mono">{{ view.reference }}</span> · <span role="status">{{ saving ? 'saving …' : 'everything is saved' }}</span>
    </p>
    <h1>Your details</h1>
    <p v-if="problems['form']" class="problem" role="alert">{{ problems['form'] }}</p>
    <p v-if="ended" class="card" role="status">{{ ended.charAt(0).toUpperCase() + ended.slice(1) }} What you said is kept; call us if it was a mistake.</p>

    <section class="card stack">
      <h2>Questions</h2>
      <div v-for="question in details.questions" :key="question.code" class="stack tight">
        <p :id="`q-${question.code}`">{{ question.text }}</p>
        <div v-if="question.answer === 'yesNo'" class="pair" role="group" :aria-labelledby="`q-${question.code}`">
          <button
            v-for="value in ['yes', 'no']"
            :key="value"
            type="button"
            :class="{ on: question.value === value }"
            :aria-pressed="question.value === value"
            @click="answer(question, 'value', value)"
          >
            {{ value }}
          </button>
        </div>
        <TypedInput
          v-else
          :value="question.value ?? ''"
          :aria-labelledby="`q-${question.code}`"
          inputmode="decimal"
          @change="answer(question, 'value', $event || null)"
        />
        <label v-if="question.explain">
          Please explain
          <TypedInput :value="question.explanation ?? ''" @change="answer(question, 'explanation', $event || null)" />
        </label>
        <span v-if="problems[question.code]" class="problem" role="alert">{{ problems[question.code] }}</span>
      </div>
    </section>

    <section v-if="details.request.length > 0" class="card stack">
      <h2>What you ask for</h2>
      <label v-for="field in details.request" :key="field.field">
        {{ field.label }}
        <select v-if="field.kind === 'choice'" :value="field.value ?? ''" :name="field.field" @change="putRequest(field, valueOf($event))">
          <option value="" />
          <option v-for="option in field.options" :key="option" :value="option">{{ option }}</option>
        </select>
        <TypedInput
          v-else
          :value="shownRequest(field)"
          :name="field.field"
          :inputmode="field.kind === 'date' ? 'text' : 'decimal'"
          @change="putRequest(field, $event)"
        />
        <span v-if="problems[field.field]" class="problem" role="alert">{{ problems[field.field] }}</span>
      </label>
    </section>

    <section class="card stack">
      <h2>About you</h2>
      <label>
        Name, exactly as on your identity paper
        <TypedInput :value="text('fullName')" name="fullName" autocomplete="name" @change="setOwn('fullName', $event || null)" />
      </label>
      <label>
        What we call you
        <TypedInput :value="text('knownAs')" name="knownAs" @change="setOwn('knownAs', $event || null)" />
      </label>
      <label>
        Birth date
        <TypedInput :value="shownDate(text('birthDate'))" name="birthDate" @change="putDate($event, 'birthDate', (date) => setOwn('birthDate', date))" />
        <span v-if="problems['birthDate']" class="problem" role="alert">{{ problems['birthDate'] }}</span>
        <span v-else class="soft">{{ born }}</span>
      </label>
      <label>
        {{ details.idLabel }}
        <input
          :placeholder="details.idTail ? `we have it, ending ${details.idTail}` : ''"
          name="idNumber"
          autocomplete="off"
          @change="setOwn('idNumber', valueOf($event) || null)"
        />
        <span v-if="problems['idNumber']" class="problem" role="alert">{{ problems['idNumber'] }}</span>
      </label>
      <label>
        E-mail, if you have one
        <TypedInput :value="text('email')" name="email" type="email" autocomplete="email" @change="setOwn('email', $event || null)" />
        <span v-if="problems['email']" class="problem" role="alert">{{ problems['email'] }}</span>
      </label>
      <label v-if="details.languages.length > 1">
        Language
        <select :value="text('language')" name="language" @change="setOwn('language', valueOf($event) || null)">
          <option value="" />
          <option v-for="{ code, label } in details.languages" :key="code" :value="code">{{ label }}</option>
        </select>
      </label>
      <label>
        Anything that would help you (large print, an interpreter …)
        <TypedInput :value="text('accessibility')" name="accessibility" @change="setOwn('accessibility', $event || null)" />
      </label>
    </section>

    <section class="card stack">
      <h2>Where you live, and lived before</h2>
      <fieldset v-for="home in details.homes" :key="home.id" class="stack">
        <legend>{{ home.line ?? 'Address' }}</legend>
        <label
          >Street and number
          <TypedInput
            :value="home.line ?? ''"
            autocomplete="street-address"
            @paste="pasteAddress($event, home.id)"
            @change="setRow('home', home.id, 'line', $event || null)"
        /></label>
        <label>Town <TypedInput :value="home.town ?? ''" @change="setRow('home', home.id, 'town', $event || null)" /></label>
        <label
          >Postal code <TypedInput :value="home.postalCode ?? ''" autocomplete="postal-code" @change="setRow('home', home.id, 'postalCode', $event || null)"
        /></label>
        <label>
          Since
          <TypedInput :value="shownDate(home.since)" @change="putDate($event, `${home.id}.since`, (date) => setRow('home', home.id, 'since', date))" />
          <span v-if="problems[`${home.id}.since`]" class="problem" role="alert">{{ problems[`${home.id}.since`] }}</span>
        </label>
        <label>
          Until (empty when you live there now)
          <TypedInput :value="shownDate(home.until)" @change="putDate($event, `${home.id}.until`, (date) => setRow('home', home.id, 'until', date))" />
          <span v-if="problems[`${home.id}.until`]" class="problem" role="alert">{{ problems[`${home.id}.until`] }}</span>
        </label>
        <template v-if="home.until === null">
          <label>
            Owned or rented
            <select :value="home.tenure ?? ''" @change="setRow('home', home.id, 'tenure', valueOf($event) || null)">
              <option value="" />
              <option v-for="(label, tenure) in TENURE_LABEL" :key="tenure" :value="tenure">{{ label }}</option>
            </select>
          </label>
          <label>
            What it costs a month
            <TypedInput
              :value="home.monthlyCost === null ? '' : formatMoney(home.monthlyCost as Minor)"
              inputmode="decimal"
              @change="putMoney($event, `${home.id}.cost`, (amount) => setRow('home', home.id, 'monthlyCost', amount))"
            />
            <span v-if="problems[`${home.id}.cost`]" class="problem" role="alert">{{ problems[`${home.id}.cost`] }}</span>
          </label>
        </template>
        <button type="button" class="plain" @click="removeRow('home', home.id)">Take this address away</button>
      </fieldset>
      <button type="button" @click="addRow('home')">Add an address</button>
    </section>

    <section class="card stack">
      <h2>Work</h2>
      <fieldset v-for="work in details.works" :key="work.id" class="stack">
        <legend>{{ work.employer ?? 'Work' }}</legend>
        <label>
          What
          <select :value="work.kind ?? ''" @change="setRow('work', work.id, 'kind', valueOf($event) || null)">
            <option value="" />
            <option v-for="(label, kind) in WORK_KIND_LABEL" :key="kind" :value="kind">{{ label }}</option>
          </select>
        </label>
        <label v-if="work.kind === 'employed' || work.kind === 'selfEmployed'">
          {{ work.kind === 'employed' ? 'Employer' : 'Business' }}
          <TypedInput :value="work.employer ?? ''" @change="setRow('work', work.id, 'employer', $event || null)" />
        </label>
        <label>
          Since
          <TypedInput :value="shownDate(work.since)" @change="putDate($event, `${work.id}.since`, (date) => setRow('work', work.id, 'since', date))" />
          <span v-if="problems[`${work.id}.since`]" class="problem" role="alert">{{ problems[`${work.id}.since`] }}</span>
        </label>
        <label>
          Until (empty when it goes on)
          <TypedInput :value="shownDate(work.until)" @change="putDate($event, `${work.id}.until`, (date) => setRow('work', work.id, 'until', date))" />
          <span v-if="problems[`${work.id}.until`]" class="problem" role="alert">{{ problems[`${work.id}.until`] }}</span>
        </label>
        <button type="button" class="plain" @click="removeRow('work', work.id)">Take this away</button>
      </fieldset>
      <button type="button" @click="addRow('work', { kind: 'employed' })">Add work, or a time without</button>
    </section>

    <section class="card stack">
      <h2>Income</h2>
      <fieldset v-for="income in details.incomes" :key="income.id" class="stack">
        <legend>{{ income.source ?? 'Income' }}</legend>
        <label>
          Kind
          <select :value="income.kind ?? ''" @change="setRow('income', income.id, 'kind', valueOf($event) || null)">
            <option value="" />
            <option v-for="(label, kind) in INCOME_KIND_LABEL" :key="kind" :value="kind">{{ label }}</option>
          </select>
        </label>
        <label>From whom <TypedInput :value="income.source ?? ''" @change="setRow('income', income.id, 'source', $event || null)" /></label>
        <label v-if="hasAmount(income)">
          {{ isVariable(income) ? 'How much in all, before taxes' : 'How much, before taxes' }}
          <TypedInput
            :value="income.amount === null ? '' : formatMoney(income.amount as Minor)"
            inputmode="decimal"
            @change="putMoney($event, `${income.id}.amount`, (amount) => setRow('income', income.id, 'amount', amount))"
          />
          <span v-if="problems[`${income.id}.amount`]" class="problem" role="alert">{{ problems[`${income.id}.amount`] }}</span>
        </label>
        <label v-if="hasAmount(income) && !isVariable(income)">
          How often
          <select :value="income.frequency ?? ''" @change="setRow('income', income.id, 'frequency', valueOf($event) || null)">
            <option value="" />
            <option v-for="(label, frequency) in FREQUENCY_LABEL" :key="frequency" :value="frequency">{{ label }}</option>
          </select>
        </label>
        <label v-for="one in askedOf(income)" :key="one.field">
          {{ one.label }}
          <TypedInput :value="shownIncome(income, one)" :inputmode="one.kind === 'date' ? 'text' : 'decimal'" @change="putIncome(income.id, one, $event)" />
          <span v-if="problems[`${income.id}.${one.field}`]" class="problem" role="alert">{{ problems[`${income.id}.${one.field}`] }}</span>
        </label>
        <button type="button" class="plain" @click="removeRow('income', income.id)">Take this income away</button>
      </fieldset>
      <button type="button" @click="addRow('income')">Add an income</button>
    </section>

    <section class="card stack">
      <h2>What you agree to</h2>
      <div v-for="consent in details.consents" :key="consent.kind" class="stack tight">
        <p>
          <b>{{ consent.label }}</b>{{ consent.needed ? '' : ' (as you like)' }}. {{ consent.text }}
        </p>
        <p v-if="consent.given" class="good">You agreed.</p>
        <button v-else type="button" @click="run('/api/door/consents', { kind: consent.kind })">I agree</button>
      </div>
    </section>

    <section class="card stack">
      <h2>{{ details.missing.length === 0 ? 'Nothing is missing' : 'Still missing' }}</h2>
      <ul v-if="details.missing.length > 0">
        <li v-for="entry in details.missing" :key="entry.key">{{ entry.what }}</li>
      </ul>
      <p class="soft">You can hand it to us as it is: we go on with you by phone, or ask you for the rest.</p>
      <button type="button" class="strong" @click="done">I am done for now, you go on</button>
      <button type="button" class="plain" @click="emit('back')">Go on later: everything is kept</button>
    </section>
  </div>
</template>

<style scoped>
fieldset {
  margin: 0;
  padding: 10px 12px;
  border: 1px solid var(--rule-strong);
  border-radius: 4px;
}
legend {
  font-weight: 700;
  padding: 0 4px;
}
.tight {
  gap: 4px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.pair .on {
  background: var(--teal);
  color: var(--on-teal);
}
ul {
  margin: 0;
  padding-left: 20px;
}
</style>
