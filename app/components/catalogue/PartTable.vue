<script setup lang="ts">
/** The parts of one kind of a device, as a table to type into. */
import { mdiPlus } from '@mdi/js'
import type { DeviceDefinition } from '#core/catalogue'
import { deviceParts, type Column, type DraftPart, type PartGroup, type PartGroupId } from './device-parts'

const { device, group } = defineProps<{ device: DeviceDefinition; group: PartGroupId }>()
const emit = defineEmits<{ change: [device: DeviceDefinition] }>()
const table = computed<PartGroup>(() => deviceParts[group])
/** Columns that something can stand in. */
const columns = computed(() => table.value.columns.filter(({ of }) => !of || Object.values(parts.value).some((part) => of(part))))
const parts = computed(() => device[group] as unknown as Record<string, DraftPart>)

const change = (next: Record<string, DraftPart>) => emit('change', { ...device, [group]: next } as DeviceDefinition)

function set(id: string, column: Column, text: string) {
  const { [column.field]: before, ...rest } = parts.value[id]!
  // Pairs with a table of values stay as they are: they are written in the source.
  if (column.field === 'pairs' && text === 'table') return
  const value = written(column, text, parts.value[id]!)
  const next = value === undefined ? rest : { ...parts.value[id]!, [column.field]: value }
  if (before !== value) change({ ...parts.value, [id]: fitting(next) })
}
/** A part without the fields that one of its kind does not have. */
function fitting(part: DraftPart): DraftPart {
  const foreign = table.value.columns.filter(({ of }) => of && !of(part)).map(({ field }) => field)
  return Object.fromEntries(Object.entries(part).filter(([field]) => !foreign.includes(field)))
}
/** What a text means in a column; nothing for an empty one. What is no figure stays as typed, for the checks to name. */
function written({ type, write }: Column, text: string, part: DraftPart): unknown {
  if (text.trim() === '') return undefined
  if (write) return write(text, part)
  if (type === 'flag') return text === 'true'
  if (type !== 'figure') return text
  const value = Number(text.replace(',', '.'))
  return Number.isFinite(value) ? value : text
}
const shown = (part: DraftPart, { field, read }: Column) =>
  read ? read(part) : String((part[field] as string | undefined) ?? '')

function add() {
  let number = Object.keys(parts.value).length + 1
  const id = () => `${table.value.word.charAt(0)}${number}`
  while (parts.value[id()]) number += 1
  change({ ...parts.value, [id()]: table.value.fresh(number, device) })
}
function remove(id: string) {
  const { [id]: _, ...rest } = parts.value
  change(rest)
}
const typed = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <section class="table" :aria-label="table.title">
    <v-btn :prepend-icon="mdiPlus" class="ma-1" @click="add">Add a {{ table.word }}</v-btn>
    <p v-if="!Object.keys(parts).length" class="quiet px-2">None yet.</p>
    <table v-else>
      <thead>
        <tr>
          <th>id</th>
          <th v-for="column in columns" :key="column.field">{{ column.head }}</th>
          <th><span class="d-sr-only">Actions</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(part, id) in parts" :key="id">
          <td class="mono">{{ id }}</td>
          <td v-for="column in columns" :key="column.field">
            <template v-if="column.of && !column.of(part)" />
            <select
              v-else-if="column.type === 'choice'"
              :value="shown(part, column)"
              :aria-label="`${column.words} of ${id}`"
              @change="set(id, column, typed($event))"
            >
              <option v-for="{ value, title } in column.choices!(device)" :key="value" :value="value">{{ title }}</option>
            </select>
            <input
              v-else-if="column.type === 'flag'"
              type="checkbox"
              :checked="part[column.field] === true"
              :aria-label="`${column.words} of ${id}`"
              @change="set(id, column, String(($event.target as HTMLInputElement).checked))"
            />
            <input
              v-else
              class="mono"
              :style="{ width: `${column.width ?? 64}px` }"
              :value="shown(part, column)"
              :aria-label="`${column.words} of ${id}`"
              @change="set(id, column, typed($event))"
            />
          </td>
          <td><button :aria-label="`Remove ${table.word} ${id}`" @click="remove(id)">×</button></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.table {
  overflow: auto;
  height: 100%;
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
td button {
  padding: 0 var(--space-4);
  min-height: 24px;
}
</style>
