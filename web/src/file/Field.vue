<script setup lang="ts">
import type { FieldValue } from '@cavren/contract';
import { fieldOf, isLockedFor, rowIn, subjectOf, dateInWords, parseMonth, PART_OF, splitAddress, splitName, type Entity, type IsoDate } from '@cavren/core';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { useShown } from './shown';
import { useDesk } from '../session/index';
import { DetailControl } from '../fields/index';
import { possibleDates } from './dates';
import { useEditing } from './editing';
import { optionsOf, type Option } from './options';
import { goOnFrom, Labelled, NeededNow } from '../look/index';
import { DATE_FORM, labelOf, readTyped, typedValue, type Reading } from '../words/index';

const { showTime } = useShown();
/** One field of a file, by the description of its detail: shows what is there, reads what people type, saves when it is left, says what is wrong at itself. */
const props = defineProps<{
  entity: Entity;
  id?: string | null;
  field: string;
  /** Where the place says it otherwise than the description of the detail. */
  label?: string;
  /** What an empty choice stands for. */
  empty?: string;
  /** Choices that the file, its product or its place gives. */
  options?: Option[];
  bare?: boolean;
  hint?: string;
  locked?: boolean;
}>();
const editing = useEditing();
const desk = useDesk();
const rowId = computed<string | null>(() => props.id ?? null);
const described = computed(() => fieldOf(props.entity, props.field));
const kind = computed(() => described.value?.kind ?? 'text');
const label = computed(() => props.label ?? labelOf(props.entity, props.field));
const hint = computed(() => props.hint ?? described.value?.hint);
const choices = computed<Option[]>(() => props.options ?? optionsOf(described.value?.words ?? {}));
const anchor = computed(() => (props.id ? `${props.id}.${props.field}` : props.field));
const subject = computed(() => subjectOf({ op: 'set', entity: props.entity, id: rowId.value, field: props.field, value: null }));
const problem = computed(() => editing.problems.get(subject.value) ?? '');
/** How somebody is reached can be changed while the rest is locked. */
const disabled = computed(
  () => !desk.may('details.write') || (props.locked && (!editing.file.value || isLockedFor(editing.file.value, { entity: props.entity, field: props.field }))),
);

const needed = computed(() => editing.needed.value.has(anchor.value));
const stored = computed<unknown>(() => (editing.file.value ? (rowIn(editing.file.value, props.entity, rowId.value)?.[props.field] ?? null) : null));
const { writing } = editing;
const show = (value: unknown): string => (described.value ? typedValue(described.value, value, writing.value) : '');
const read = (raw: string): Reading =>
  described.value && editing.view.value ? readTyped(described.value, raw, writing.value, editing.view.value.today) : { value: raw };
const shown = computed(() => show(stored.value));
const text = ref(shown.value);
const focused = ref(false);
/** The days that were meant, where that has to be asked. */
const asked = ref<IsoDate[]>([]);
const which = ref<HTMLElement | null>(null);
watch(asked, (days) => (days.length > 0 ? editing.asking.add(subject.value) : editing.asking.delete(subject.value)));
onBeforeUnmount(() => editing.asking.delete(subject.value));
watch(shown, (value) => {
  if (!focused.value && !problem.value && asked.value.length === 0) text.value = value;
});

/** How a date is written here, and of a hidden number the end that is there, while one is about to type. */
const placeholder = computed(() => {
  if (!focused.value) return '';
  if (kind.value === 'date') return DATE_FORM[writing.value.dateOrder];
  return kind.value === 'hidden' ? shown.value : '';
});
function datesIn(text: string): IsoDate[] {
  const { view } = editing;
  if (!view.value) return [];
  const { month } = described.value ?? {};
  const inMonth = month ? parseMonth(text, month) : null;
  return inMonth ? [inMonth] : possibleDates(text, writing.value.dateOrder, view.value.today);
}
/** What a typed date is read as, while it is typed. */
const reading = computed(() => {
  if (kind.value !== 'date' || !focused.value || text.value === shownBefore.value) return '';
  const dates = datesIn(text.value);
  return dates.map(dateInWords).join(' or ');
});
const saidBy = computed(() => {
  const known = editing.stated.value[subject.value] ?? (props.id ? editing.stated.value[`${props.entity}/${props.id}`] : undefined);
  return known && stored.value !== null ? `${known.applicant ? 'said at the front door by' : 'keyed by'} ${known.by}, ${showTime(known.at)}` : '';
});

/** Field and figures follow what is typed in one go: a listener of its own would have everything drawn twice. */
function typed(now: string): void {
  text.value = now;
  const reading = read(text.value);
  if ('value' in reading && kind.value !== 'hidden') editing.type(props.entity, rowId.value, props.field, reading.value);
}

function left(): void {
  focused.value = false;
  if (text.value === shownBefore.value) {
    editing.forget(props.entity, rowId.value, props.field);
    return;
  }
  if (kind.value === 'date' && datesIn(text.value).length > 1) return ask();
  const reading = read(text.value);
  if ('problem' in reading) {
    editing.refuse(props.entity, rowId.value, props.field, reading.problem);
    return;
  }
  editing.leave(props.entity, rowId.value, props.field, reading.value);
  if (kind.value !== 'hidden') text.value = show(reading.value);
}

/** Day and month may be exchanged: which day is meant is asked, and nothing is saved before it was said. */
function ask(): void {
  asked.value = datesIn(text.value);
  editing.forget(props.entity, rowId.value, props.field);
  void nextTick(() => which.value?.querySelector('button')?.focus());
}
function say(date: IsoDate): void {
  const answered = which.value?.closest('.field')?.querySelector<HTMLElement>('.field-input');
  asked.value = [];
  editing.leave(props.entity, rowId.value, props.field, date);
  text.value = show(date);
  // What was asked between two fields leads on to the second.
  if (answered) void nextTick(() => goOnFrom(answered));
}

