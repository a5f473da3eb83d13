<script setup lang="ts">
import type { FieldValue } from '@cavren/contract';
import {
  INTEREST_KIND_LABEL,
  lineCosts,
  lineName,
  linesToSend,
  linesToWithdraw,
  lineTotals,
  moneyIn,
  say as words,
  standingOf,
  type CoverLine,
  type LineStanding,
} from '@cavren/core';
import { mdiClipboardTextOutline, mdiSend } from '@mdi/js';
import { nanoid } from 'nanoid';
import { computed, ref } from 'vue';
import { offerActs, WillHappen } from '../acts/index';
import { CoverFits } from '../cover/index';
import { Field, optionsOf, Rows, useEditing, type ChapterProps, type Column } from '../file/index';
import { Mark, type MarkKind } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';
import PasteLines from './PasteLines.vue';

/** What is covered, line by line: what each is insured for and costs, and how far it is with the issuing system. */
const props = defineProps<ChapterProps>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const rules = computed(() => props.file.product.cover?.lines ?? null);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const options = (entries: readonly { code: string; label: string }[] = []) => entries.map(({ code, label }) => ({ value: code, label }));
const columns = computed<Column[]>(() => [
  { field: 'item', options: options(rules.value?.items), width: '12%' },
  { field: 'mark', width: '13%' },
  { field: 'place', label: 'Lies in', options: options(rules.value?.places), width: '10%' },
  { field: 'units', width: '7%' },
  { field: 'unitPrice', width: '14%' },
]);
/** A line goes on as the one above it did: where, at which level, for how long, through whom. */
const fresh = computed<Record<string, FieldValue>>(() => {
  const last = props.file.coverLines.at(-1);
  const values: Record<string, FieldValue> = last
    ? { place: last.place, share: last.share, level: last.level, weeks: last.weeks, agent: last.agent }
    : { share: 100, weeks: 52 };
  return values;
});
const costs = computed(() => new Map(lineCosts(props.file, editing.today.value).flatMap((cost) => (cost ? [[cost.lineId, cost] as const] : []))));
const totals = computed(() => lineTotals(props.file, editing.today.value));
const lineOf = (row: { id: string }): CoverLine => row as CoverLine;
const standings = computed(() => new Map(props.file.coverLines.map((line) => [line.id, standingOf(props.file, line)])));
const STATE: Record<LineStanding['state'], { word: string; mark: MarkKind }> = {
  entered: { word: 'Being entered', mark: 'open' },
  sent: { word: 'Sent', mark: 'waiting' },
  accepted: { word: 'Accepted', mark: 'settled' },
  rejected: { word: 'Rejected', mark: 'blocked' },
};
const levelOf = ({ level }: CoverLine): string => rules.value?.levels.find(({ code }) => code === level)?.label ?? '—';
const factsOf = (row: { id: string }) => [costs.value.get(row.id), standings.value.get(row.id)?.state, standings.value.get(row.id)?.version];
const unitOf = ({ item }: CoverLine): string => rules.value?.items.find(({ code }) => code === item)?.unit ?? '';

const interestColumns = computed<Column[]>(() => [
  { field: 'who', width: '30%' },
  { field: 'kind', options: optionsOf(INTEREST_KIND_LABEL), width: '20%' },
  {
    field: 'lineId',
    options: props.file.coverLines.map((line) => ({ value: line.id, label: say(lineName(props.file, line)) })),
    width: '28%',
  },
  { field: 'share', width: '14%' },
]);

const free = computed(() => !props.locked && desk.may('details.write'));
const pasting = ref(false);
const pasted = ref('');
/** Cells that are pasted into the grid are lines; a single word goes where it was pasted. */
function onPaste(event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain') ?? '';
  if (!free.value || !/\t|\n./.test(text.trim())) return;
  event.preventDefault();
  event.stopPropagation();
  pasted.value = text;
  pasting.value = true;
}
function addPasted(lines: Record<string, FieldValue>[]): void {
  editing.change(
    'pasted lines',
    lines.map((values) => ({ op: 'add', entity: 'coverLine', id: nanoid(), values: { ...(values['share'] == null ? { share: 100 } : {}), ...values } })),
  );
}

