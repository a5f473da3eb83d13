<script setup lang="ts">
import { type DetailChange } from '@cavren/contract';
import { applicantOf, countryName, homeNow, personName, applicantsOf, plays, type FilePerson } from '@cavren/core';
import { mdiContentDuplicate } from '@mdi/js';
import { nanoid } from 'nanoid';
import { computed, ref } from 'vue';
import {
  countryOptions,
  Field,
  HistoryBand,
  regionOptions,
  Rows,
  peopleOptions,
  plainOptions,
  useEditing,
  type ChapterProps,
  type Column,
} from '../file/index';
import { LettingsPart } from '../lettings/index';
import { useDesk } from '../session/index';

const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const columns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', options: peopleOptions(props.file), width: '12%' },
  { field: 'line', label: 'Street address', width: '18%' },
  { field: 'town', label: 'Town', width: '11%' },
  ...(props.file.pack.regions.length === 0 ? [] : [{ field: 'region', label: 'State', options: regionOptions(props.file), width: '9%' }]),
  { field: 'postalCode', label: 'Postal', width: '8%' },
  { field: 'since', label: 'Since', width: '12%' },
  { field: 'until', label: 'Until', width: '11%' },
  { field: 'tenure', label: 'Owned or rented', width: '12%' },
  { field: 'monthlyCost', label: 'A month', width: '11%' },
  ...(props.file.product.limits.some(({ upkeep }) => upkeep) ? [{ field: 'floorArea', label: 'Square feet', width: '8%' }] : []),
]);
const pets: Column[] = [
  { field: 'kind', label: 'Kind', width: '18%' },
  { field: 'breed', label: 'Breed', width: '30%' },
  { field: 'weight', label: 'Weight in kg', width: '16%' },
  { field: 'serviceAnimal', label: 'Service animal', width: '18%' },
];
const vehicles: Column[] = [
  { field: 'make', label: 'Make', width: '25%' },
  { field: 'model', label: 'Model', width: '25%' },
  { field: 'year', label: 'Year', width: '15%' },
  { field: 'plate', label: 'Plate', width: '20%' },
];
const { today } = editing;
const homeIn = ({ id }: { id: string }) => props.file.homes.find((home) => home.id === id);
/** The districts in which an address may lie, where its postal code lies in several. */
const districtsOf = (row: { id: string }): string[] => props.file.pack.districts[homeIn(row)?.postalCode ?? ''] ?? [];
/** The address whose country is being named: most lie in the place itself, and aren't asked. */
const naming = ref('');
/** The country of an address that lies in another one than the file's place. */
function abroad(row: { id: string }): string | null {
  const country = homeIn(row)?.country ?? null;
  return country === null || country === props.file.pack.phoneRegion ? null : countryName(country);
}
const labelOf = (id: string): string => props.file.homes.find((home) => home.id === id)?.line ?? 'Address';
const referees = computed(() =>
  props.file.people.filter((person) => plays(person, ['referee'])).map((person) => ({ value: person.id, label: personName(person) })),
);
const applicant = computed(() => applicantOf(props.file));
/** New addresses are first of whoever of the applying people has none. */
const fresh = computed(() => {
  const applying = applicantsOf(props.file);
  const without = applying.find(({ id }) => !props.file.homes.some(({ personId }) => personId === id));
  return { personId: (without ?? applicant.value)?.id ?? '' };
});
/** People who owe and have no address of their own yet, beside one who has. */
const copies = computed(() => {
  const source = props.file.people.find(({ id }) => props.file.homes.some(({ personId }) => personId === id));
  if (!source) return [];
  return props.file.people
    .filter((person) => plays(person, ['applicant', 'coApplicant', 'guarantor']) && !props.file.homes.some(({ personId }) => personId === person.id))
    .map((person) => ({ person, source }));
});
/** The same addresses as somebody else's: the cost stays with the one who stated it, so that it counts once. */
function copyAll(person: FilePerson, source: FilePerson): void {
  editing.change(
    'same addresses',
    props.file.homes
      .filter(({ personId }) => personId === source.id)
      .map<DetailChange>(({ line, town, region, postalCode, country, district, since, until, tenure }) => ({
        op: 'add',
        entity: 'home',
        id: nanoid(),
        values: { personId: person.id, line, town, region, postalCode, country, district, since, until, tenure, monthlyCost: until === null ? 0 : null },
      })),
  );
}
const elsewhere = computed(() =>
  props.file.people.filter((person) => plays(person, ['householdMember', 'dependant'])).map((person) => ({ person, home: homeNow(props.file, person.id) })),
);
</script>

<template>
  <div>
    <section class="block">
      <h2>Where they live, and lived before</h2>
      <HistoryBand :file="file" :rule="file.product.histories.home" entity="home" :today="today" :rows="file.homes" :label-of="labelOf" />
      <Rows
        entity="home"
        :rows="file.homes"
        :columns="columns"
        :fresh="fresh"
        add-label="Address"
        :locked="locked"
        :asks="(row) => abroad(row) !== null || districtsOf(row).length > 0"
        empty="No address yet. An address without an end is where somebody lives now; its cost counts as an obligation. A whole address can be pasted into the street field."
      >
        <template #under="{ row }">
          <div v-if="naming === row.id || abroad(row) !== null" class="fields my-2" style="--across: 4">
            <Field :id="row.id" entity="home" field="country" :options="countryOptions()" :locked="locked" hint="only where it is another one" />
          </div>
          <v-btn v-else-if="!locked" class="my-1" size="x-small" variant="text" @click="naming = row.id">In another country</v-btn>
          <div v-if="file.product.lease?.references && homeIn(row)?.tenure === 'rented'" class="fields my-1" style="--across: 4">
            <Field :id="row.id" entity="home" field="refereeId" :options="referees" :locked="locked" hint="a referee in People" />
          </div>
        </template>
        <template #below="{ row, open }">
          <div v-if="districtsOf(row).length > 0" class="fields my-1" style="--across: 4">
            <Field :id="row.id" entity="home" field="district" :options="plainOptions(districtsOf(row))" :locked="locked" />
          </div>
          <span v-if="!open && abroad(row)" class="soft">in {{ abroad(row) }}</span>
        </template>
        <template #more>
          <template v-if="!locked && desk.may('details.write')">
            <v-btn v-for="{ person, source } in copies" :key="person.id" size="small" :prepend-icon="mdiContentDuplicate" @click="copyAll(person, source)">
              {{ personName(person) }}: same as {{ personName(source) }}
            </v-btn>
          </template>
        </template>
      </Rows>
      <p v-for="{ person, home } in elsewhere" :key="person.id" class="soft mt-1">
        {{ personName(person) }} {{ home ? `lives at ${home.line}` : 'has no address yet: say in People with whom they live' }}.
      </p>
    </section>
    <section v-if="file.product.lease?.references" class="block">
      <h2>Landlord references</h2>
      <LettingsPart :file="file" />
    </section>
    <section v-if="file.product.asks.includes('pet')" class="block">
      <h2>Pets</h2>
      <Rows entity="pet" :rows="file.pets" :columns="pets" :fresh="{}" add-label="Pet" :locked="locked" empty="No pets." />
    </section>
    <section v-if="file.product.asks.includes('vehicle')" class="block">
      <h2>Vehicles</h2>
      <Rows entity="vehicle" :rows="file.vehicles" :columns="vehicles" :fresh="{}" add-label="Vehicle" :locked="locked" empty="No vehicles." />
    </section>
  </div>
</template>