/** “Same as”: the value of the row before, or of the applicant for a person; for a street the whole address. */
function sameAsBefore(event: KeyboardEvent): void {
  const file = editing.file.value;
  if (!(event.ctrlKey && event.key === '=') || !file || props.entity === 'request' || kind.value === 'hidden') return;
  event.preventDefault();
  const rows = file[PART_OF[props.entity]] as unknown as Record<string, unknown>[];
  const at = rows.findIndex((row) => row['id'] === props.id);
  const fields = props.entity === 'home' && ADDRESS.includes(props.field) ? ADDRESS : [props.field];
  const source = [...rows.slice(0, at).reverse(), ...rows.slice(at + 1)].find((row) => row[props.field] !== null && row[props.field] !== undefined);
  if (!source) return;
  asked.value = [];
  editing.change(
    'same as',
    fields.map((field) => ({ op: 'set', entity: props.entity, id: rowId.value, field, value: (source[field] ?? null) as FieldValue })),
  );
  text.value = show(source[props.field]);
  shownBefore.value = text.value;
}
const ADDRESS = ['line', 'town', 'region', 'postalCode', 'country', 'district'];

/** A whole address or a name in one string is split where it is pasted. */
function pasted(event: ClipboardEvent): void {
  const raw = event.clipboardData?.getData('text/plain') ?? '';
  const put = (values: Record<string, string | null>): void => {
    event.preventDefault();
    editing.change(
      'pasted',
      Object.entries(values)
        .filter(([, value]) => value !== null)
        .map(([field, value]) => ({ op: 'set', entity: props.entity, id: rowId.value, field, value })),
    );
    text.value = values[props.field] ?? '';
    shownBefore.value = text.value;
  };
  if (props.entity === 'home' && props.field === 'line') {
    const address = splitAddress(raw, editing.file.value?.pack.phoneRegion ?? 'US');
    if (address) put({ ...address });
  } else if (props.entity === 'person' && props.field === 'fullName') {
    const { fullName, knownAs } = splitName(raw);
    if (fullName !== raw.trim() || knownAs) put({ fullName, knownAs });
  }
}

const shownBefore = ref('');
function entered(event: FocusEvent): void {
  focused.value = true;
  asked.value = [];
  shownBefore.value = problem.value ? '\u0000' : text.value;
  if (kind.value === 'hidden' && text.value.startsWith('••••')) {
    text.value = '';
    shownBefore.value = '';
  }
  if (event.target instanceof HTMLInputElement && kind.value !== 'hidden') event.target.select();
}
function leftHidden(): void {
  focused.value = false;
  if (text.value === '') {
    text.value = shown.value;
    return;
  }
  left();
}
const chosen = (value: string | boolean | null): void => editing.leave(props.entity, rowId.value, props.field, value);

async function reveal(): Promise<void> {
  const { api } = await import('../api/index');
  const answer = await api.post<{ number: string }>(`${editing.url}/reveal`, { entity: props.entity, id: rowId.value, field: props.field });
  text.value = answer.number;
  await editing.load();
}
const said = computed(() => {
  if (asked.value.length > 0 || problem.value || reading.value) return undefined;
  return focused.value && saidBy.value && !props.bare ? undefined : hint.value;
});
</script>

<template>
  <Labelled v-if="described" :id="`f-${anchor}`" class="field" :class="{ due: bare && needed && stored === null }" :label="label" :bare="bare">
    <template #beside>
      <NeededNow v-if="needed && stored === null" />
    </template>
    <template #default="{ named }">
      <DetailControl
        :text="text"
        :described="described"
        :named="named"
        :value="stored"
        :choices="choices"
        :empty="empty"
        :problem="asked.length > 0 ? '' : problem"
        :hint="said"
        :disabled="disabled"
        :placeholder="placeholder"
        :data-anchor="anchor"
        :data-typed="focused && text !== shownBefore ? 'yes' : 'no'"
        @focus="entered"
        @update:text="typed"
        @blur="kind === 'hidden' ? leftHidden() : left()"
        @keydown="sameAsBefore"
        @paste="pasted"
        @chosen="chosen"
      >
        <v-btn
          v-if="kind === 'hidden' && stored !== null && text.startsWith('•') && desk.may('number.reveal')"
          size="x-small"
          variant="tonal"
          @mousedown.prevent
          @click.stop="reveal"
        >
          Show
        </v-btn>
      </DetailControl>
    </template>
    <template #below>
      <span
        v-if="asked.length > 0"
        ref="which"
        class="d-flex flex-wrap align-center ga-1 text-small"
        role="group"
        :aria-label="`Which day is meant by ${text}?`"
      >
        <v-btn v-for="date in asked" :key="date" size="x-small" variant="tonal" @click="say(date)">{{ dateInWords(date) }}</v-btn>
        <span>which?</span>
      </span>
      <span v-else-if="!problem && reading" class="floating bg-surface border text-ink-soft text-small text-no-wrap position-absolute px-1" role="status">{{
        reading
      }}</span>
      <span
        v-else-if="!problem && focused && saidBy && !bare"
        class="floating bg-surface border text-ink-soft text-small text-no-wrap position-absolute px-1"
        >{{ saidBy }}</span
      >
    </template>
  </Labelled>
</template>

<style scoped>
.due :deep(.v-field) {
  border-left: 4px solid var(--ember);
}
/* Comes and goes with the focus, so it takes no room: what is below must not move away under a click. */
.floating {
  top: 100%;
  z-index: 5;
}
</style>
