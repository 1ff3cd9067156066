<script setup lang="ts">
import { unsavedBuilds } from '~/session/browser-shelf'

/** Instead of any page, where the interface itself failed while it started. */
const { error } = defineProps<{ error: { message?: string } }>()
useHead({ title: 'Not shown · Ypodoma' })

const unsaved = ref('')
onMounted(async () => {
  const builds = await unsavedBuilds()
  if (builds === undefined) unsaved.value = 'This browser keeps nothing for pages: what was not saved is lost.'
  else if (builds === 0) unsaved.value = 'Nothing waits in this browser to be saved.'
  else
    unsaved.value = `Edits of ${builds === 1 ? 'one build' : `${builds} builds`} that were not saved are kept in this browser, and taken up when the build is opened again.`
})
</script>

<template>
  <!-- Nothing of Vuetify: it may be what has failed. -->
  <main>
    <h1>This page could not be shown</h1>
    <p class="mono" role="alert">{{ error.message || 'no reason was given' }}</p>
    <p>What was saved is with the server. {{ unsaved }}</p>
    <!-- Loaded anew, not gone to: what has failed is left behind. -->
    <p><a href="/">All builds</a></p>
  </main>
</template>

<style scoped>
main {
  max-width: 46rem;
  padding: var(--space-7);
}
h1 {
  font-size: var(--text-head);
}
p {
  margin-block: var(--space-5);
}
</style>
