<script setup lang="ts">
import type { DemoPerson } from '@cavren/contract';
import { STAFF_ROLE_LABEL } from '@cavren/core';
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf } from '../api/index';
import { AskText } from '../look/index';
import { useDesk } from './store';

const desk = useDesk();
const route = useRoute();
const router = useRouter();
const username = ref('');
const password = ref('');
const problem = ref('');
const busy = ref(false);
const people = ref<DemoPerson[]>([]);

onMounted(async () => {
  people.value = await api.get<DemoPerson[]>('/api/session/demo').catch(() => []);
});

async function signIn(): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    await desk.signIn(username.value, password.value);
    const wanted = route.query['to'];
    await router.push(typeof wanted === 'string' && wanted.startsWith('/') ? wanted : '/today');
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    busy.value = false;
  }
}

async function signInAs(person: DemoPerson): Promise<void> {
  username.value = person.username;
  password.value = person.password;
  await signIn();
}
</script>

<template>
  <main class="sign-in d-grid align-center pa-6">
    <div class="d-grid ga-2">
      <p class="text-primary font-weight-bold mb-4">Cavren</p>
      <h1>Every file, and what still stands in its way.</h1>
      <p class="soft">Quillhaven Mutual · intake desk</p>
    </div>
    <form class="sheet d-grid ga-4 pa-6" @submit.prevent="signIn">
      <h2>Sign in</h2>
      <AskText v-model="username" label="Sign-in name" name="username" autocomplete="username" autofocus required />
      <AskText v-model="password" label="Password" name="password" type="password" autocomplete="current-password" required />
      <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
      <v-btn type="submit" variant="flat" :loading="busy">Sign in</v-btn>
      <div v-if="people.length > 0">
        <h3>Demo people</h3>
        <v-list bg-color="transparent" class="pa-0" role="group">
          <v-list-item v-for="person in people" :key="person.username" class="px-1" role="button" @click="signInAs(person)">
            <template #prepend><span class="mono name">{{ person.username }}</span></template>
            {{ person.name }}
            <template #append><span class="soft">{{ STAFF_ROLE_LABEL[person.role] }}</span></template>
          </v-list-item>
        </v-list>
      </div>
    </form>
  </main>
</template>

<style scoped>
.sign-in {
  min-height: 100vh;
  grid-template-columns: repeat(auto-fit, minmax(280px, 420px));
  gap: 24px 72px;
  place-content: center;
}
h1 {
  font-size: 2.3rem;
  line-height: 1.15;
}
.name {
  width: 76px;
}
</style>