const unsent = computed(() => linesToSend(props.file));
const gone = computed(() => linesToWithdraw(props.file));
const count = computed(() => unsent.value.length + gone.value.length);
const sending = ref(false);
const problems = computed(() => props.path.entries.filter(({ key }) => key.startsWith('line:') || key === 'lines:sum'));
/** How many problems are said below the grid; the Path has all of them, each with its field. */
const SHOWN = 3;
const waits = computed(() => {
  const lacking = unsent.value.find(({ id }) => !costs.value.has(id));
  if (lacking) return `what ${say(lineName(props.file, lacking))} lacks`;
  return problems.value.length > 0 ? 'what can’t be covered as it is' : null;
});
offerActs(() =>
  free.value
    ? [
        { name: 'Paste lines', key: null, waits: null, run: () => (pasting.value = true) },
        ...(count.value > 0 ? [{ name: 'Send lines', key: 'L', waits: waits.value, run: () => (sending.value = true) }] : []),
      ]
    : [],
);
const happens = computed(() => [
  { what: 'Lines', to: `${unsent.value.length} to the issuing system, as they are now` },
  ...(gone.value.length > 0 ? [{ what: 'Taken out', to: `${gone.value.length} that it had accepted` }] : []),
  { what: 'Then', to: 'They can’t be changed until it has answered; what it doesn’t take comes back to the Path and to Today' },
]);
const stateOf = (id: string): LineStanding['state'] => standings.value.get(id)?.state ?? 'entered';
const markOf = (id: string): MarkKind => STATE[stateOf(id)].mark;
const wordOf = (id: string): string => STATE[stateOf(id)].word;
/** What the issuing system knows a line by, and which version of it this is. */
function detailOf(id: string): string {
  const { number = null, version = 1 } = standings.value.get(id) ?? {};
  return [number, version > 1 ? `version ${version}` : ''].filter(Boolean).join(', ');
}
const nothing = words('lines.nothingToSend');
</script>

