<script setup lang="ts">
/** A board or device as it is printed: what it is, its drawing, and what each of its points is for. Seen on paper alone. */
import { padNames, type Board, type DeviceDefinition } from '#core/catalogue'
import { padAbilities } from '#core/harness'
import { figure, formatAmps, formatBaud, formatVolts } from '#core/units'

const { board = undefined, device = undefined } = defineProps<{ board?: Board; device?: DeviceDefinition }>()
const sides = computed(() => (['top', 'bottom'] as const).filter((side) => board?.pads.some((pad) => pad.side === side)))
const names = computed(() => (board ? padNames(board) : new Map<string, string>()))
const pads = computed(() =>
  (board?.pads ?? []).map((pad) => ({
    id: pad.id,
    name: names.value.get(pad.id) ?? pad.label,
    side: pad.side,
    does:
      pad.kind === 'ground'
        ? 'ground'
        : pad.kind === 'supply'
          ? `supply ${board!.rails.find(({ id }) => id === pad.rail)?.label ?? ''}`
          : padAbilities(board!, pad).can.join(', ') || 'nothing',
  })),
)
const labelOf = (terminal: string) => device?.terminals[terminal]?.label ?? terminal
</script>

<template>
  <div class="definition-paper">
    <template v-if="board">
      <p>{{ board.maker }}, rev {{ board.revision }}. {{ board.summary }}</p>
      <div class="drawings">
        <BoardDrawing v-for="side in sides" :key="side" :board :side class="drawing" />
      </div>
      <table class="pads">
        <thead>
          <tr>
            <th>Pad</th>
            <th>Side</th>
            <th>Can be</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="pad in pads" :key="pad.id">
            <td>
              <b>{{ pad.name }}</b>
            </td>
            <td>{{ pad.side }}</td>
            <td>{{ pad.does }}</td>
          </tr>
        </tbody>
      </table>
      <table>
        <thead>
          <tr>
            <th>Port</th>
            <th>In the firmware</th>
            <th>Up to</th>
            <th>Half duplex</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="port in board.ports" :key="port.id">
            <td>
              <b>{{ port.label }}</b>
            </td>
            <td>{{ port.number }}</td>
            <td>{{ formatBaud(port.maxBaud) }}</td>
            <td>{{ port.halfDuplex ? 'yes' : 'no' }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <template v-else-if="device">
      <p>
        {{ device.maker }}. {{ device.summary }} {{ figure(device.mass, 'g') }}, {{ device.size.width }} ×
        {{ device.size.height }} mm.
      </p>
      <DeviceDrawing :device />
      <table>
        <thead>
          <tr>
            <th>Supply</th>
            <th>Volts</th>
            <th>Normally</th>
            <th>At most</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(supply, id) in device.supplies" :key="id">
            <td>
              <b>{{ labelOf(supply.terminal) }}</b>
            </td>
            <td>{{ formatVolts(supply.min) }} to {{ formatVolts(supply.max) }}</td>
            <td>{{ formatAmps(supply.typical) }}</td>
            <td>{{ formatAmps(supply.peak) }}</td>
          </tr>
        </tbody>
      </table>
      <table>
        <thead>
          <tr>
            <th>Needs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(need, id) in device.needs" :key="id">
            <td>{{ need.label }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
.definition-paper {
  padding: var(--space-4) 0;
}
.drawings {
  display: flex;
  justify-content: space-evenly;
  break-after: page;
}
.drawing {
  flex: 0 1 46%;
  height: 150mm !important;
}
table {
  border-collapse: collapse;
  width: 100%;
  margin-top: 5mm;
  font-size: 8.5pt;
}
th,
td {
  text-align: left;
  padding: 0.6mm 2mm;
  border-bottom: 0.3pt solid rgb(var(--v-theme-line));
}
</style>
