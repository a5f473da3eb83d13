import type { Me } from '@cavren/contract';
import type { Act } from '@cavren/core';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { api, setCsrfToken } from '../api/index';
import { forgetQueues } from './queue';

/** Who is at the desk, and how they like it to look. */
export const useDesk = defineStore('desk', () => {
  const me = ref<Me | null>(null);
  const known = ref(false);
  const theme = ref<'light' | 'dark'>(localStorage.getItem('cavren-theme') === 'dark' ? 'dark' : 'light');

  function take(person: Me | null): void {
    me.value = person;
    known.value = true;
    setCsrfToken(person?.csrfToken ?? '');
  }
  async function recall(): Promise<void> {
    take(await api.get<Me>('/api/session').catch(() => null));
  }
  async function signIn(username: string, password: string): Promise<void> {
    take(await api.post<Me>('/api/session', { username, password }));
  }
  async function signOut(): Promise<void> {
    // A failure is told, since the session would still be there.
    await api.end('DELETE', '/api/session');
    if (me.value) forgetQueues(me.value.id);
    take(null);
  }
  function switchTheme(): void {
    theme.value = theme.value === 'light' ? 'dark' : 'light';
    localStorage.setItem('cavren-theme', theme.value);
  }
  const may = (act: Act): boolean => me.value?.acts.includes(act) ?? false;
  return { me: computed(() => me.value), known: computed(() => known.value), theme: computed(() => theme.value), recall, signIn, signOut, switchTheme, may };
});