<template>
  <section class="block" @paste.capture="onPaste">
    <h2>What is covered</h2>
    <Rows
      entity="coverLine"
      :rows="file.coverLines"
      :columns="columns"
      :fresh="fresh"
      add-label="Line"
      :locked="locked"
      :facts="factsOf"
      :cells="3"
      empty="Nothing is covered yet."
    >
      <template #heads>
        <th scope="col" class="figure insured">Insured</th>
        <th scope="col" class="figure pay">To pay</th>
        <th scope="col" class="state">State</th>
      </template>
      <template #cells="{ row }">
        <td class="figure counted">
          {{ costs.has(row.id) ? money(costs.get(row.id)?.insured ?? 0) : '—' }}
          <span class="soft text-small d-block">{{ levelOf(lineOf(row)) }}</span>
        </td>
        <td class="figure counted">
          {{ costs.has(row.id) ? money(costs.get(row.id)?.term.value ?? 0) : '—' }}
          <span class="soft text-small d-block">{{ lineOf(row).weeks === null ? '' : `${lineOf(row).weeks} weeks` }}</span>
        </td>
        <td>
          <span class="mark-small text-no-wrap">
            <Mark :kind="markOf(row.id)" />
            {{ wordOf(row.id) }}
          </span>
          <span class="soft text-small d-block">{{ detailOf(row.id) }}</span>
        </td>
      </template>
      <template #under="{ row }">
        <div class="more small-fields">
          <Field :id="row.id" entity="coverLine" field="share" label="Share insured, %" :locked="locked" />
          <Field :id="row.id" entity="coverLine" field="level" :options="options(rules?.levels)" :locked="locked" />
          <Field :id="row.id" entity="coverLine" field="weeks" :locked="locked" />
          <Field :id="row.id" entity="coverLine" field="agent" :options="options(rules?.agents)" :locked="locked" />
          <span v-if="unitOf(lineOf(row))" class="soft text-small">counted by the {{ unitOf(lineOf(row)) }}</span>
        </div>
        <ul v-if="standings.get(row.id)?.faults.length" class="facts plain note ember">
          <li v-for="fault in standings.get(row.id)?.faults" :key="fault.field">The issuing system: {{ fault.what }}</li>
        </ul>
      </template>
      <template #more>
        <v-btn v-if="free" size="small" :prepend-icon="mdiClipboardTextOutline" @click="pasting = true">Paste lines</v-btn>
      </template>
    </Rows>
    <v-alert v-for="problem in problems.slice(0, SHOWN)" :key="problem.key" class="note ember mt-3" role="note">{{ say(problem.what) }}.</v-alert>
    <p v-if="problems.length > SHOWN" class="soft text-small mt-1">{{ problems.length - SHOWN }} more of this kind stand on the Path.</p>
    <p data-anchor="send-lines" tabindex="-1" class="row-actions mt-3">
      <v-btn v-if="free" variant="flat" :prepend-icon="mdiSend" :disabled="count === 0 || waits !== null" @click="sending = true">
        {{ count === 1 ? 'Send one line' : `Send ${count} lines` }}
      </v-btn>
      <span v-if="count === 0" class="soft">{{ say(nothing) }}</span>
      <span v-else-if="waits" class="soft">waits for {{ waits }}</span>
    </p>
  </section>

  <CoverFits :file="file" :locked="locked" />

  <section v-if="totals.levels.length > 0" class="block" aria-label="By level">
    <h2>By level</h2>
    <v-table class="sheet">
      <thead>
        <tr>
          <th scope="col">Level</th>
          <th scope="col" class="figure">Lines</th>
          <th scope="col" class="figure">Sum insured</th>
          <th scope="col" class="figure">Premium</th>
          <th scope="col" class="figure">Assistance</th>
          <th scope="col" class="figure">To pay</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="level in totals.levels" :key="level.code">
          <td>{{ level.label }}</td>
          <td class="figure">{{ level.lines }}</td>
          <td class="figure">{{ money(level.insured) }}</td>
          <td class="figure">{{ money(level.premium) }}</td>
          <td class="figure">{{ money(level.assistance) }}</td>
          <td class="figure">{{ money(level.premium - level.assistance) }}</td>
        </tr>
        <tr class="font-weight-bold">
          <td>In all</td>
          <td class="figure">{{ file.coverLines.length }}</td>
          <td class="figure">{{ money(totals.insured) }}</td>
          <td class="figure">{{ money(totals.premium) }}</td>
          <td class="figure">{{ money(totals.assistance) }}</td>
          <td class="figure">{{ money(totals.premium - totals.assistance) }}</td>
        </tr>
      </tbody>
    </v-table>
    <p class="soft text-small mt-1">Before discounts, the policy fee and what paying in parts adds. Assistance: {{ rules?.assistanceSource }}.</p>
  </section>

  <section class="block">
    <h2>Who else has an interest</h2>
    <p class="soft mb-2">In one line, or in all of them where none is named. What others own and what is insured never come to more than the whole.</p>
    <Rows
      entity="interest"
      :rows="file.interests"
      :columns="interestColumns"
      :fresh="{ kind: 'owner' }"
      add-label="Interest"
      :locked="locked"
      quiet
      empty="Nobody else has an interest in what is covered."
    />
  </section>

  <PasteLines
    v-if="rules"
    v-model="pasting"
    v-model:text="pasted"
    :rules="rules"
    :writing="editing.writing.value"
    :today="editing.today.value"
    @add="addPasted"
  />
  <WillHappen v-model="sending" title="Send to the issuing system" confirm="Send" :happens="happens" :run="() => editing.act('/lines/send')" />
</template>

<style scoped>
.insured {
  width: 14%;
}
.pay {
  width: 12%;
}
.state {
  width: 10.5%;
}
</style>
