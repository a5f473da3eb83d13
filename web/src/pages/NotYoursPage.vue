<script setup lang="ts">
import { may, STAFF_ROLE_LABEL, STAFF_ROLES } from '@cavren/core';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useDesk } from '../session/index';
import { listed } from '../words/index';
import { pageAt } from './pages';
import PlainPage from './PlainPage.vue';

/** A page of another role: said at once, with who may use it. */
const route = useRoute();
const desk = useDesk();
const page = computed(() => pageAt(route.path));
const roles = computed(() => {
  const { act } = page.value ?? {};
  return act ? STAFF_ROLES.filter((role) => may(role, act)).map((role) => STAFF_ROLE_LABEL[role].toLowerCase()) : [];
});
</script>

<template>
  <PlainPage
    :title="`${page?.label ?? 'This page'}: not a page of your role`"
    :text="`You are signed in as ${desk.me?.name ?? ''}, ${desk.me ? STAFF_ROLE_LABEL[desk.me.role].toLowerCase() : ''}. It is for the ${listed(roles)}.`"
  />
</template>
