<script setup lang="ts">
import type { Figure } from '@cavren/core';
import { LIMIT_WORD, VERDICT_MARK, showFigure, showLimit } from '../affordability/index';
import { Mark } from '../look/index';

/** Figures with their limits, one a line. */
defineProps<{ figures: readonly Figure[]; currency: string }>();
</script>

<template>
  <v-table>
    <tbody>
      <tr v-for="figure in figures" :key="figure.measure">
        <td>
          <Mark :kind="VERDICT_MARK[figure.verdict]" />
          {{ figure.label }}
        </td>
        <td class="figure text-no-wrap">
          <b>{{ showFigure(figure, currency) }}</b>
        </td>
        <td class="soft">{{ LIMIT_WORD[figure.verdict] ?? '' }}{{ showLimit(figure, currency) }}</td>
      </tr>
    </tbody>
  </v-table>
</template>
