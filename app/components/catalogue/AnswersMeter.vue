<script setup lang="ts">
/** What a definition can answer already, question by question. */
import { answerable, questions, type EditableDefinition } from '#core/catalogue'

const { definition } = defineProps<{ definition: EditableDefinition }>()
const all = computed(() => answerable(definition))
</script>

<template>
  <h2>What it can answer</h2>
  <ul class="answers">
    <li v-for="{ question, known, of: whole } in all" :key="question">
      <meter :value="known" :max="whole" min="0" :aria-label="questions[question]" />
      <span>{{ questions[question] }}</span>
      <span class="mono quiet">{{ known === whole ? 'all known' : `${known} of ${whole} known` }}</span>
    </li>
  </ul>
</template>

<style scoped>
h2 {
  font-size: var(--text-small);
}
.answers {
  list-style: none;
  padding: 0 0 var(--space-3);
}
.answers li {
  display: grid;
  grid-template-columns: 90px minmax(0, 1fr) auto;
  gap: var(--space-4);
  align-items: center;
}
meter {
  width: 90px;
  height: 10px;
}
</style>
