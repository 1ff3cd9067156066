<script setup lang="ts">
import { families, rules } from '#core/checks'
import { hasWords } from '~/composables/search'
import { severityLook } from '~/composables/severityLook'

useHead({ title: 'Rules · Ypodoma' })
const wanted = ref('')
const groups = computed(() => {
  const found = rules.map(({ meta }) => meta).filter(({ id, title, why }) => hasWords(`${id} ${title} ${why}`, wanted.value))
  return Object.entries(families)
    .map(([family, { name }]) => ({ name, rules: found.filter((meta) => meta.family === family) }))
    .filter((group) => group.rules.length)
})
const route = useRoute()
onMounted(() => document.getElementById(route.hash.slice(1))?.scrollIntoView({ block: 'start' }))
</script>

<template>
  <div class="page">
    <SiteBar />
    <main>
      <div class="page-head">
        <h1>Rules</h1>
        <span class="quiet">What is checked, and why it matters.</span>
        <v-spacer />
        <v-text-field v-model="wanted" label="Find a rule" class="find" clearable />
      </div>
      <section v-for="group in groups" :key="group.name">
        <h2>{{ group.name }}</h2>
        <article v-for="rule in group.rules" :id="rule.id" :key="rule.id" :class="{ lit: route.hash === `#${rule.id}` }">
          <span class="mono id">{{ rule.id }}</span>
          <div>
            <b>{{ rule.title }}</b>
            <span class="weight"><SeverityMark :severity="rule.severity" silent /> {{ severityLook[rule.severity].word }}</span>
            <p>{{ rule.why }}</p>
            <p class="quiet">Reads {{ rule.reads.join(', ') }}.</p>
          </div>
        </article>
      </section>
      <p v-if="!groups.length" class="pa-4">No rule has these words.</p>
    </main>
  </div>
</template>

<style scoped>
.find {
  max-width: 240px;
}
h2 {
  font-size: var(--text-head);
  padding: var(--space-5) var(--space-6) var(--space-1);
}
article {
  display: grid;
  grid-template-columns: 72px 1fr;
  padding: var(--space-2) var(--space-6);
  max-width: 110ch;
}
.weight {
  margin-left: var(--space-4);
  font-size: var(--text-small);
}
</style>
