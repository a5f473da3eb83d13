<script setup lang="ts">
import { mdiLogout, mdiPlus, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js';
import { STAFF_ROLE_LABEL } from '@cavren/core';
import { computed, watchEffect } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useTheme } from 'vuetify';
import { useDesk } from './session/store';

const desk = useDesk();
const route = useRoute();
const router = useRouter();
const theme = useTheme();
watchEffect(() => {
  document.documentElement.dataset['theme'] = desk.theme;
  void theme.change(desk.theme);
});
const places = computed(() => [
  { to: '/today', label: 'Today' },
  { to: '/files', label: 'Files' },
  ...(desk.may('outbox.read') ? [{ to: '/outbox', label: 'Outbox' }] : []),
]);

async function leave(): Promise<void> {
  await desk.signOut();
  await router.push('/sign-in');
}
</script>

<template>
  <v-app>
    <a class="skip" href="#main">Skip to the content</a>
    <header v-if="desk.me && !route.meta['open']" class="bar">
      <router-link to="/today" class="wordmark">Cavren</router-link>
      <nav aria-label="Places">
        <router-link v-for="place in places" :key="place.to" :to="place.to">{{ place.label }}</router-link>
      </nav>
      <v-btn v-if="desk.may('file.open')" to="/open" size="small" variant="flat" :prepend-icon="mdiPlus">Open a file</v-btn>
      <span class="space" />
      <span class="who">
        {{ desk.me.name }}
        <span class="soft">{{ STAFF_ROLE_LABEL[desk.me.role] }}</span>
      </span>
      <v-btn
        size="small"
        variant="text"
        :icon="desk.theme === 'light' ? mdiWeatherNight : mdiWhiteBalanceSunny"
        :aria-label="desk.theme === 'light' ? 'Dark colours' : 'Light colours'"
        @click="desk.switchTheme"
      />
      <v-btn size="small" variant="text" :icon="mdiLogout" aria-label="Sign out" @click="leave" />
    </header>
    <div id="main" class="content" tabindex="-1"><router-view /></div>
  </v-app>
</template>

<style scoped>
.bar {
  position: sticky;
  top: 0;
  z-index: 5;
  height: 46px;
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 0 16px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule-strong);
}
.wordmark {
  font-weight: 700;
  font-size: 1.1rem;
  text-decoration: none;
}
nav {
  display: flex;
  gap: 4px;
  align-self: stretch;
}
nav a {
  display: grid;
  align-items: center;
  padding: 0 12px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
}
nav a.router-link-active {
  border-bottom-color: var(--teal);
  font-weight: 600;
}
.space {
  flex: 1;
}
.who {
  text-align: right;
  line-height: 1.15;
}
.who .soft {
  display: block;
  font-size: 0.8rem;
}
.content {
  outline: none;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 10;
  background: var(--sheet);
  padding: 8px;
}
</style>
