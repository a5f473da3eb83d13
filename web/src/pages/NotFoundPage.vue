<template>
  <main>
    <v-empty-state headline="There is nothing here" text="The address may be mistyped, or the page has moved.">
      <template #actions>
        <v-btn to="/today" variant="flat">Go to Today</v-btn>
        <v-btn to="/files">Search the files</v-btn>
      </template>
    </v-empty-state>
  </main>
</template>
