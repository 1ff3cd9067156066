<script setup lang="ts">
/** What a definition says of itself, beside its sections: one entry for each value. */
import {
  boardFields,
  deviceFields,
  withOrigins,
  type Field,
  type Fields,
  type EditableDefinition,
  type PartValues,
} from '#core/catalogue'
import {
  fieldAt,
  headColumns,
  isUnknown,
  meantBy,
  optionsOf,
  rowsOf,
  textOf,
  unsureWords,
  valueAt,
  withUnknown,
  withValue,
} from './columns'

const { definition } = defineProps<{ definition: EditableDefinition }>()
const emit = defineEmits<{ change: [definition: EditableDefinition] }>()
const fields = computed<Fields>(() => (definition.kind === 'board' ? boardFields : deviceFields))
const values = computed(() => definition as unknown as PartValues)
const entries = computed(() =>
  headColumns(fields.value).flatMap(({ path, key, head, help }) => {
    const field = fieldAt(fields.value, path, values.value)
    if (!field) return []
    const label = head.charAt(0).toUpperCase() + head.slice(1)
    return [{ path, key, field, label, help, value: valueAt(values.value, path), options: optionsOf(field, values.value) }]
  }),
)
const unitOf = ({ shape }: Field) => (shape.is === 'figure' ? shape.unit : undefined)
const isWide = ({ shape }: Field) => shape.is === 'prose' || shape.is === 'list'

function set(path: readonly string[], value: unknown) {
  emit('change', withOrigins(withValueAt(path, value), { [path.join('.')]: undefined }))
}
const withValueAt = (path: readonly string[], value: unknown) =>
  withValue(fields.value, values.value, path, value, {
    definition: values.value,
    word: 'part',
    number: 1,
  }) as unknown as EditableDefinition
/** How often a field was made anew, which shows again what stood there before a question mark. */
const turns = ref<Record<string, number>>({})
function type(path: readonly string[], field: Field, event: Event) {
  const text = typed(event)
  if (!isUnknown(field, text)) return set(path, meantBy(field, text))
  emit('change', withUnknown(definition, { field, place: path.join('.'), without: () => withValueAt(path, undefined) }))
  // The field is made anew, with what stands there.
  const key = path.join('.')
  turns.value = { ...turns.value, [key]: (turns.value[key] ?? 0) + 1 }
}
const typed = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <section class="form" aria-label="Basics">
    <template v-for="{ path, key, field, label, help, value, options } in entries" :key="`${key} ${turns[key] ?? 0}`">
      <div v-if="rowsOf(field)" class="rows">
        <span>{{ label }}</span>
        <RowsInput :field :value :definition="values" :name="label" @change="set(path, $event)" />
      </div>
      <v-select
        v-else-if="options"
        :model-value="value ?? ''"
        :items="options"
        :label
        :title="help"
        @update:model-value="(chosen) => set(path, meantBy(field, String(chosen)))"
      />
      <v-checkbox
        v-else-if="field.shape.is === 'flag'"
        :model-value="value ?? false"
        :label
        :title="help"
        hide-details
        @update:model-value="(ticked) => set(path, ticked || !field.optional ? Boolean(ticked) : undefined)"
      />
      <v-text-field
        v-else
        :model-value="textOf(field, value)"
        :label
        :title="help"
        :suffix="unitOf(field)"
        :class="{ wide: isWide(field) }"
        :hint="unsureWords(definition, key)"
        :persistent-hint="unsureWords(definition, key) !== undefined"
        @change="type(path, field, $event)"
      />
    </template>
  </section>
</template>

<style scoped>
.rows {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  align-items: center;
}
.form {
  display: grid;
  grid-template-columns: repeat(2, minmax(140px, 1fr));
  gap: var(--space-4);
  padding: var(--space-5);
  align-content: start;
  overflow: auto;
}
.form :deep(.v-messages) {
  color: rgb(var(--v-theme-fix));
  opacity: 1;
}
.wide {
  grid-column: 1 / -1;
}
</style>
