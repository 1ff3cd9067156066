<script setup lang="ts">
/** The rows of a pasted table, with what each column tells, and what each label is taken for. */
import { columnUses, knownLabels, meaningWords, type ColumnUse, type OwnWords, type PadRow, type PastedTable } from '#core/entry'

const { table, heads, rows, words } = defineProps<{
  table: PastedTable
  heads: readonly ColumnUse[]
  rows: readonly PadRow[]
  words: OwnWords
}>()
const emit = defineEmits<{ use: [column: number, as: ColumnUse]; mean: [label: string, means: string] }>()

const takenFor = ({ reading, functions }: PadRow) =>
  functions ?? (reading.meanings.map(meaningWords).join(', ') || 'not understood')
/** Labels that the user has to look at: not understood, or used for several things. */
const isOpen = ({ reading, functions, label }: PadRow) =>
  !functions && (!reading.meanings.length || reading.unsure || Object.hasOwn(words, label))
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Rows as they are read">
    <table>
      <thead>
        <tr>
          <th v-for="(use, column) in heads" :key="column">
            <select
              :value="use"
              :aria-label="`What column ${column + 1} tells`"
              @change="emit('use', column, ($event.target as HTMLSelectElement).value as ColumnUse)"
            >
              <option v-for="(title, value) in columnUses" :key="value" :value>{{ title }}</option>
            </select>
          </th>
          <th>Taken for</th>
          <th>Is really</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(cells, at) in table.rows" :key="at">
          <td v-for="(cell, column) in cells" :key="column" :class="{ mono: true, quiet: heads[column] === 'none' }">
            {{ cell }}
          </td>
          <template v-if="rows[at]">
            <td :class="{ unknown: takenFor(rows[at]) === 'not understood' }">
              {{ takenFor(rows[at]) }}<span v-if="rows[at].reading.unsure" class="quiet"> (perhaps)</span>
            </td>
            <td>
              <select
                v-if="isOpen(rows[at])"
                :value="words[rows[at].label] ?? ''"
                :aria-label="`What ${rows[at].label} is`"
                @change="emit('mean', rows[at].label, ($event.target as HTMLSelectElement).value)"
              >
                <option value="">as taken</option>
                <option v-for="{ label, title } in knownLabels" :key="label" :value="label">{{ title }}</option>
              </select>
            </td>
          </template>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  position: relative;
  overflow: auto;
  max-height: 38vh;
  border: var(--edge);
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
  width: 100%;
}
th {
  position: sticky;
  top: 0;
  background: rgb(var(--v-theme-surface));
  text-align: left;
  padding: var(--space-1) var(--space-3);
}
td {
  border-top: var(--edge);
  padding: var(--space-1) var(--space-3);
}
.unknown {
  color: rgb(var(--v-theme-fix));
}
select {
  border: var(--edge);
  padding: var(--space-1) var(--space-2);
  min-height: 24px;
  color: inherit;
  background: rgb(var(--v-theme-surface));
}
</style>
