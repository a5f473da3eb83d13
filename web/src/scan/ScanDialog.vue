<script setup lang="ts">
import type { DetailChange } from '@cavren/contract';
import { dateInWords, readScan, samePlace, type FilePerson, type FileState, type Scan } from '@cavren/core';
import { nanoid } from 'nanoid';
import { computed, ref, watch } from 'vue';
import { useEditing } from '../file/index';
import { AskText, Mark } from '../look/index';

/** Fills in from an identity paper: what was read stands beside what was typed, and only what is chosen is taken over. */
const props = defineProps<{ file: FileState; person: FilePerson }>();
const shown = defineModel<boolean>({ required: true });
const editing = useEditing();
const text = ref('');
const scan = ref<Scan | null>(null);
const problem = ref('');
const taken = ref<string[]>([]);
const home = computed(() => props.file.homes.find(({ personId, until }) => personId === props.person.id && until === null) ?? null);
const { today } = editing;

interface Line {
  key: string;
  label: string;
  typed: string;
  read: string;
  same: boolean;
}
const lines = computed<Line[]>(() => {
  const read = scan.value;
  if (!read) return [];
  const { fullName, birthDate } = props.person;
  const known = props.file.identityPapers.find(
    ({ personId, number, expiresOn }) => personId === props.person.id && number?.tail === read.documentNumber.slice(-4) && expiresOn === read.expiresOn,
  );
  const address = [read.line, read.town, read.region, read.postalCode].filter(Boolean).join(', ');
  const own = [home.value?.line, home.value?.town, home.value?.region, home.value?.postalCode].filter(Boolean).join(', ');
  return [
    { key: 'fullName', label: 'Name', typed: fullName ?? '', read: read.fullName, same: fullName === read.fullName },
    // A paper may leave the day of birth open: then there is nothing to take over.
    ...(read.birthDate === null
      ? []
      : [
          {
            key: 'birthDate',
            label: 'Birth date',
            typed: birthDate ? dateInWords(birthDate) : '',
            read: dateInWords(read.birthDate),
            same: birthDate === read.birthDate,
          },
        ]),
    {
      key: 'paper',
      label: 'Identity paper',
      typed: known ? `ends in ${known.number?.tail ?? ''}` : '',
      read: `${read.kind === 'licence' ? 'licence' : 'document'} ${read.documentNumber}`,
      same: known !== undefined,
    },
    ...(address ? [{ key: 'address', label: 'Address', typed: own, read: address, same: home.value !== null && samePlace(home.value, read) }] : []),
  ];
});
const expired = computed(() => scan.value?.expiresOn != null && scan.value.expiresOn < today.value);

watch(
  shown,
  (open) => {
    if (!open) return;
    text.value = '';
    scan.value = null;
    problem.value = '';
  },
  { immediate: true },
);
function read(): void {
  problem.value = '';
  scan.value = null;
  try {
    scan.value = readScan(text.value, today.value);
    taken.value = lines.value.filter(({ same }) => !same).map(({ key }) => key);
  } catch (error) {
    problem.value = error instanceof Error ? error.message : 'This can’t be read.';
  }
}
function take(): void {
  const found = scan.value;
  if (!found) return;
  const { id } = props.person;
  const changes: DetailChange[] = [];
  if (taken.value.includes('fullName')) changes.push({ op: 'set', entity: 'person', id, field: 'fullName', value: found.fullName });
  if (taken.value.includes('birthDate')) changes.push({ op: 'set', entity: 'person', id, field: 'birthDate', value: found.birthDate });
  if (taken.value.includes('address')) {
    const { line, town, region, postalCode } = found;
    const values = { line, town, region, postalCode };
    const there = home.value;
    if (there) changes.push(...Object.entries(values).map<DetailChange>(([field, value]) => ({ op: 'set', entity: 'home', id: there.id, field, value })));
    else changes.push({ op: 'add', entity: 'home', id: nanoid(), values: { personId: id, ...values } });
  }
  if (taken.value.includes('paper')) {
    const kind = found.kind === 'licence' ? 'drivingLicence' : 'passport';
    const values = { kind, number: found.documentNumber, issuer: found.kind === 'licence' ? found.region : null, expiresOn: found.expiresOn };
    changes.push({ op: 'add', entity: 'identityPaper', id: nanoid(), values: { personId: id, ...values } });
  }
  if (changes.length > 0) editing.change('read from a paper', changes);
  shown.value = false;
}
</script>

<template>
  <v-dialog v-model="shown" width="640" aria-label="Fill in from a paper">
    <form class="sheet box" @submit.prevent="scan ? take() : read()">
      <h2>Fill in from a paper</h2>
      <AskText
        v-model="text"
        class="mono"
        label="What the reader types: the lines of a passport or card, or the barcode of a driving licence"
        :rows="4"
        name="scan"
        spellcheck="false"
        autofocus
        @update:model-value="scan = null"
      />
      <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
      <v-table v-if="scan" class="mark-small">
        <thead>
          <tr>
            <th scope="col"><span class="d-sr-only">Take over</span></th>
            <th scope="col">{{ scan.kind === 'licence' ? 'Licence' : 'Document' }} {{ scan.documentNumber }}</th>
            <th scope="col">Typed</th>
            <th scope="col">Read</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in lines" :key="line.key">
            <td><v-checkbox-btn v-model="taken" :value="line.key" :aria-label="`Take over: ${line.label}`" /></td>
            <td>{{ line.label }}</td>
            <td>{{ line.typed || '—' }}</td>
            <td>
              <Mark :kind="line.same ? 'settled' : 'partly'" />
              {{ line.read }}
            </td>
          </tr>
        </tbody>
      </v-table>
      <v-alert v-if="scan?.expiresOn" class="note" :class="{ ember: expired }" role="status">
        {{ expired ? 'This paper ran out on' : 'Valid until' }} {{ dateInWords(scan.expiresOn) }}{{ expired ? ': ask for one that holds.' : '.' }}
      </v-alert>
      <p class="row-actions">
        <v-btn v-if="!scan" variant="flat" @click="read">Read</v-btn>
        <v-btn v-else variant="flat" :disabled="taken.length === 0" @click="take">Take over what is ticked</v-btn>
        <v-btn variant="text" @click="shown = false">Cancel</v-btn>
      </p>
    </form>
  </v-dialog>
</template>
