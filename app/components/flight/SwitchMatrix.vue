<script setup lang="ts">
/** Positions of switches as columns, what happens as rows; each cell is worked through the whole chain. */
import type { Column, Row } from '#core/controls'

const { columns, rows } = defineProps<{ columns: Column[]; rows: Row[] }>()
const emit = defineEmits<{ open: [column: Column, row: Row] }>()
/** The control that is looked at, by its id. */
const chosen = defineModel<string>('chosen')

/** Controls that have a say in anything, with their columns. */
const groups = computed(() => {
  const found: { control: string; name: string; channel: number; columns: { column: Column; at: number }[] }[] = []
  columns.forEach((column, at) => {
    if (!rows.some(({ cells }) => cells[at])) return
    const known = found.find(({ control }) => control === column.control)
    if (known) known.columns.push({ column, at })
    else found.push({ control: column.control, name: column.name, channel: column.channel, columns: [{ column, at }] })
  })
  return found
})
const shown = computed(() => groups.value.flatMap((group) => group.columns.map((each, at) => ({ ...each, first: at === 0 }))))
const width = (column: Column) => (column.read === undefined ? 'not heard' : `${Math.round(column.read)}`)
</script>

<template>
  <div class="matrix" tabindex="0" role="group" aria-label="What each switch position does">
    <table>
      <thead>
        <tr>
          <td></td>
          <th v-for="group in groups" :key="group.control" :colspan="group.columns.length" class="first" scope="colgroup">
            <button
              :aria-pressed="chosen === group.control"
              :class="{ on: chosen === group.control }"
              @click="chosen = group.control"
            >
              {{ group.name }}
            </button>
            <span class="quiet mono"> ch {{ group.channel }}</span>
          </th>
          <th class="first" scope="col" rowspan="2">link lost</th>
          <th class="first" scope="col" rowspan="2">power-up</th>
        </tr>
        <tr>
          <td></td>
          <th v-for="{ column, at, first } in shown" :key="at" :class="{ first }" scope="col">
            {{ column.position.label }}<br /><span class="mono quiet">{{ width(column) }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id">
          <th scope="row">{{ row.name }}</th>
          <td v-for="{ column, at, first } in shown" :key="at" :class="{ first, on: row.cells[at]?.on }">
            <template v-if="row.cells[at]">
              <button
                :aria-label="`${row.name}, ${column.name} ${column.position.label}: ${row.cells[at]!.text}`"
                @click="emit('open', column, row)"
              >
                {{ row.cells[at]!.text }}
              </button>
            </template>
          </td>
          <td class="first rest">{{ row.onLoss }}</td>
          <td class="first rest">{{ row.powerUp }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.matrix {
  overflow-x: auto;
  font-size: var(--text-small);
}
table {
  border-collapse: collapse;
}
th,
td {
  border-bottom: var(--edge);
  padding: var(--space-1) var(--space-3);
  text-align: center;
  vertical-align: middle;
  font-weight: 400;
  white-space: nowrap;
}
thead th {
  font-weight: 700;
  line-height: 1.2;
}
tbody th {
  text-align: left;
  position: sticky;
  left: 0;
  background: rgb(var(--v-theme-surface));
}
.first {
  border-left: var(--edge);
}
td button {
  min-width: 34px;
  min-height: 24px;
}
td button:hover {
  text-decoration: underline;
}
td.on {
  background: rgba(var(--v-theme-primary), 0.22);
  font-weight: 700;
}
thead button.on {
  color: rgb(var(--v-theme-secondary));
  text-decoration: underline;
}
.rest {
  font-size: var(--text-note);
  text-align: left;
}
</style>
