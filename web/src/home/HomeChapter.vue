<script setup lang="ts">
import { type DetailChange } from '@cavren/contract';
import { homeNow, personName, applicantsOf, plays, type FilePerson } from '@cavren/core';
import { mdiContentDuplicate } from '@mdi/js';
import { nanoid } from 'nanoid';
import { computed } from 'vue';
import { HistoryBand, Rows, peopleOptions, plainOptions, useEditing, type ChapterProps, type Column } from '../file/index';
import { useDesk } from '../session/index';

const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
/** Asked only where a postal code that is there lies in several districts. */
const districts = computed(() => [
  ...new Set(props.file.homes.flatMap(({ postalCode }) => (postalCode === null ? [] : (props.file.pack.districts[postalCode] ?? [])))),
]);
const narrow = computed(() => districts.value.length > 0);
const columns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', options: peopleOptions(props.file), width: narrow.value ? '11%' : '14%' },
  { field: 'line', label: 'Street address', width: narrow.value ? '18%' : '21%' },
  { field: 'town', label: 'Town', width: narrow.value ? '10%' : '11%' },
  ...(props.file.pack.regionTaxes === null ? [] : [{ field: 'region', label: 'State', width: '7%' }]),
  { field: 'postalCode', label: 'Postal', width: '7%' },
  ...(districts.value.length > 0 ? [{ field: 'district', label: 'District', options: plainOptions(districts.value), width: '10%' }] : []),
  { field: 'since', label: 'Since', width: '12%' },
  { field: 'until', label: 'Until', width: '12%' },
  { field: 'tenure', label: 'Owned or rented', width: narrow.value ? '10%' : '13%' },
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
const labelOf = (id: string): string => props.file.homes.find((home) => home.id === id)?.line ?? 'Address';
const applicant = computed(() => props.file.people.find(({ role }) => role === 'applicant'));
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
      .map<DetailChange>(({ line, town, region, postalCode, district, since, until, tenure }) => ({
        op: 'add',
        entity: 'home',
        id: nanoid(),
        values: { personId: person.id, line, town, region, postalCode, district, since, until, tenure, monthlyCost: until === null ? 0 : null },
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
        empty="No address yet. An address without an end is where somebody lives now; its cost counts as an obligation. A whole address can be pasted into the street field."
      >
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
