<script setup lang="ts">
import { CHAPTER_LABEL, repaymentFactors, type Affordability, type FileState } from '@cavren/core';
import { computed } from 'vue';
import { Mark } from '../look/index';
import { useSay } from '../words/index';

const say = useSay();

/** The eight factors of a repayment-ability determination, and what each is considered from. */
const props = defineProps<{ file: FileState; figures: Affordability }>();
const emit = defineEmits<{ go: [place: { chapter: string; anchor: string }] }>();
const factors = computed(() => repaymentFactors(props.file, props.figures));
</script>

<template>
  <div>
    <h2>Ability to repay: eight factors</h2>
    <p class="soft">12 CFR 1026.43(c)(2) asks that each is considered.</p>
    <v-table class="mark-small">
      <thead>
        <tr>
          <th scope="col"><span class="d-sr-only">Number</span></th>
          <th scope="col">Factor</th>
          <th scope="col">Considered from</th>
          <th scope="col">Where</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="factor in factors" :key="factor.number">
          <td>({{ factor.number }})</td>
          <td>{{ say(factor.what) }}</td>
          <td>
            <Mark :kind="factor.considered ? 'settled' : 'blocked'" />
            {{ factor.considered ? '' : 'Not considered: ' }}{{ say(factor.how) }}
          </td>
          <td>
            <a href="#" @click.prevent="emit('go', { chapter: factor.chapter, anchor: '' })">{{ CHAPTER_LABEL[factor.chapter] }}</a>
          </td>
        </tr>
      </tbody>
    </v-table>
  </div>
</template>
