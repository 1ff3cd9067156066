<script setup lang="ts">
/** What a definition can answer already, question by question. */
import { answerable, questions, type EditableDefinition } from '#core/catalogue'

const { definition } = defineProps<{ definition: EditableDefinition }>()
const all = computed(() => answerable(definition))
</script>

<template>
  <h2>What it can answer</h2>
  <ul class="answers">
    <li v-for="each in all" :key="each.question">
      <meter :value="each.known" :max="each.of" min="0" :aria-label="questions[each.question]" />
      <span>{{ questions[each.question] }}</span>
      <span class="mono quiet">{{ each.known === each.of ? 'all known' : `${each.known} of ${each.of} known` }}</span>
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
