<script setup lang="ts">
import { needKinds } from '#core/catalogue'
import type { FitRow } from '#core/engine'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import { useSelection } from '~/stores/selection'

const { rows } = defineProps<{ rows: FitRow[] }>()
const plan = usePlan()
const selection = useSelection()
const names = useNames()
const labelOf = ({ kind }: FitRow) => (kind === 'supply' ? 'Supplies' : needKinds[kind].label)
const groups = computed(() =>
  [...new Set(rows.map(labelOf))].map((name) => ({ name, rows: rows.filter((row) => labelOf(row) === name) })),
)
</script>

<template>
  <section class="others" aria-label="Pads and buses">
    <h2>Pads and buses</h2>
    <p v-if="!rows.length" class="quiet">No device needs a pad besides a serial port.</p>
    <table v-else>
      <tbody v-for="group in groups" :key="group.name">
        <tr>
          <th colspan="2" class="quiet">{{ group.name }}</th>
        </tr>
        <tr v-for="row in group.rows" :key="row.key" :class="{ lit: selection.lit.has(`need:${row.key}`) }">
          <td>
            <button @click="selection.select(`need:${row.key}`)">
              {{ names.device(row.device) }} <span class="quiet">{{ row.label }}</span>
            </button>
          </td>
          <td class="mono" :class="{ missing: !plan.assignment[row.key] }">
            {{ plan.assignment[row.key] ? names.place(plan.assignment[row.key]!.place) : 'no place' }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.others {
  padding: var(--space-4) var(--space-6);
  border-left: var(--edge);
  min-height: 100%;
}
h2 {
  font-size: var(--text-small);
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  font-size: var(--text-fine);
  font-weight: 400;
  padding-top: var(--space-3);
}
td {
  padding: var(--space-1) var(--space-2);
  border-bottom: var(--edge);
}
td button {
  text-align: left;
}
td + td {
  text-align: right;
  white-space: nowrap;
}
.missing {
  color: rgb(var(--v-theme-error));
}
</style>
