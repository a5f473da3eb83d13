<script setup lang="ts">
import type { DemoPerson } from '@cavren/contract';
import { STAFF_ROLE_LABEL } from '@cavren/core';
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf } from '../api/index';
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
  <main class="sign-in">
    <div class="words">
      <p class="wordmark">Cavren</p>
      <h1>Every file, and what still stands in its way.</h1>
      <p class="soft">Quillhaven Mutual · intake desk</p>
    </div>
    <form class="sheet form" @submit.prevent="signIn">
      <h2>Sign in</h2>
      <label>
        Sign-in name
        <input v-model="username" class="field-input" name="username" autocomplete="username" autofocus required />
      </label>
      <label>
        Password
        <input v-model="password" class="field-input" name="password" type="password" autocomplete="current-password" required />
      </label>
      <p v-if="problem" class="note ember" role="alert">{{ problem }}</p>
      <v-btn type="submit" variant="flat" :loading="busy">Sign in</v-btn>
      <div v-if="people.length > 0" class="demo">
        <h3>Demo people</h3>
        <ul>
          <li v-for="person in people" :key="person.username">
            <button type="button" @click="signInAs(person)">
              <span class="mono">{{ person.username }}</span>
              <span>{{ person.name }}</span>
              <span class="soft">{{ STAFF_ROLE_LABEL[person.role] }}</span>
            </button>
          </li>
        </ul>
      </div>
    </form>
  </main>
</template>

<style scoped>
.sign-in {
  min-height: 100vh;
  display: grid;
  grid-template-columns: minmax(280px, 460px) 400px;
  gap: 72px;
  align-content: center;
  justify-content: center;
  align-items: center;
  padding: 24px;
}
.wordmark {
  font-weight: 700;
  font-size: 1.1rem;
  color: var(--teal);
  margin-bottom: 14px;
}
.words h1 {
  font-size: 2.3rem;
  line-height: 1.15;
  margin-bottom: 14px;
}
.form {
  display: grid;
  gap: 14px;
  padding: 24px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.demo ul {
  list-style: none;
  padding: 0;
  margin: 6px 0 0;
}
.demo button {
  display: grid;
  grid-template-columns: 76px 1fr auto;
  gap: 8px;
  width: 100%;
  padding: 6px 4px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.demo button:hover {
  background: var(--teal-soft);
}
@media (max-width: 800px) {
  .sign-in {
    grid-template-columns: 1fr;
    gap: 24px;
  }
}
</style>
