<script setup lang="ts">
/** A list of rows within a part, such as the functions of a pin: what they say, and a dialog to change them. */
import { mdiPencilOutline, mdiPlus } from '@mdi/js'
import { startOf, type Field, type Fields, type PartValues } from '#core/catalogue'
import { fieldAt, rowColumns, rowsOf, rowsText, valueAt, withValue } from './columns'

const { field, value, definition, name } = defineProps<{
  field: Field
  value: unknown
  definition: PartValues
  /** What it is called for who cannot see the table. */
  name: string
}>()
const emit = defineEmits<{ change: [value: unknown] }>()
const open = ref(false)
const fields = computed<Fields>(() => rowsOf(field) ?? {})
const columns = computed(() => rowColumns(fields.value))
const rows = computed(() => (Array.isArray(value) ? (value as PartValues[]) : []))
const summary = computed(() => rowsText(fields.value, rows.value))
const word = computed(() => field.words ?? 'row')
const most = computed(() => (field.shape.is === 'list' ? (field.shape.most ?? Infinity) : Infinity))
const beginning = () => ({ definition, word: word.value, number: rows.value.length + 1 })

const set = (at: number, path: readonly string[], next: unknown) =>
  emit(
    'change',
    rows.value.map((row, index) => (index === at ? withValue(fields.value, row, path, next, beginning()) : row)),
  )
const add = () => emit('change', [...rows.value, startOf(fields.value, beginning())])
const remove = (at: number) =>
  emit(
    'change',
    rows.value.filter((_, index) => index !== at),
  )
</script>

<template>
  <button class="rows mono" :aria-label="`${name}: ${summary || 'none'}. Change`" :title="summary" @click="open = true">
    <v-icon :icon="mdiPencilOutline" size="small" /> {{ summary || 'none' }}
  </button>
  <v-dialog v-model="open" width="860" :aria-label="name">
    <v-card :title="name.charAt(0).toUpperCase() + name.slice(1)">
      <v-card-text class="scroll">
        <table v-if="rows.length">
          <thead>
            <tr>
              <th v-for="column in columns" :key="column.key" :title="column.help">{{ column.head }}</th>
              <th><span class="d-sr-only">Actions</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, at) in rows" :key="at">
              <td v-for="{ key, path, words, width } in columns" :key>
                <FieldInput
                  v-if="fieldAt(fields, path, row)"
                  :field="fieldAt(fields, path, row)!"
                  :value="valueAt(row, path)"
                  :definition
                  :name="`${words} of ${word} ${at + 1}`"
                  :width
                  @change="set(at, path, $event)"
                />
              </td>
              <td><button :aria-label="`Remove ${word} ${at + 1}`" @click="remove(at)">×</button></td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet">None yet.</p>
      </v-card-text>
      <v-card-actions>
        <v-btn :prepend-icon="mdiPlus" :disabled="rows.length >= most" @click="add">Add a {{ word }}</v-btn>
        <v-spacer />
        <v-btn variant="flat" color="primary" @click="open = false">Done</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.rows {
  min-height: 24px;
  max-width: 260px;
  padding: 0 var(--space-2);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  text-align: left;
}
.scroll {
  position: relative;
  overflow: auto;
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
}
th {
  text-align: left;
  padding: var(--space-1) var(--space-3);
  white-space: nowrap;
}
td {
  border: var(--edge);
  padding: 0 var(--space-1);
}
td button {
  padding: 0 var(--space-4);
  min-height: 24px;
}
</style>
