<script setup lang="ts">
import { mdiFileDelimitedOutline } from '@mdi/js'
import { billOfMaterials, connectorTable, cutList, tableCsv, wireLabels } from '#core/documents'
import { download } from '~/composables/download'
import { saveWireList } from '~/composables/saveWireList'
import { useSorted } from '~/composables/useSorted'
import { useQueryValue } from '~/composables/useQueryValue'
import { useAnalysis, usePlan, useResolved } from '~/composables/usePlan'
import { useSelection } from '~/stores/selection'

const analysis = useAnalysis()
const plan = usePlan()
const selection = useSelection()
const resolved = useResolved()
const wires = computed(() => analysis.value.wires)
const names = { wires: 'Wire list', cut: 'Cut list', connectors: 'Connectors', materials: 'Bill of materials', labels: 'Labels' }
const shown = useQueryValue('table', ['wires', 'cut', 'connectors', 'materials', 'labels'])
const table = computed(() => {
  if (shown.value === 'cut') return cutList(wires.value)
  if (shown.value === 'connectors') return connectorTable(resolved.value, wires.value)
  return shown.value === 'materials' ? billOfMaterials(resolved.value, wires.value) : wireLabels(resolved.value, wires.value)
})

/** By column number; the next table starts in its own order again. */
const columns = Object.fromEntries(Array.from({ length: 12 }, (_, at) => [String(at), (row: (string | number)[]) => row[at]]))
const { sorting, sorted } = useSorted(() => table.value.rows, columns)
watch(shown, () => (sorting.value = undefined))

function save() {
  if (shown.value === 'wires') saveWireList(plan.value, wires.value)
  else download(`${plan.value.name} ${table.value.name}.csv`, 'text/csv', tableCsv(table.value))
}
/** Rows name wires by number; the number leads to the wire. */
const wireOf = (cell: string | number) => wires.value.find((wire) => wire.number === cell)
</script>

<template>
  <section aria-label="Tables" data-testid="tables">
    <div class="bar no-print">
      <button
        v-for="(name, id) in names"
        :key="id"
        :class="{ here: shown === id }"
        :aria-pressed="shown === id"
        @click="shown = id"
      >
        {{ name }}
      </button>
      <v-spacer />
      <v-btn variant="outlined" :prepend-icon="mdiFileDelimitedOutline" @click="save">{{ names[shown] }} CSV</v-btn>
    </div>
    <WireTable v-if="shown === 'wires'" :wires follow />
    <div v-else-if="shown === 'labels'" class="labels">
      <span v-for="(row, at) in table.rows" :key="at" class="label"
        ><b class="mono">{{ row[0] }}</b> {{ row[1] }}<br /><span class="quiet">to {{ row[2] }}</span></span
      >
    </div>
    <v-table v-else class="plain">
      <thead>
        <tr>
          <SortHead v-for="(head, at) in table.header" :key="head" v-model="sorting" :column="String(at)">{{ head }}</SortHead>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(row, at) in sorted"
          :key="at"
          :class="{ lit: row.some((cell) => wireOf(cell) && selection.lit.has(`wire:${wireOf(cell)!.id}`)) }"
        >
          <td v-for="(cell, column) in row" :key="column" :class="{ mono: typeof cell === 'number' }">
            <button v-if="wireOf(cell)" @click="selection.select(`wire:${wireOf(cell)!.id}`)">{{ cell }}</button>
            <template v-else>{{ cell }}</template>
          </td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  padding: var(--space-4) var(--space-6);
}
.bar button:not(.v-btn) {
  border: var(--edge);
  border-radius: 12px;
  padding: 1px var(--space-4);
  font-size: var(--text-small);
}
.bar button.here {
  border-color: rgb(var(--v-theme-primary));
  border-width: 2px;
  font-weight: 700;
}
.labels {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: var(--space-2);
  padding: var(--space-4) var(--space-6);
}
.label {
  border: 1px dashed rgb(var(--v-theme-note));
  padding: var(--space-1) var(--space-3);
  font-size: var(--text-fine);
  break-inside: avoid;
}
:deep(td) {
  font-size: var(--text-small);
}
</style>
