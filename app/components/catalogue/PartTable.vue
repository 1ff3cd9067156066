<script setup lang="ts">
/** The parts of one section of a definition, as a table to type into. */
import { mdiPlus } from '@mdi/js'
import {
  boardFields,
  deviceFields,
  fieldsOf,
  startOf,
  withWritten,
  type Beginning,
  type Fields,
  type EditableDefinition,
  type PartValues,
} from '#core/catalogue'
import { columnsOf, fieldAt, ofOtherKind, unsureWords, valueAt, withUnknown, withValue } from './columns'

const { definition, section } = defineProps<{ definition: EditableDefinition; section: string }>()
const emit = defineEmits<{ change: [definition: EditableDefinition] }>()
const all = computed<Fields>(() => (definition.kind === 'board' ? boardFields : deviceFields))
const field = computed(() => all.value[section]!)
const word = computed(() => field.value.words ?? 'part')
const values = computed(() => definition as unknown as PartValues)
const parts = computed(() => (values.value[section] ?? {}) as Record<string, PartValues>)
const columns = computed(() => columnsOf(field.value, Object.values(parts.value)))

/** Who writes a figure has looked at it: it is no guess any more. */
const change = (next: Record<string, PartValues>, written?: string) => {
  const changed = { ...definition, [section]: next } as EditableDefinition
  emit('change', written === undefined ? changed : withWritten(changed, `${section}.${written}`))
}
const beginning = (number = Object.keys(parts.value).length): Beginning => ({
  definition: values.value,
  word: word.value,
  number,
})

function set(id: string, path: readonly string[], value: unknown) {
  const part = parts.value[id]!
  const isKind = path.join('.') === 'kind'
  const fields = fieldsOf(field.value, part)
  const next = isKind
    ? ofOtherKind(field.value, part, String(value), beginning())
    : withValue(fields, part, path, value, beginning())
  change({ ...parts.value, [id]: next }, `${id}.${path.join('.')}`)
}

function setUnknown(id: string, path: readonly string[]) {
  const part = parts.value[id]!
  const fields = fieldsOf(field.value, part)
  const without = () =>
    ({
      ...definition,
      [section]: { ...parts.value, [id]: withValue(fields, part, path, undefined, beginning()) },
    }) as EditableDefinition
  const place = `${section}.${id}.${path.join('.')}`
  emit('change', withUnknown(definition, { field: fieldAt(fields, path, part)!, place, without }))
}

function add() {
  let number = Object.keys(parts.value).length + 1
  const id = () => `${word.value.charAt(0)}${number}`
  while (parts.value[id()]) number += 1
  const { shape } = field.value
  const kind = shape.is === 'kinds' ? { kind: shape.byDefault ?? Object.keys(shape.kinds)[0] } : {}
  const fields = fieldsOf(field.value, kind)
  change({ ...parts.value, [id()]: { ...startOf(fields, beginning(number)), ...kind } })
}
const table = ref<HTMLElement>()
/** Puts the cursor into the first field of a part. */
function show(id: string) {
  const line = [...(table.value?.querySelectorAll('tbody tr') ?? [])].find((row) => row.firstElementChild?.textContent === id)
  line?.querySelector<HTMLElement>('input, select')?.focus()
}
defineExpose({ show })
function remove(id: string) {
  const { [id]: _, ...rest } = parts.value
  change(rest)
}
</script>

<template>
  <section ref="table" class="table" :aria-label="field.head">
    <v-btn :prepend-icon="mdiPlus" class="ma-1" @click="add">Add a {{ word }}</v-btn>
    <p v-if="!Object.keys(parts).length" class="quiet px-2">None yet.</p>
    <table v-else>
      <thead>
        <tr>
          <th>id</th>
          <th v-for="column in columns" :key="column.key" :title="column.help">{{ column.head }}</th>
          <th><span class="d-sr-only">Actions</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(part, id) in parts" :key="id">
          <td class="mono">{{ id }}</td>
          <td v-for="{ key, path, words, width } in columns" :key>
            <FieldInput
              v-if="fieldAt(fieldsOf(field, part), path, part)"
              :field="fieldAt(fieldsOf(field, part), path, part)!"
              :value="valueAt(part, path)"
              :definition="values"
              :name="`${words} of ${id}`"
              :width
              :unsure="unsureWords(definition, `${section}.${id}.${path.join('.')}`)"
              @change="set(id, path, $event)"
              @unknown="setUnknown(id, path)"
            />
          </td>
          <td><button :aria-label="`Remove ${word} ${id}`" @click="remove(id)">×</button></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.table {
  /* What is for the ear alone scrolls with the table. */
  position: relative;
  overflow: auto;
  max-height: 100%;
  padding: var(--space-2) var(--space-4);
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
