<script setup lang="ts">
import type { StaffList } from '@cavren/contract';
import { computed, ref, watch } from 'vue';
import { ConfirmDialog } from '../acts/index';
import { api } from '../api/index';
import { AskChoice } from '../look/index';
import { useDesk } from '../session/index';
import { useEditing } from './editing';

/** Hands the file over to another officer, or takes it over. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ owner: string }>();
const editing = useEditing();
const desk = useDesk();
const staff = ref<StaffList['staff']>([]);
const toId = ref('');
const officers = computed(() =>
  staff.value
    .filter(({ role, endedAt, name }) => role === 'intake' && endedAt === null && name !== props.owner)
    .map(({ id, name, files }) => ({ value: id, label: `${id === desk.me?.id ? 'myself' : name}, ${files} open` })),
);
watch(open, async (now) => {
  if (!now) return;
  staff.value = (await api.get<StaffList>('/api/staff').catch(() => ({ staff: [] }))).staff;
  toId.value = officers.value.find(({ value }) => value === desk.me?.id)?.value ?? officers.value[0]?.value ?? '';
});
</script>

<template>
  <ConfirmDialog
    v-model="open"
    title="Hand over"
    confirm="Hand over"
    :waits="toId ? null : 'somebody to hand it to'"
    :run="() => editing.act('/owner', { toId })"
  >
    <p>It is with {{ owner }} now. Who gets it finds it on Today; what was done so far stays as it is.</p>
    <AskChoice v-model="toId" label="To" :items="officers" />
  </ConfirmDialog>
</template>
