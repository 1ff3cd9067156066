<script setup lang="ts">
/** One field of a definition, as it is typed or chosen in a table. */
import type { Field, PartValues } from '#core/catalogue'
import { useCatalogue } from '~/stores/catalogue'
import { isLeftAlone, isUnknown, meantBy, optionsOf, rowsOf, textOf } from './columns'

const {
  field,
  value,
  definition,
  name,
  width,
  unsure = undefined,
} = defineProps<{
  field: Field
  value: unknown
  definition: PartValues
  /** What it is called for who cannot see the table. */
  name: string
  width: number
  /** Why the figure that stands there is none that somebody knows. */
  unsure?: string
}>()
const emit = defineEmits<{ change: [value: unknown]; unknown: [] }>()

const isRows = computed(() => rowsOf(field) !== undefined)
const shown = computed(() => (isRows.value ? '' : textOf(field, value)))
const catalogue = useCatalogue()
const listed = useId()
/** Ids that are offered while one is typed. */
const suggested = computed(() =>
  (field.suggests ?? []).flatMap((section) =>
    Object.keys((section === 'protocols' ? catalogue.library?.protocols : definition[section]) ?? {}),
  ),
)
const options = computed(() => {
  const offered = optionsOf(field, definition)
  // What is there stays to be seen, though it may not be chosen.
  return offered && shown.value && !offered.some((option) => option.value === shown.value)
    ? [...offered, { value: shown.value, title: shown.value }]
    : offered
})
function set(event: Event) {
  const text = (event.target as HTMLInputElement).value
  if (isUnknown(field, text)) {
    emit('unknown')
    // What only stands there is shown again.
    ;(event.target as HTMLInputElement).value = shown.value
    return
  }
  if (!isLeftAlone(field, text)) emit('change', meantBy(field, text))
}
</script>

<template>
  <RowsInput v-if="isRows" :field :value :definition :name @change="emit('change', $event)" />
  <select v-else-if="options" :value="shown" :aria-label="name" @change="set">
    <option v-for="option in options" :key="option.value" :value="option.value">{{ option.title }}</option>
  </select>
  <input
    v-else-if="field.shape.is === 'flag'"
    type="checkbox"
    :checked="value === true"
    :aria-label="name"
    @change="emit('change', ($event.target as HTMLInputElement).checked)"
  />
  <template v-else>
    <input
      class="mono"
      :style="{ width: `${width}px` }"
      :value="shown"
      :class="{ unsure }"
      :title="unsure"
      :aria-label="name"
      :aria-description="unsure"
      :list="suggested.length ? listed : undefined"
      @change="set"
    />
    <datalist v-if="suggested.length" :id="listed">
      <option v-for="id in suggested" :key="id" :value="id" />
    </datalist>
  </template>
</template>

<style scoped>
input,
select {
  border: 0;
  background: transparent;
  color: inherit;
  padding: var(--space-1) var(--space-2);
}
input.unsure {
  font-style: italic;
  text-decoration: underline dotted;
  color: rgb(var(--v-theme-fix));
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
