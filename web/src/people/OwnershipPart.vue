<script setup lang="ts">
import { companiesOf, heldOf, inPercent, ownersOf, personName, type FileState } from '@cavren/core';
import { computed } from 'vue';
import { TermLines } from '../affordability/index';
import { peopleOptions, Rows, useGoTo, type Column } from '../file/index';
import { Fold, Mark } from '../look/index';

/** Who owns and directs the companies of a file: what is stated of each, and what it comes to through all of them. */
const props = defineProps<{ file: FileState; locked: boolean }>();
const go = useGoTo(() => props.file.reference);
const companies = computed(() => companiesOf(props.file));
const companyOptions = computed(() =>
  props.file.people.filter(({ kind }) => kind === 'organisation').map((one) => ({ value: one.id, label: personName(one) })),
);
const columns = computed<Column[]>(() => [
  { field: 'ofId', options: companyOptions.value, width: '24%' },
  { field: 'ownerId', options: peopleOptions(props.file), width: '24%' },
  { field: 'others', width: '22%' },
  { field: 'share', label: 'Share, %', width: '11%' },
  { field: 'controls', width: '12%' },
]);
const fresh = computed(() => ({ ofId: companies.value[0]?.id ?? companyOptions.value[0]?.value ?? '' }));
const shown = computed(() =>
  companies.value.map((company) => {
    const { explained, controllers } = heldOf(props.file, company.id);
    return {
      company,
      explained,
      directs: controllers.map(personName).join(', '),
      owners: ownersOf(props.file, company.id).map((owner) => ({ ...owner, named: owner.share * 100 >= props.file.product.ownersFrom })),
    };
  }),
);
/** Widths of the bar that shows how much of a company is explained. */
const bar = (share: number): string => `${Math.min(100, share * 100)}%`;
</script>

<template>
  <section class="mt-4">
    <h2>Owners and who directs</h2>
    <p class="soft">Each company to the last per cent, through others too. Whoever comes to {{ file.product.ownersFrom }} % or more is named and checked.</p>
    <div v-for="{ company, explained, directs, owners } in shown" :key="company.id" class="mb-3" :data-anchor="`stakes.${company.id}`" tabindex="-1">
      <p>
        <Mark :kind="explained === 100 && directs ? 'settled' : 'blocked'" />
        {{ ' ' }}<b>{{ personName(company) }}</b>: {{ explained }} % explained{{ directs ? `, directed by ${directs}` : ', nobody named who directs it' }}
      </p>
      <div
        class="bg-sunk border border-rule-strong d-flex my-1"
        role="img"
        :aria-label="`${personName(company)}: ${owners.map(({ person, share }) => `${personName(person)} ${inPercent(share)}`).join(', ')}`"
      >
        <span
          v-for="owner in owners"
          :key="owner.person.id"
          class="border-e px-1"
          :class="{ 'bg-teal-soft': owner.named }"
          :style="{ width: bar(owner.share) }"
        >
          <span class="text-small text-truncate">{{ personName(owner.person) }} {{ inPercent(owner.share) }}</span>
        </span>
      </div>
      <Fold v-for="owner in owners" :key="owner.person.id">
        <template #title>
          <span class="flex-1-1">{{ personName(owner.person) }}</span>
          <b class="figure">{{ inPercent(owner.share) }}</b>
          <span class="soft text-small ml-2">{{ owner.named ? 'named and checked' : 'below what is named' }}</span>
        </template>
        <TermLines :terms="owner.term.terms ?? []" :currency="file.pack.currency" open @go="go" />
      </Fold>
    </div>
    <Rows entity="stake" :rows="file.stakes" :columns="columns" :fresh="fresh" add-label="Share" :locked="locked" quiet empty="Nobody is named yet." />
  </section>
</template>
