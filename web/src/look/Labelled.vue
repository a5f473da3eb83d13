<script setup lang="ts">
import { computed, useId } from 'vue';

/** A control of the kit with its label above it, where it can wrap. In a grid the head of the column labels it: the label is only read out. */
const props = defineProps<{ label: string; bare?: boolean | undefined; id?: string | undefined }>();
const made = useId();
const id = computed(() => props.id ?? made);
/** What the control is given, so that the label is its name. */
const named = computed(() => (props.bare ? { id: id.value, 'aria-label': props.label, 'aria-labelledby': undefined } : { id: id.value }));
</script>

<template>
  <div class="labelled">
    <v-label v-if="!bare" :id="`${id}-label`" :for="id"
      ><span>{{ label }} <slot name="beside" /></span
    ></v-label>
    <slot :named="named" />
    <slot name="below" />
  </div>
</template>
