<script setup lang="ts">
import { rules } from '#core/checks'
import { severityLook } from '~/composables/useSeverity'

useHead({ title: 'Rules · Ypodoma' })
const wanted = ref('')
const families = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/)
  const found = rules
    .map(({ meta }) => meta)
    .filter((meta) => words.every((word) => `${meta.id} ${meta.title} ${meta.why}`.toLowerCase().includes(word)))
  return [...new Set(found.map((meta) => meta.family))].map((family) => ({
    family,
    rules: found.filter((meta) => meta.family === family),
  }))
})
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
      <section v-for="one in families" :key="one.family">
        <h2>{{ one.family }}</h2>
        <article v-for="rule in one.rules" :id="rule.id" :key="rule.id">
          <span class="mono id">{{ rule.id }}</span>
          <div>
            <b>{{ rule.title }}</b>
            <span class="weight"><SeverityMark :severity="rule.severity" /> {{ severityLook[rule.severity].word }}</span>
            <p>{{ rule.why }}</p>
            <p class="quiet">Reads {{ rule.reads.join(', ') }}.</p>
          </div>
        </article>
      </section>
      <p v-if="!families.length" class="pa-4">No rule has these words.</p>
    </main>
  </div>
</template>

<style scoped>
.find {
  max-width: 240px;
}
h2 {
  font-size: 14px;
  padding: 12px 16px 2px;
  text-transform: capitalize;
}
article {
  display: grid;
  grid-template-columns: 72px 1fr;
  padding: 5px 16px;
  max-width: 110ch;
}
.weight {
  margin-left: 8px;
  font-size: 12.5px;
}
</style>
