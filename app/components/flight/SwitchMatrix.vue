<script setup lang="ts">
/** Positions of switches one below the other, what happens beside them; each cell is worked through the whole chain. */
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
/** What stands whatever the switches do. */
const always = [
  ['Link lost', 'onLoss'],
  ['Power-up', 'powerUp'],
] as const
const heard = (column: Column) => (column.read === undefined ? 'not heard' : `${Math.round(column.read)}`)
</script>

<template>
  <div class="matrix" tabindex="0" role="group" aria-label="What each switch position does">
    <table>
      <thead>
        <tr>
          <th scope="col">Switch</th>
          <th scope="col">Stands</th>
          <th v-for="row in rows" :key="row.id" scope="col" class="job">{{ row.name }}</th>
        </tr>
      </thead>
      <tbody v-for="group in groups" :key="group.control">
        <tr v-for="({ column, at }, index) in group.columns" :key="at">
          <th v-if="index === 0" :rowspan="group.columns.length" scope="rowgroup" class="switch">
            <button
              :aria-pressed="chosen === group.control"
              :class="{ on: chosen === group.control }"
              @click="chosen = group.control"
            >
              {{ group.name }}
            </button>
            <span class="quiet mono channel">channel {{ group.channel }}</span>
          </th>
          <th scope="row" class="position">
            {{ column.position.label }} <span class="mono quiet">{{ heard(column) }}</span>
          </th>
          <td v-for="row in rows" :key="row.id" :class="{ on: row.cells[at]?.on, none: !row.cells[at] }" :data-job="row.name">
            <button
              v-if="row.cells[at]"
              :aria-label="`${row.name}, ${column.name} ${column.position.label}: ${row.cells[at]!.text}`"
              @click="emit('open', column, row)"
            >
              {{ row.cells[at]!.text }}
            </button>
          </td>
        </tr>
      </tbody>
      <tbody>
        <tr v-for="[title, key] in always" :key="key">
          <th scope="row" colspan="2" class="switch">{{ title }}</th>
          <td v-for="row in rows" :key="row.id" class="rest" :class="{ none: !row[key] }" :data-job="row.name">{{ row[key] }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.matrix {
  position: relative;
  overflow-x: auto;
  font-size: var(--text-small);
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  padding: var(--space-1) var(--space-3);
  text-align: center;
  vertical-align: middle;
  font-weight: 400;
}
tbody {
  border-bottom: 2px solid rgb(var(--v-theme-line));
}
tbody tr + tr :is(td, .position) {
  border-top: var(--edge);
}
thead th {
  font-weight: 700;
  font-size: var(--text-fine);
  line-height: 1.15;
  vertical-align: bottom;
  border-bottom: 2px solid rgb(var(--v-theme-line));
}
.job {
  min-width: 58px;
  max-width: 96px;
}
.switch,
.position {
  text-align: left;
  white-space: nowrap;
}
.switch button {
  font-weight: 700;
}
.channel {
  display: block;
  font-size: var(--text-note);
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
.switch button.on {
  color: rgb(var(--v-theme-secondary));
  text-decoration: underline;
}
/* Where there is no room for columns, each position says what it does. */
@media screen and (width < 1080px) {
  thead {
    display: none;
  }
  table,
  tbody,
  th {
    display: block;
  }
  tr {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0 var(--space-3);
  }
  .switch {
    flex: 0 0 100%;
  }
  .channel {
    display: inline;
  }
  .position {
    flex: 0 0 130px;
  }
  td.none {
    display: none;
  }
  td::before {
    content: attr(data-job) ': ';
  }
}
.rest {
  font-size: var(--text-note);
}
</style>
