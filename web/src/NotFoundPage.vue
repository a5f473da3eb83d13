<template>
  <main class="lost">
    <h1>There is nothing here</h1>
    <p>
      The address may be mistyped, or the page has moved.
      <router-link to="/today">Go to Today</router-link>
      or
      <router-link to="/files">search the files</router-link>
      .
    </p>
  </main>
</template>

<style scoped>
.lost {
  padding: 48px;
  display: grid;
  gap: 8px;
}
</style>
