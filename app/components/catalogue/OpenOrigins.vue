<script setup lang="ts">
/** What a definition only guesses, with what to do about each: say that it was looked up or measured, or write another figure. */
import {
  boardFields,
  deviceFields,
  eachTold,
  openOrigins,
  originWords,
  withOrigins,
  type EditableDefinition,
  type Origin,
} from '#core/catalogue'

const { definition } = defineProps<{ definition: EditableDefinition }>()
const emit = defineEmits<{ change: [definition: EditableDefinition] }>()
const proposed = computed(() => openOrigins(definition).filter(([, { from }]) => from === 'proposed'))
const guesses = computed(() => openOrigins(definition).filter(([, { from }]) => from !== 'proposed'))
/** How each is found out, by its place. */
const ways = computed(() => {
  const fields = definition.kind === 'board' ? boardFields : deviceFields
  const told = [...eachTold(fields, definition as never)]
  return Object.fromEntries(told.flatMap(({ field, place }) => (field.find ? [[place, field.find]] : [])))
})
const set = (place: string, from: string) =>
  emit('change', withOrigins(definition, { [place]: { from: from as Origin['from'] } }))

/** What stands at a place now, where that is one figure. */
function valueAt(place: string): string {
  let at: unknown = definition
  for (const key of place.split('.')) at = (at as Record<string, unknown>)[key]
  return typeof at === 'number' || typeof at === 'string' ? String(at) : ''
}
</script>

<template>
  <template v-if="proposed.length || guesses.length">
    <h2>Not certain ({{ guesses.length + (proposed.length ? 1 : 0) }})</h2>
    <ul>
      <li v-if="proposed.length">
        {{ proposed.length }} {{ proposed.length === 1 ? 'pad is' : 'pads are' }} what the label says, not accepted yet (pad
        table)
      </li>
      <li v-for="[place, { from: now, note }] in guesses" :key="place">
        <span class="mono">{{ `${place} ${valueAt(place)}`.trim() }}</span>:
        {{ [note ?? originWords[now], ways[place]].filter(Boolean).join('. Find out: ') }}
        <select
          :aria-label="`Where ${place} is from`"
          :value="now"
          @change="set(place, ($event.target as HTMLSelectElement).value)"
        >
          <option v-for="from in ['unknown', 'guess', 'measured', 'maker'] as const" :key="from" :value="from">
            {{ originWords[from] }}
          </option>
        </select>
      </li>
    </ul>
  </template>
</template>

<style scoped>
h2 {
  font-size: var(--text-small);
}
ul {
  padding-left: var(--space-6);
}
select {
  border: var(--edge);
  padding: 0 var(--space-2);
  min-height: 24px;
  color: inherit;
  background: rgb(var(--v-theme-surface));
}
</style>
