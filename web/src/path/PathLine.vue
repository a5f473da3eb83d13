<script setup lang="ts">
import { HOLDER_LABEL, HOLDERS_OF, type PathEntry } from '@cavren/core';
import { computed } from 'vue';
import { useShown } from '../file/index';
import { daysUntil } from '../files/index';
import { Mark, type MarkKind } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';
import { presses } from './groups';

/** One entry of the Path: what is needed, the rule behind it, with whom it is where that is somebody else, its deadline where that presses. */
const props = defineProps<{
  entry: PathEntry;
  today: string;
  /** Whether the rule behind it is said, and its deadline: what is said above of all need not be said of each. */
  reasoned?: boolean;
  dated?: boolean;
  quiet?: boolean;
}>();
const emit = defineEmits<{ go: [entry: PathEntry] }>();
const say = useSay();
const desk = useDesk();
const { showDay } = useShown();
const due = computed(() => (props.entry.due && presses(props.entry, props.today) ? daysUntil(props.entry.due, props.today) : null));
const kind = computed<MarkKind>(() => {
  if (props.quiet) return props.entry.gate === 'signing' ? 'signing' : 'open';
  if (due.value?.late) return 'blocked';
  return props.entry.gate === 'signing' ? 'signing' : props.entry.holder === 'officer' ? 'open' : 'waiting';
});
const mine = computed(() => desk.me !== null && HOLDERS_OF[desk.me.role].includes(props.entry.holder));
</script>

<template>
  <button type="button" class="entry hovered border-b w-100 px-1 py-1" :class="{ soft: quiet }" :title="say(entry.why)" @click="emit('go', entry)">
    <Mark :kind="kind" />
    <span class="text-pre-line text-break">{{ say(entry.what) }}</span>
    <span v-if="reasoned" class="meta soft text-small">{{ say(entry.why) }}</span>
    <span v-if="!quiet && (!mine || (due && dated))" class="meta soft text-small">
      {{ mine ? '' : `with ${entry.holderName ?? HOLDER_LABEL[entry.holder].toLowerCase()} since ${showDay(entry.since)}` }}
      <b v-if="due && dated" :class="{ wrong: due.late }">{{ due.late ? '' : 'due ' }}{{ due.text }}</b>
    </span>
  </button>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  line-height: 1.3;
}
.meta {
  grid-column: 2;
}
</style>
