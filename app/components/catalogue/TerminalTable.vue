<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import type { DeviceDefinition } from '#core/catalogue'
import { wireColours } from '#core/units'

const { device } = defineProps<{ device: DeviceDefinition }>()
const emit = defineEmits<{ change: [device: DeviceDefinition] }>()
type Part = DeviceDefinition['terminals'][string]

function set(id: string, part: Partial<Part>) {
  const changed = Object.fromEntries(Object.entries({ ...device.terminals[id], ...part }).filter(([, value]) => value !== undefined))
  emit('change', { ...device, terminals: { ...device.terminals, [id]: changed as unknown as Part } })
}
function add() {
  let number = Object.keys(device.terminals).length + 1
  while (device.terminals[`t${number}`]) number += 1
  emit('change', {
    ...device,
    terminals: { ...device.terminals, [`t${number}`]: { label: `T${number}`, role: 'signal', direction: 'passive' } },
  })
}
function remove(id: string) {
  const { [id]: _, ...terminals } = device.terminals
  emit('change', { ...device, terminals })
}
const text = (event: Event) => (event.target as HTMLInputElement).value
const volts = (event: Event) => (text(event) === '' ? undefined : Number(text(event).replace(',', '.')))
</script>

<template>
  <section class="table" aria-label="Terminals">
    <v-btn :prepend-icon="mdiPlus" class="ma-1" @click="add">Add a terminal</v-btn>
    <table>
      <thead>
        <tr>
          <th>id</th>
          <th>label</th>
          <th>role</th>
          <th>direction</th>
          <th>high V</th>
          <th>max in V</th>
          <th>min high V</th>
          <th>lead</th>
          <th><span class="d-sr-only">Actions</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(terminal, id) in device.terminals" :key="id">
          <td class="mono">{{ id }}</td>
          <td><input class="mono" :value="terminal.label" :aria-label="`label of ${id}`" @change="set(id, { label: text($event) })" /></td>
          <td>
            <select :value="terminal.role" :aria-label="`role of ${id}`" @change="set(id, { role: text($event) as Part['role'] })">
              <option v-for="role in ['signal', 'supply', 'ground', 'video']" :key="role">{{ role }}</option>
            </select>
          </td>
          <td>
            <select
              :value="terminal.direction"
              :aria-label="`direction of ${id}`"
              @change="set(id, { direction: text($event) as Part['direction'] })"
            >
              <option v-for="way in ['in', 'out', 'both', 'passive']" :key="way">{{ way }}</option>
            </select>
          </td>
          <td><input class="mono" :value="terminal.high" :aria-label="`high level of ${id}`" @change="set(id, { high: volts($event) })" /></td>
          <td><input class="mono" :value="terminal.maxIn" :aria-label="`highest input of ${id}`" @change="set(id, { maxIn: volts($event) })" /></td>
          <td><input class="mono" :value="terminal.minHigh" :aria-label="`lowest high of ${id}`" @change="set(id, { minHigh: volts($event) })" /></td>
          <td>
            <select
              :value="terminal.colour ?? ''"
              :aria-label="`lead colour of ${id}`"
              @change="set(id, { colour: (text($event) || undefined) as Part['colour'] })"
            >
              <option value="">none</option>
              <option v-for="(colour, code) in wireColours" :key="code" :value="code">{{ code }} {{ colour.name }}</option>
            </select>
          </td>
          <td><button :aria-label="`Remove terminal ${id}`" @click="remove(String(id))">×</button></td>
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
  width: 64px;
}
select {
  width: auto;
}
select option {
  color: #1b2a3a;
}
td button {
  padding: 0 var(--space-4);
}
</style>
