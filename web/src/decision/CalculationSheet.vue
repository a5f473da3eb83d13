<script setup lang="ts">
import type { KeptCalculation } from '@cavren/contract';
import type { PlacePack } from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { TermLines, VERDICT_MARK, WorkedWith, showFigure, showLimit } from '../affordability/index';
import { api, messageOf } from '../api/index';
import { useShown } from '../file/index';
import { Fold, Mark } from '../look/index';

const { showDate } = useShown();
/** The calculation that a decision rests on, as it was kept, and how it comes out when it is worked again. */
const props = defineProps<{ reference: string; decisionId: string | null; pack: PlacePack }>();
const emit = defineEmits<{ close: [] }>();
const kept = ref<KeptCalculation | null>(null);
const problem = ref('');
/** The file's own figures, then those of each guarantor. */
const figures = computed(() => [
  ...(kept.value?.figures ?? []).map((figure) => ({ key: figure.measure, figure, title: figure.label })),
  ...(kept.value?.guarantors ?? []).flatMap(({ personId, name, figures: theirs }) =>
    theirs.map((figure) => ({ key: `${figure.measure}:${personId}`, figure, title: `${figure.label}, ${name}` })),
  ),
]);
const open = computed({ get: () => props.decisionId !== null, set: (stays) => stays || emit('close') });
watch(
  () => props.decisionId,
  async (id) => {
    kept.value = null;
    problem.value = '';
    if (!id) return;
    try {
      kept.value = await api.get<KeptCalculation>(`/api/files/${props.reference}/decision/${id}/calculation`);
    } catch (error) {
      problem.value = messageOf(error);
    }
  },
);
</script>

<template>
  <v-dialog v-model="open" max-width="720">
    <div class="sheet box">
      <h2>The calculation behind the decision</h2>
      <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
      <p v-else-if="!kept" class="soft" role="status">Fetching it …</p>
      <p v-else-if="!kept.kept">This decision is older than kept calculations: only its outcome is there.</p>
      <template v-else>
        <p class="soft">Made on {{ showDate(kept.today) }} by the rules of {{ kept.product }}, with the figures and tables of that day.</p>
        <v-alert class="note" :class="kept.differences.length === 0 ? 'lichen' : 'ember'" role="note">
          <Mark :kind="kept.differences.length === 0 ? 'settled' : 'blocked'" />
          {{
            kept.differences.length === 0
              ? 'Worked again just now: every figure comes out as it was, to the cent.'
              : `Worked again just now: ${kept.differences.length === 1 ? 'one figure comes' : `${kept.differences.length} figures come`} out otherwise.`
          }}
        </v-alert>
        <Fold v-for="{ key, figure, title } in figures" :key="key">
          <template #title>
            <Mark :kind="VERDICT_MARK[figure.verdict]" />
            <span class="flex-1-1">{{ title }}</span>
            <b class="figure">{{ showFigure(figure, pack.currency) }}</b>
            <span class="soft text-small">{{ showLimit(figure, pack.currency) }}</span>
          </template>
          <TermLines :terms="figure.terms" :currency="pack.currency" />
          <WorkedWith :terms="figure.terms" :on="kept.today" />
        </Fold>
      </template>
      <p class="text-right"><v-btn @click="emit('close')">Close</v-btn></p>
    </div>
  </v-dialog>
</template>
