<script setup lang="ts">
import {
  applyChanges,
  barToAgree,
  barToChange,
  coveredName,
  fieldOf,
  lineName,
  moneyIn,
  openChange,
  parseDate,
  priceOfChange,
  rowIn,
  type DetailChange,
  type FileState,
  type FieldValue,
  type PolicyChange,
} from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { offerActs, WillHappen } from '../acts/index';
import { TermLines } from '../affordability/index';
import { useEditing, useShown } from '../file/index';
import { AskChoice, AskText, Fold, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { readTyped, saidValue, useSay } from '../words/index';

/** A policy that is changed while it runs: what it would cost from a day on, who proposed it, and who agreed. */
const props = defineProps<{ file: FileState }>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const { showDate } = useShown();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const rules = computed(() => props.file.product.cover);

/** Something that can be changed: a field of a row with what it can be, or a row that goes. */
interface Choice {
  value: string;
  label: string;
  options: { value: string; label: string }[] | null;
  changeTo: (value: FieldValue) => DetailChange;
  field: { entity: 'cover' | 'coverLine' | 'request'; name: string } | null;
}
const codes = (entries: readonly { code: string; label: string }[] = []) => entries.map(({ code, label }) => ({ value: code, label }));
const numbers = (list: readonly number[], unit: string) => list.map((one) => ({ value: String(one), label: `${one} ${unit}` }));
function fieldChoice(entity: 'cover' | 'coverLine', id: string, whose: string, name: string, options: Choice['options']): Choice {
  const changeTo = (value: FieldValue): DetailChange => ({ op: 'set', entity, id, field: name, value });
  return { value: `${id}.${name}`, label: `${whose}: ${fieldOf(entity, name)?.label.toLowerCase() ?? name}`, options, changeTo, field: { entity, name } };
}
const gone = (entity: 'cover' | 'coverLine', id: string, whose: string): Choice => ({
  value: `${id}.`,
  label: `${whose}: no longer covered`,
  options: null,
  changeTo: () => ({ op: 'remove', entity, id }),
  field: null,
});
const choices = computed<Choice[]>(() => {
  const of = rules.value;
  if (!of) return [];
  const persons = props.file.covers.flatMap((cover) => {
    const who = say(coveredName(props.file, cover));
    return [
      fieldChoice('cover', cover.id, who, 'plan', codes(of.plans)),
      ...(of.benefit
        ? [
            fieldChoice('cover', cover.id, who, 'benefit', null),
            fieldChoice('cover', cover.id, who, 'waitingDays', numbers(of.waitingDays, 'days')),
            fieldChoice('cover', cover.id, who, 'benefitMonths', numbers(of.benefitMonths, 'months')),
          ]
        : []),
      ...(props.file.covers.length > 1 ? [gone('cover', cover.id, who)] : []),
    ];
  });
  const lines = props.file.coverLines.flatMap((line) => {
    const what = say(lineName(props.file, line));
    return [
      fieldChoice('coverLine', line.id, what, 'units', null),
      fieldChoice('coverLine', line.id, what, 'unitPrice', null),
      fieldChoice('coverLine', line.id, what, 'level', codes(of.lines?.levels)),
      fieldChoice('coverLine', line.id, what, 'place', codes(of.lines?.places)),
      ...(props.file.coverLines.length > 1 ? [gone('coverLine', line.id, what)] : []),
    ];
  });
  const assistance: Choice[] =
    props.file.request.assistance === 'asked'
      ? [
          {
            value: 'assistance',
            label: 'Assistance ends',
            options: null,
            changeTo: () => ({ op: 'set', entity: 'request', id: null, field: 'assistance', value: 'none' }),
            field: null,
          },
        ]
      : [];
  return [...persons, ...lines, ...assistance];
});
const what = ref('');
const typed = ref('');
const on = ref('');
const reason = ref('');
watch(what, () => (typed.value = ''));
const chosen = computed(() => choices.value.find(({ value }) => value === what.value) ?? null);
const reading = computed<{ value: FieldValue } | { problem: string }>(() => {
  const field = chosen.value?.field;
  const described = field && fieldOf(field.entity, field.name);
  if (!chosen.value || !described || chosen.value.options) return { value: typed.value === '' ? null : typed.value };
  return readTyped(described, typed.value, editing.writing.value, editing.today.value);
});
const day = computed(() => (on.value === '' ? nearest.value : parseDate(on.value, props.file.pack.dateOrder, editing.today.value)));
const nearest = computed(() => {
  const starts = props.file.policy?.startsOn ?? editing.today.value;
  return starts > editing.today.value ? starts : editing.today.value;
});
const changes = computed<DetailChange[]>(() => {
  if (!chosen.value || 'problem' in reading.value) return [];
  if (chosen.value.field && reading.value.value === null) return [];
  return [chosen.value.changeTo(reading.value.value)];
});
const bar = computed(() => (day.value && changes.value.length > 0 ? barToChange(props.file, changes.value, day.value, editing.today.value) : null));
const price = computed(() =>
  day.value && changes.value.length > 0 && bar.value === null
    ? priceOfChange(props.file, changes.value, day.value, rules.value?.policy.shortRate ?? null)
    : null,
);
const waits = computed(() => (price.value === null ? 'what changes, and from when' : reason.value.trim().length < 3 ? 'why it changes' : null));
/** Where it is refused the head of the file says why, and what was typed stays. */
const propose = (): Promise<void> =>
  editing.act('/policy/changes', { on: day.value, changes: changes.value, reason: reason.value }).then(
    () => void ([what.value, reason.value] = ['', '']),
    () => undefined,
  );

const open = computed(() => openChange(props.file));
const own = computed(() => (open.value && desk.me ? barToAgree(open.value, desk.me.id) : null));
const answers = computed(() => open.value !== null && desk.may('policyChange.answer'));
const making = ref(false);
const refusing = ref(false);
const answer = (wish: 'make' | 'refuse') => editing.act(`/policy/changes/${open.value?.id ?? ''}`, { answer: wish });
offerActs(() =>
  answers.value
    ? [{ name: 'Make the change of the policy', key: 'A', waits: own.value === null ? null : say(own.value), run: () => (making.value = true) }]
    : [],
);
const inMoney = (amount: number): string => (amount > 0 ? `${money(amount)} charged` : amount < 0 ? `${money(-amount)} back` : 'nothing at once');
const happens = computed(() => [
  { what: 'What', to: open.value ? wordsOf(open.value).join('; ') : '' },
  { what: 'From', to: showDate(open.value?.on ?? null) },
  { what: 'At once', to: inMoney(open.value?.amount ?? 0) },
]);
const MADE = { proposed: 'proposed', made: 'made', refused: 'refused' } as const;
const MARK = { proposed: 'waiting', made: 'settled', refused: 'none' } as const;

/** A change in words: what it is of, and what it becomes. */
function wordsOf({ changes: wished }: Pick<PolicyChange, 'changes'>): string[] {
  const after = applyChanges(props.file, wished, '');
  return wished.map((change) => {
    if (change.op === 'set' && change.entity === 'request') return 'Assistance ends';
    const row = rowIn(props.file, change.entity, change.id) ?? rowIn(after, change.entity, change.id);
    const whose =
      change.entity === 'coverLine'
        ? say(lineName(props.file, (row ?? { item: null, mark: null }) as { item: string | null; mark: string | null }))
        : say(coveredName(props.file, { personId: typeof row?.['personId'] === 'string' ? row['personId'] : '' }));
    if (change.op === 'remove') return `${whose}: no longer covered`;
    if (change.op === 'add') return `${whose}: added`;
    const known = choices.value.find(({ value }) => value === `${change.id ?? ''}.${change.field}`);
    const described = fieldOf(change.entity, change.field);
    const said = known?.options?.find(({ value }) => value === change.value)?.label ?? (described ? saidValue(described, change.value, props.file.pack) : '');
    return `${whose}: ${described?.label.toLowerCase() ?? change.field} ${said}`;
  });
}
</script>

<template>
  <div>
    <template v-if="file.policyChanges.length > 0">
      <h4 class="mt-3">Changes while it runs</h4>
      <ul class="facts plain">
        <li v-for="one in file.policyChanges" :key="one.id">
          <Mark :kind="MARK[one.state]" /> From {{ showDate(one.on) }}: {{ wordsOf(one).join('; ') }}, {{ inMoney(one.amount) }}
          <span class="soft text-small d-block">
            proposed by {{ one.proposedBy }} ({{ one.reason }}){{ one.decidedBy ? `; ${MADE[one.state]} by ${one.decidedBy}` : '' }}
            {{ one.order?.state === 'done' ? '; the bank has done it' : one.order ? '; at the bank' : '' }}
          </span>
        </li>
      </ul>
    </template>
    <p v-if="answers" class="row-actions mt-2">
      <v-btn variant="flat" :disabled="own !== null" @click="making = true">Make the change</v-btn>
      <v-btn :disabled="own !== null" @click="refusing = true">Refuse it</v-btn>
      <span v-if="own" class="soft">{{ say(own) }}</span>
    </p>
    <Fold v-if="desk.may('policy.change') && !open" class="mt-3" title="Change it while it runs">
      <div class="fields">
        <AskChoice v-model="what" class="two" label="What changes" :items="choices" />
        <AskChoice v-if="chosen?.options" v-model="typed" label="To" :items="chosen.options" />
        <AskText v-else-if="chosen?.field" v-model="typed" label="To" :hint="'problem' in reading && typed !== '' ? reading.problem : ''" />
        <AskText v-model="on" label="From" :hint="day ? `that is ${showDate(day)}` : 'a day of the term'" />
        <AskText v-model="reason" class="two" label="Why" />
      </div>
      <v-alert v-if="bar" class="note ember mt-2" role="note">{{ say(bar) }}</v-alert>
      <template v-if="price">
        <p class="mt-2">
          <b>{{ inMoney(price.amount) }}</b>; a year comes to {{ money(price.after) }} instead of {{ money(price.before)
          }}{{ price.next ? `, each payment from ${showDate(price.next.dueOn)} on to ${money(price.next.each)}` : '' }}.
        </p>
        <TermLines :terms="price.terms" :currency="file.pack.currency" />
      </template>
      <p class="row-actions mt-2">
        <v-btn variant="flat" :disabled="waits !== null" @click="propose">Propose the change</v-btn>
        <span v-if="waits" class="soft">waits for: {{ waits }}</span>
      </p>
    </Fold>
    <WillHappen v-model="making" title="Make the change of the policy" confirm="Make it" :happens="happens" :run="() => answer('make')" />
    <WillHappen v-model="refusing" title="Refuse the change of the policy" confirm="Refuse it" :happens="happens" :run="() => answer('refuse')" />
  </div>
</template>
