<script setup lang="ts">
/** One field of a definition, as it is typed or chosen in a table. */
import type { Field, PartValues } from '#core/catalogue'
import { isLeftAlone, meantBy, optionsOf, textOf } from './columns'

const { field, value, definition, name, width } = defineProps<{
  field: Field
  value: unknown
  definition: PartValues
  /** What it is called for who cannot see the table. */
  name: string
  width: number
}>()
const emit = defineEmits<{ change: [value: unknown] }>()

const shown = computed(() => textOf(field, value))
const options = computed(() => {
  const offered = optionsOf(field, definition)
  // What is there stays to be seen, though it may not be chosen.
  return offered && shown.value && !offered.some((option) => option.value === shown.value)
    ? [...offered, { value: shown.value, title: shown.value }]
    : offered
})
function set(event: Event) {
  const text = (event.target as HTMLInputElement).value
  if (!isLeftAlone(field, text)) emit('change', meantBy(field, text))
}
</script>

<template>
  <select v-if="options" :value="shown" :aria-label="name" @change="set">
    <option v-for="option in options" :key="option.value" :value="option.value">{{ option.title }}</option>
  </select>
  <input
    v-else-if="field.shape.is === 'flag'"
    type="checkbox"
    :checked="value === true"
    :aria-label="name"
    @change="emit('change', ($event.target as HTMLInputElement).checked)"
  />
  <input v-else class="mono" :style="{ width: `${width}px` }" :value="shown" :aria-label="name" @change="set" />
</template>

<style scoped>
input,
select {
  border: 0;
  background: transparent;
  color: inherit;
  padding: var(--space-1) var(--space-2);
}
input[type='checkbox'] {
  width: 24px;
  height: 24px;
}
select {
  max-width: 160px;
}
select option {
  color: #1b2a3a;
}
</style>
