<script setup lang="ts">
import {
  askableChecks,
  confirmedToAgree,
  currentCheck,
  hasConsent,
  KINDS_OF_CHECK,
  personName,
  wantedChecks,
  type Agreement,
  type Check,
  type FilePerson,
  type Finding,
  type Words,
} from '@cavren/core';
import { computed, reactive, ref } from 'vue';
import { offerActs } from '../acts/index';
import { useEditing, useShown, type ChapterProps } from '../file/index';
import { AskText, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

const say = useSay();

const { showDate, showTime } = useShown();
const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const lookUp = computed(() => props.file.product.lookUpConsent);
const wanted = computed(() => wantedChecks(props.file));
const people = computed(() => [...new Set(wanted.value.map(({ person }) => person))]);
const checksOf = (person: FilePerson) => wanted.value.filter((one) => one.person.id === person.id).map(({ rule }) => rule);
const askable = computed(() => (props.path.next && desk.may('check.ask') ? askableChecks(props.file) : []));
const askForAll = () => run('all', () => editing.act('/checks/all'));
offerActs(() =>
  props.path.next && desk.may('check.ask')
    ? [{ name: 'Ask for all checks', key: 'A', waits: askable.value.length > 0 ? null : 'nothing is left to ask for now', run: askForAll }]
    : [],
);
const reasons = reactive<Record<string, string>>({});
const problem = ref('');
const busy = ref('');

const earlier = (person: FilePerson, kind: Check['kind']): number => {
  const now = currentCheck(props.file, person, kind);
  return props.file.checks.filter((check) => check.personId === person.id && check.kind === kind && check.id !== now?.id).length;
};

async function run(key: string, work: () => Promise<unknown>): Promise<void> {
  busy.value = key;
  problem.value = '';
  try {
    await work();
  } catch (error) {
    problem.value = error instanceof Error ? error.message : '';
  } finally {
    busy.value = '';
  }
}
const askFor = (person: FilePerson, kind: Check['kind']) => run(`${kind}.${person.id}`, () => editing.act('/checks', { personId: person.id, kind }));
const resolve = (finding: Finding, resolution: string) =>
  run(finding.id, () => editing.act(`/findings/${finding.id}`, { resolution, reason: reasons[finding.id] ?? '' }));
/** Dates are written as the place writes them; other findings as they came. */
const shown = (value: Words | null): string => (typeof value === 'string' && /^\d{4}-\d\d-\d\d$/.test(value) ? showDate(value) : say(value ?? 'nothing'));
const RESOLVED: Record<NonNullable<Finding['resolution']>, string> = {
  confirmed: 'Confirmed as stated',
  corrected: 'Corrected in the file',
  differentPerson: 'Another person',
  samePerson: 'The same person',
};
function mayResolve(finding: Finding): boolean {
  return finding.resolution === null && desk.may(finding.kind === 'candidate' ? 'candidate.decide' : 'finding.resolve');
}
/** How it stands with another person's word on what was confirmed, where the product wants one. */
const agreements = computed(() => new Map(confirmedToAgree(props.file).map(({ finding, agreement }) => [finding.id, agreement])));
const agreed = ({ id }: Finding) => agreements.value.get(id);
const AGREED: Record<Agreement['state'], { mark: 'settled' | 'blocked' | 'waiting'; said: string }> = {
  unasked: { mark: 'blocked', said: 'Another person has to agree: ask again' },
  waiting: { mark: 'waiting', said: 'Another person agrees or doesn’t, in Decision' },
  granted: { mark: 'settled', said: 'Agreed to by' },
  refused: { mark: 'blocked', said: 'Correct it and ask again: not agreed to by' },
};
const ready = (finding: Finding): boolean => (reasons[finding.id] ?? '').trim().length >= 3;
</script>

<template>
  <div>
    <v-alert v-if="problem" class="note ember block" role="alert">{{ problem }}</v-alert>
    <p v-if="askable.length > 1" class="row-actions block">
      <v-btn variant="flat" title="Alt+A" :loading="busy === 'all'" @click="askForAll">Ask for all checks ({{ askable.length }})</v-btn>
      <span class="soft">Each service is asked at once; you can go on meanwhile.</span>
    </p>
    <section v-for="person in people" :key="person.id" class="block sheet px-4 py-3">
      <h2>{{ personName(person) }}</h2>
      <article v-for="{ kind, label, why } in checksOf(person)" :key="kind" class="border-t py-2">
        <header class="row-actions">
          <h3>{{ label }}</h3>
          <template v-if="currentCheck(file, person, kind)">
            <span v-if="currentCheck(file, person, kind)?.state === 'waiting'">
              <Mark kind="waiting" />
              Waiting for the service since {{ showTime(currentCheck(file, person, kind)?.askedAt ?? null) }}
            </span>
            <span v-else class="soft">answered {{ showTime(currentCheck(file, person, kind)?.answeredAt ?? null) }}</span>
          </template>
          <span v-else class="soft">not asked yet</span>
          <v-btn
            v-if="desk.may('check.ask') && currentCheck(file, person, kind)?.state !== 'waiting' && path.next"
            size="small"
            :data-anchor="`${kind}.${person.id}`"
            :disabled="!hasConsent(file, person.id, lookUp)"
            :loading="busy === `${kind}.${person.id}`"
            :title="why"
            @click="askFor(person, kind)"
          >
            {{ currentCheck(file, person, kind) ? 'Ask again' : 'Ask the service' }}
          </v-btn>
          <span v-if="!hasConsent(file, person.id, lookUp)" class="soft"
            >waits for the <router-link :to="`/files/${file.reference}/declarations#consent.${lookUp}.${person.id}`">consent</router-link></span
          >
          <span v-if="earlier(person, kind) > 0" class="soft">{{ earlier(person, kind) }} earlier in the history</span>
        </header>
        <v-alert v-if="currentCheck(file, person, kind)?.state === 'waiting' && currentCheck(file, person, kind)?.lastProblem" class="note" role="note">
          The service {{ currentCheck(file, person, kind)?.lastProblem }} ({{ currentCheck(file, person, kind)?.attempts }} tries). It is asked again by itself;
          you can go on meanwhile.
        </v-alert>
        <p v-if="currentCheck(file, person, kind)?.state === 'answered' && currentCheck(file, person, kind)?.findings.length === 0" class="py-1">
          <Mark kind="settled" />
          {{ say(KINDS_OF_CHECK[kind].nothing) }}
        </p>
        <v-table v-if="currentCheck(file, person, kind)?.findings.length">
          <thead>
            <tr>
              <th scope="col">{{ KINDS_OF_CHECK[kind].finds === 'entries' ? 'Entry' : 'Field' }}</th>
              <th scope="col">Stated</th>
              <th scope="col">Found</th>
              <th scope="col">Result</th>
            </tr>
          </thead>
          <tbody>
            <template v-for="finding in currentCheck(file, person, kind)?.findings" :key="finding.id">
              <tr>
                <td>{{ say(finding.label) }}</td>
                <td>{{ shown(finding.stated) }}</td>
                <td>{{ shown(finding.found) }}</td>
                <td>
                  <span v-if="finding.agrees">
                    <Mark kind="settled" />
                    agrees
                  </span>
                  <span v-else-if="finding.resolution">
                    <Mark :kind="finding.resolution === 'samePerson' ? 'blocked' : 'settled'" />
                    {{ RESOLVED[finding.resolution] }}
                  </span>
                  <span v-else class="wrong">
                    <Mark kind="blocked" />
                    {{ finding.kind === 'candidate' ? 'to be decided' : 'differs' }}
                  </span>
                  <span class="soft text-small d-block">
                    {{ finding.score !== null && !finding.agrees ? `${(finding.score * 100).toFixed(0)} % alike: ` : ''
                    }}{{ finding.reasons.map(say).join('; ') }}
                  </span>
                  <span v-if="finding.reason" class="soft text-small d-block"
                    >“{{ finding.reason }}” {{ finding.resolvedBy }}, {{ showTime(finding.resolvedAt) }}</span
                  >
                  <span v-if="agreed(finding)" class="text-small d-block" tabindex="-1" :data-anchor="finding.id">
                    <Mark :kind="AGREED[agreed(finding)!.state].mark" />
                    {{ AGREED[agreed(finding)!.state].said }} {{ agreed(finding)!.exception?.answeredBy }}
                  </span>
                </td>
              </tr>
              <tr v-if="!finding.agrees && finding.resolution === null">
                <td colspan="4">
                  <form v-if="mayResolve(finding)" class="row-actions" @submit.prevent>
                    <AskText
                      class="w-33"
                      bare
                      :label="`Reason for ${say(finding.label)}`"
                      :data-anchor="finding.id"
                      placeholder="Reason"
                      :model-value="reasons[finding.id] ?? ''"
                      @update:model-value="reasons[finding.id] = $event"
                    />
                    <template v-if="finding.kind === 'candidate'">
                      <v-btn size="small" :disabled="!ready(finding)" @click="resolve(finding, 'differentPerson')">Another person</v-btn>
                      <v-btn size="small" :disabled="!ready(finding)" @click="resolve(finding, 'samePerson')">The same person</v-btn>
                    </template>
                    <template v-else>
                      <v-btn size="small" :disabled="!ready(finding)" @click="resolve(finding, 'confirmed')">Confirm as stated</v-btn>
                      <router-link :to="`/files/${file.reference}/people`">Correct it in People, then ask again</router-link>
                    </template>
                    <span v-if="!ready(finding)" class="soft">waits for a reason</span>
                  </form>
                  <p v-else class="soft" tabindex="-1" :data-anchor="finding.id">
                    <Mark kind="waiting" />
                    {{ finding.kind === 'candidate' ? 'A compliance reviewer decides this.' : 'The officer settles this.' }}
                  </p>
                </td>
              </tr>
            </template>
          </tbody>
        </v-table>
      </article>
    </section>
  </div>
</template>
