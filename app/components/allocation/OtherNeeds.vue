<script setup lang="ts">
import type { FitRow } from '#core/engine'
import { useNames } from '~/composables/useNames'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const { rows } = defineProps<{ rows: FitRow[] }>()
const build = useBuild()
const selection = useSelection()
const names = useNames()
const kinds: Record<string, string> = {
  pulse: 'Pulses',
  'led-data': 'LED data',
  switch: 'Switched lines',
  analog: 'Analog inputs',
  buzzer: 'Buzzer',
  i2c: 'I²C',
  can: 'CAN',
  'receiver-pulse': 'Receiver',
  'receiver-parallel': 'Receiver',
}
const groups = computed(() =>
  [...new Set(rows.map((row) => kinds[row.kind] ?? row.kind))].map((name) => ({
    name,
    rows: rows.filter((row) => (kinds[row.kind] ?? row.kind) === name),
  })),
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
          <td class="mono" :class="{ missing: !build.plan!.assignment[row.key] }">
            {{ build.plan!.assignment[row.key] ? names.place(build.plan!.assignment[row.key]!.place) : 'no place' }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.others {
  padding: 10px 16px;
  border-left: var(--edge);
  min-height: 100%;
}
h2 {
  font-size: 13px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  font-size: 12px;
  font-weight: 400;
  padding-top: 6px;
}
td {
  padding: 2px 4px;
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
