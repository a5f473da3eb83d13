<script setup lang="ts">
import { assetWorth, downPaymentGap, moneyIn, partThatFits, type Asset, type Minor } from '@cavren/core';
import { computed } from 'vue';
import { Field, Rows, ownerOptions, useEditing, type ChapterProps, type Column } from '../file/index';
import { Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

const say = useSay();

const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const funds = computed(() => props.file.product.requestFields.some(({ field }) => field === 'downPayment'));
const columns = computed<Column[]>(() => [
  { field: 'kind', label: 'Kind', width: '15%' },
  { field: 'description', label: 'What it is', width: '22%' },
  { field: 'owners', label: 'Whose', options: ownerOptions(props.file), width: '14%' },
  { field: 'value', label: 'Value', width: '13%' },
  { field: 'valueOn', label: 'As of', width: '10%' },
]);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const assetOf = (row: { id: string }): Asset => row as Asset;
const gap = computed(() => downPaymentGap(props.file));
const wanted = computed(() => props.file.request.downPayment);
const canWrite = computed(() => desk.may('details.write') && !props.locked);
const problems = computed(() => props.path.entries.filter(({ place, key }) => place.chapter === 'worth' && /^(over|balance|donor|old):/.test(key)));
const haircut = (asset: Asset): number => props.file.product.worth.haircut[asset.kind ?? ''] ?? 0;
const factsOf = (row: { id: string }) => [assetWorth(props.file, assetOf(row))];
const fits = (asset: Asset): Minor => partThatFits(props.file, asset);
/** A part of the down payment that is still to be named, and that this could give. */
const canPut = (row: { id: string }): boolean => funds.value && canWrite.value && fits(assetOf(row)) > 0 && fits(assetOf(row)) !== assetOf(row).downPaymentPart;
const asks = (row: { id: string }): boolean => canPut(row) || (funds.value && assetOf(row).downPaymentPart !== null);
const putPart = (asset: Asset, part: Minor | null): void =>
  editing.change('part of the down payment', [{ op: 'set', entity: 'asset', id: asset.id, field: 'downPaymentPart', value: part }]);
</script>

<template>
  <section>
    <h2>What they own</h2>
    <p v-if="funds" class="soft mb-3">Say where the down payment comes from: the whole of something, or a part of it.</p>
    <Rows
      entity="asset"
      :rows="file.assets"
      :columns="columns"
      :fresh="{}"
      add-label="Asset"
      :locked="locked"
      :asks="asks"
      :facts="factsOf"
      empty="Nothing was named yet."
    >
      <template #heads>
        <th scope="col" class="figure">Counts</th>
      </template>
      <template #cells="{ row }">
        <td class="figure counted">
          {{ assetWorth(file, assetOf(row)) === null ? '—' : money(assetWorth(file, assetOf(row)) ?? 0) }}
          <span v-if="haircut(assetOf(row)) > 0" class="soft">less {{ Number((haircut(assetOf(row)) * 100).toFixed(1)) }} %</span>
        </td>
      </template>
      <template #under="{ row }">
        <div class="small-fields">
          <template v-if="funds">
            <Field :id="row.id" entity="asset" field="downPaymentPart" label="Goes into the down payment" :locked="locked" />
          </template>
          <template v-if="assetOf(row).kind === 'gift'">
            <Field :id="row.id" entity="asset" field="donor" label="Who gives it" :locked="locked" />
            <Field :id="row.id" entity="asset" field="donorRelation" label="and is to them" :locked="locked" />
          </template>
        </div>
      </template>
      <template #below="{ row, open }">
        <p class="row-actions soft text-small">
          <span v-if="!open && assetOf(row).downPaymentPart">Goes into the down payment: {{ money(assetOf(row).downPaymentPart ?? 0) }}</span>
          <v-btn v-if="canPut(row)" size="x-small" @click="putPart(assetOf(row), fits(assetOf(row)))">
            {{ fits(assetOf(row)) === assetOf(row).value ? 'All of it goes into the down payment' : `Still to be named: ${money(fits(assetOf(row)))}` }}
          </v-btn>
        </p>
      </template>
    </Rows>
    <p v-if="funds && wanted !== null" class="mt-3">
      <Mark :kind="gap === 0 ? 'settled' : 'blocked'" />
      {{ money(wanted - gap) }} of the down payment of {{ money(wanted) }} has a source
      <template v-if="gap !== 0">; {{ gap > 0 ? `${money(gap)} still to be named` : `${money(-gap)} is too much` }}</template>
    </p>
    <v-alert v-for="problem in problems" :key="problem.key" class="note ember mt-3" role="note">{{ say(problem.what) }}. {{ say(problem.why) }}</v-alert>
  </section>
</template>
