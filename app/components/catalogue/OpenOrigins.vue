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
/** Places of which the same is to be said stand together. */
const guesses = computed(() => {
  const groups = new Map<string, { places: string[]; origin: Origin }>()
  for (const [place, origin] of openOrigins(definition)) {
    if (origin.from === 'proposed') continue
    const [section, , ...rest] = place.split('.')
    const key = rest.length || !origin.note ? place : `${section} ${origin.from} ${origin.note}`
    const group = groups.get(key) ?? { places: [], origin }
    group.places.push(place)
    groups.set(key, group)
  }
  return [...groups.values()]
})
/** A place, or several of a section: `pins of TX1, RX1 and 12 more`. */
function named(places: readonly string[]): string {
  const [first] = places as [string, ...string[]]
  if (places.length === 1) return `${first} ${valueAt(first)}`.trim()
  const ids = places.map((place) => place.split('.')[1])
  const more = ids.length > 4 ? ` and ${ids.length - 3} more` : ''
  return `${first.split('.')[0]} ${ids.slice(0, more ? 3 : 4).join(', ')}${more}`
}
/** How each is found out, by its place. */
const ways = computed(() => {
  const fields = definition.kind === 'board' ? boardFields : deviceFields
  const told = [...eachTold(fields, definition as never)]
  return Object.fromEntries(told.flatMap(({ field, place }) => (field.find ? [[place, field.find]] : [])))
})
const set = (places: readonly string[], from: string) =>
  emit('change', withOrigins(definition, Object.fromEntries(places.map((place) => [place, { from: from as Origin['from'] }]))))

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
      <li v-for="{ places, origin } in guesses" :key="places[0]">
        <span class="mono">{{ named(places) }}</span>:
        {{ [origin.note ?? originWords[origin.from], ways[places[0]!]].filter(Boolean).join('. Find out: ') }}
        <select
          :aria-label="`Where ${places.length === 1 ? places[0] : named(places)} is from`"
          :value="origin.from"
          @change="set(places, ($event.target as HTMLSelectElement).value)"
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
