<script setup lang="ts">
import { moneyIn, whatFitsCover, type CoverProposal, type FileState } from '@cavren/core';
import { computed } from 'vue';
import { useEditing } from '../file/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

/** What would bring cover that is over a limit inside: of each kind the smallest change, made by one press. */
const props = defineProps<{ file: FileState; locked: boolean }>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const free = computed(() => !props.locked && desk.may('details.write'));
const fits = computed(() => whatFitsCover(props.file, editing.today.value));
const make = ({ changes, label }: CoverProposal): void => editing.change(say(label), changes);
</script>

<template>
  <section v-if="fits.length > 0" class="block" aria-label="What would make it fit">
    <h2>What would make it fit</h2>
    <p class="soft mb-2">The smallest change of each kind that brings every figure inside its limit.</p>
    <ul class="facts plain">
      <li v-for="one in fits" :key="one.lever" class="row-actions">
        <span class="flex-1-1">
          <b>{{ say(one.label) }}</b>
          <span v-if="one.each !== null" class="soft">, {{ money(one.each) }} each time</span>
        </span>
        <v-btn v-if="free" size="small" :aria-label="`Make it so: ${say(one.label)}`" @click="make(one)">Make it so</v-btn>
      </li>
    </ul>
  </section>
</template>
