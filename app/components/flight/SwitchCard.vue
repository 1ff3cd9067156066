<script setup lang="ts">
/** What is found on the handset, control by control: what each position switches on, or moves to where. For paper. */
import { happeningsAt, steered, type Column, type Row } from '#core/controls'
import { figure } from '#core/units'

const { columns, rows } = defineProps<{ columns: Column[]; rows: Row[] }>()
const controls = computed(() => {
  const found = new Map<
    string,
    { name: string; channel: number; positions: { label: string; width: string; does: string[] }[]; busy: boolean }
  >()
  columns.forEach(({ control, name, channel, position, read }, at) => {
    const does = happeningsAt(rows, at)
    const known = found.get(control) ?? { name, channel, positions: [], busy: false }
    known.positions.push({ label: position.label, width: read === undefined ? 'not heard' : figure(read, 'µs', 0), does })
    known.busy ||= does.length > 0
    found.set(control, known)
  })
  return [...found.values()].filter(({ busy, channel }) => busy || channel <= 4)
})
/** What a whole stick does is said once. */
const asOne = ({ channel, busy }: { channel: number; busy: boolean }) => channel <= 4 && !busy
const outputs = computed(() => rows.filter(({ id }) => id.startsWith('output:')))
</script>

<template>
  <table class="card">
    <thead>
      <tr>
        <th scope="col">ch</th>
        <th scope="col">control</th>
        <th scope="col" colspan="3">positions, and what they do</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="control in controls" :key="control.channel + control.name">
        <td class="mono">{{ control.channel }}</td>
        <th scope="row">{{ control.name }}</th>
        <td v-if="asOne(control)" colspan="3">steers: {{ steered[control.channel] }}</td>
        <template v-else>
          <td
            v-for="position in control.positions"
            :key="position.label"
            :colspan="control.positions.length === 2 && position === control.positions[1] ? 2 : 1"
          >
            <b>{{ position.label }}</b> <span class="mono quiet">{{ position.width }}</span><br />{{
              position.does.join(', ') || '–'
            }}
          </td>
        </template>
      </tr>
      <tr v-for="output in outputs" :key="output.id">
        <td></td>
        <th scope="row">{{ output.name }}</th>
        <td colspan="3">link lost: {{ output.onLoss }}; at power-up: {{ output.powerUp }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.card {
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: var(--space-1) var(--space-3);
  border-bottom: var(--edge);
  line-height: 1.2;
}
</style>
