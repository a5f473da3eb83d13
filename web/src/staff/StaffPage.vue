<script setup lang="ts">
import type { StaffList, StaffMember } from '@cavren/contract';
import {
  formatMoney,
  LINE_LABEL,
  parseMoney,
  RISK_LEVELS,
  STAFF_ROLE_LABEL,
  STAFF_ROLES,
  type Authority,
  type Line,
  type Minor,
  type RiskLevel,
} from '@cavren/core';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, reactive, ref } from 'vue';
import { api, messageOf, problemsOf } from '../api/index';
import { showTime } from '../files/index';
import { AskChoice, AskText, Mark } from '../look/index';
import { useDesk } from '../session/index';

/** Who works here, as what, up to which amount each approves; who begins, who ends, and whose files go to whom. */
const desk = useDesk();
const client = useQueryClient();
const query = useQuery({ queryKey: ['staff'], queryFn: () => api.get<StaffList>('/api/staff') });
const all = computed(() => query.data.value?.staff ?? []);
const roles = STAFF_ROLES.map((value) => ({ value, label: STAFF_ROLE_LABEL[value] }));
const lines = Object.keys(LINE_LABEL) as Line[];
type Mode = 'add' | 'change' | 'end' | 'hand';
const mode = ref<Mode | null>(null);
const who = ref<StaffMember | null>(null);
const problems = ref<Record<string, string>>({});
const told = ref('');
const draft = reactive({ username: '', name: '', role: 'intake', password: '', toId: '', limited: false });
const limits = reactive<Record<Line, { amount: string; exceptions: boolean; risk: RiskLevel }>>({
  lending: { amount: '', exceptions: true, risk: 'high' },
  insurance: { amount: '', exceptions: true, risk: 'high' },
  leasing: { amount: '', exceptions: true, risk: 'high' },
});
const risks = RISK_LEVELS.map((value) => ({ value, label: { ordinary: 'ordinary only', raised: 'ordinary and raised', high: 'any' }[value] }));
const officers = computed(() =>
  all.value
    .filter(({ id, role, endedAt }) => role === 'intake' && endedAt === null && id !== who.value?.id)
    .map(({ id, name }) => ({ value: id, label: name })),
);
const RISK_SAID: Record<RiskLevel, string> = { ordinary: ', of ordinary risk', raised: ', up to a raised risk', high: '' };
const money = (amount: number): string => formatMoney(amount as Minor, { locale: 'en-US' });
const approves = ({ role, authority }: Pick<StaffMember, 'role' | 'authority'>): string => {
  if (role !== 'approver') return '';
  if (authority === null) return 'everything';
  const named = Object.entries(authority).map(
    ([line, one]) =>
      `${LINE_LABEL[line as Line].toLowerCase()} up to ${money(one.amount)}${one.exceptions ? '' : ', without exceptions'}${RISK_SAID[one.risk ?? 'high']}`,
  );
  return named.length > 0 ? named.join('; ') : 'nothing alone';
};
function begin(next: Mode, member: StaffMember | null = null): void {
  problems.value = {};
  told.value = '';
  mode.value = next;
  who.value = member;
  Object.assign(draft, { username: '', name: member?.name ?? '', role: member?.role ?? 'intake', password: '', toId: '', limited: member?.authority != null });
  for (const line of lines) {
    const own = member?.authority?.[line];
    limits[line] = { amount: own ? money(own.amount) : '', exceptions: own?.exceptions ?? true, risk: own?.risk ?? 'high' };
  }
}
function authority(): Authority {
  if (draft.role !== 'approver' || !draft.limited) return null;
  const named = lines.flatMap((line) => {
    const amount = parseMoney(limits[line].amount);
    return amount === null ? [] : [[line, { amount, exceptions: limits[line].exceptions, risk: limits[line].risk }]];
  });
  return Object.fromEntries(named) as Authority;
}
async function send(): Promise<void> {
  problems.value = {};
  const { username, name, role, password, toId } = draft;
  const at = `/api/staff/${who.value?.id ?? ''}`;
  try {
    if (mode.value === 'add') await api.post('/api/staff', { username, name, role, password, authority: authority() });
    if (mode.value === 'change') await api.patch(at, { name, role, authority: authority(), ...(password ? { password } : {}) });
    if (mode.value === 'end') await api.post(`${at}/end`, { toId: toId || null });
    if (mode.value === 'hand') {
      const { files } = await api.post<{ files: number }>(`${at}/hand-over`, { toId });
      told.value = `${files === 1 ? 'One file was' : `${files} files were`} handed over.`;
    }
    mode.value = null;
    await client.invalidateQueries({ queryKey: ['staff'] });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
const TITLE: Record<Mode, string> = { add: 'Somebody begins', change: 'Change', end: 'Somebody ends', hand: 'Hand all files over' };
</script>

<template>
  <main class="page">
    <header class="chapter-head">
      <div>
        <h1>Staff</h1>
        <p class="soft">Who works here, and as what. Whoever ends hands over what is theirs; what they did stays theirs in every history.</p>
      </div>
      <v-btn variant="flat" @click="begin('add')">Somebody begins</v-btn>
    </header>
    <v-alert v-if="query.isError.value" class="note ember" role="alert">{{ messageOf(query.error.value) }}</v-alert>
    <p v-else-if="query.isPending.value" class="soft" role="status">Looking …</p>
    <v-alert v-if="told" class="note lichen" role="status">{{ told }}</v-alert>
    <form v-if="mode" class="sheet fields pa-4" style="--across: 3" :aria-label="TITLE[mode]" @submit.prevent="send">
      <h2 class="whole">{{ TITLE[mode] }}{{ who ? `: ${who.name}` : '' }}</h2>
      <template v-if="mode === 'add' || mode === 'change'">
        <AskText
          v-if="mode === 'add'"
          v-model="draft.username"
          label="Sign-in name"
          name="username"
          autocomplete="off"
          :error="problems['username']"
          autofocus
        />
        <AskText v-model="draft.name" label="Name" name="name" autocomplete="off" :error="problems['name']" />
        <AskChoice v-model="draft.role" label="Role" :items="roles" name="role" />
        <AskText
          v-model="draft.password"
          :label="mode === 'add' ? 'Password to begin with' : 'New password, if any'"
          type="password"
          autocomplete="new-password"
          :error="problems['password']"
        />
        <fieldset v-if="draft.role === 'approver'" class="whole">
          <legend>What they may approve alone</legend>
          <v-checkbox v-model="draft.limited" label="Only up to an amount, by line" />
          <div v-if="draft.limited" class="fields" style="--across: 3">
            <div v-for="line in lines" :key="line">
              <AskText v-model="limits[line].amount" :label="`${LINE_LABEL[line]} up to`" inputmode="decimal" placeholder="none of it" />
              <AskChoice v-model="limits[line].risk" :label="`Risk, ${LINE_LABEL[line].toLowerCase()}`" :items="risks" />
              <v-checkbox v-model="limits[line].exceptions" label="also with exceptions" />
            </div>
          </div>
        </fieldset>
      </template>
      <template v-else>
        <p class="whole">
          {{ who?.files === 1 ? 'One open file is' : `${who?.files ?? 0} open files are` }} theirs{{
            mode === 'end' ? ', and go to somebody else first. Then nobody comes in as them.' : '.'
          }}
        </p>
        <AskChoice v-if="(who?.files ?? 0) > 0" v-model="draft.toId" label="Hand them to" :items="officers" :error="problems['toId']" />
      </template>
      <p class="row-actions whole">
        <v-btn type="submit" variant="flat" :color="mode === 'end' ? 'error' : 'primary'">{{
          mode === 'end' ? 'End their work here' : mode === 'hand' ? 'Hand over' : 'Keep it'
        }}</v-btn>
        <v-btn variant="text" @click="mode = null">Cancel</v-btn>
        <span v-if="problems['form']" class="wrong" role="alert">{{ problems['form'] }}</span>
      </p>
    </form>
    <v-table v-if="query.data.value" class="sheet">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Signs in as</th>
          <th scope="col">Role</th>
          <th scope="col">Approves alone</th>
          <th scope="col" class="figure">Open files</th>
          <th scope="col"><span class="d-sr-only">What can be done</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="member in all" :key="member.id">
          <td>
            <Mark :kind="member.endedAt ? 'none' : 'settled'" />
            {{ member.name }}
            <span v-if="member.endedAt" class="soft text-small d-block">ended {{ showTime(member.endedAt) }}</span>
          </td>
          <td class="mono">{{ member.username }}</td>
          <td>{{ STAFF_ROLE_LABEL[member.role] }}</td>
          <td>{{ approves(member) }}</td>
          <td class="figure">{{ member.files || '' }}</td>
          <td class="text-right text-no-wrap">
            <template v-if="!member.endedAt">
              <v-btn size="x-small" variant="text" @click="begin('change', member)">Change</v-btn>
              <v-btn v-if="member.files > 0" size="x-small" variant="text" @click="begin('hand', member)">Hand files over</v-btn>
              <v-btn v-if="member.id !== desk.me?.id" size="x-small" variant="text" color="error" @click="begin('end', member)">End</v-btn>
            </template>
          </td>
        </tr>
      </tbody>
    </v-table>
  </main>
</template>
