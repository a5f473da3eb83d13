<script setup lang="ts">
import { personName, type FileState } from '@cavren/core';
import { computed, ref } from 'vue';
import { ReasonDialog } from '../acts/index';
import { useEditing } from '../file/index';
import { useDesk } from '../session/index';

/** Other files of the same round in which somebody of this one stands: one of them goes on, the others are withdrawn. */
const props = defineProps<{ file: FileState }>();
const desk = useDesk();
const editing = useEditing();
const others = computed(() => [...new Set(props.file.clashes.map(({ reference }) => reference))]);
const whoIn = (reference: string): string =>
  props.file.clashes
    .filter((clash) => clash.reference === reference)
    .map(({ personId }) => props.file.people.find(({ id }) => id === personId))
    .map((person) => (person ? personName(person) : ''))
    .join(', ');
const settling = ref('');
const isSettling = computed({ get: () => settling.value !== '', set: (open) => (settling.value = open ? settling.value : '') });
</script>

<template>
  <div v-for="other in others" :key="other" class="note ember block d-grid ga-2">
    <p>
      <b>{{ whoIn(other) }}</b> also stands in <router-link :to="`/files/${other}/people`" class="mono">{{ other }}</router-link> of the same round. A household
      has one application in a round: say which goes on.
    </p>
    <p v-if="desk.may('file.withdraw')" class="row-actions">
      <v-btn size="small" @click="settling = other">This one goes on</v-btn>
      <router-link :to="`/files/${other}/people`">The other one goes on: open it</router-link>
    </p>
  </div>
  <ReasonDialog
    v-model="isSettling"
    :title="`Withdraw ${settling}`"
    text="The other file ends, its applicant is told, and anything that it holds is free again. This cannot be undone."
    label="Why this one goes on"
    :confirm="`Withdraw ${settling}`"
    :run="(reason: string) => editing.act('/round/settle', { other: settling, reason })"
  />
</template>
