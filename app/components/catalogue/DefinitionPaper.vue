<script setup lang="ts">
/** A board or device as it is printed: what it is, its drawing, and what each of its points is for. Seen on paper alone. */
import { padNames, type Board, type DeviceDefinition, type Pad } from '#core/catalogue'
import { padAbilities } from '#core/harness'
import { figure, formatAmps, formatBaud, formatVoltRange } from '#core/units'

const { board = undefined, device = undefined } = defineProps<{ board?: Board; device?: DeviceDefinition }>()
const sides = computed(() => (['top', 'bottom'] as const).filter((side) => board?.pads.some((pad) => pad.side === side)))

function padWords(of: Board, pad: Pad): string {
  if (pad.kind === 'ground') return 'ground'
  if (pad.kind === 'supply') return `supply ${of.rails.find(({ id }) => id === pad.rail)?.label ?? ''}`
  return padAbilities(of, pad).can.join(', ') || 'nothing'
}

function ofBoard(of: Board) {
  const names = padNames(of)
  return [
    { head: ['Pad', 'Side', 'Can be'], rows: of.pads.map((pad) => [names.get(pad.id), pad.side, padWords(of, pad)]) },
    {
      head: ['Port', 'In the firmware', 'Up to', 'Half duplex'],
      rows: of.ports.map((port) => [port.label, port.number, formatBaud(port.maxBaud), port.halfDuplex ? 'yes' : 'no']),
    },
  ]
}

const ofDevice = ({ supplies, needs, terminals }: DeviceDefinition) => [
  {
    head: ['Supply', 'Volts', 'Normally', 'At most'],
    rows: Object.values(supplies).map(({ terminal, min, max, typical, peak }) => [
      terminals[terminal]?.label ?? terminal,
      formatVoltRange(min, max),
      formatAmps(typical),
      formatAmps(peak),
    ]),
  },
  { head: ['Needs'], rows: Object.values(needs).map(({ label }) => [label]) },
]

const tables = computed(() => (board ? ofBoard(board) : device ? ofDevice(device) : []).filter(({ rows }) => rows.length))
</script>

<template>
  <div class="definition-paper">
    <template v-if="board">
      <p>{{ board.maker }}, rev {{ board.revision }}. {{ board.summary }}</p>
      <div class="drawings">
        <BoardDrawing v-for="side in sides" :key="side" :board :side class="drawing" />
      </div>
    </template>
    <template v-else-if="device">
      <p>
        {{ device.maker }}. {{ device.summary }} {{ figure(device.mass, 'g') }}, {{ device.size.width }} ×
        {{ figure(device.size.height, 'mm') }}.
      </p>
      <DeviceDrawing :device />
    </template>
    <table v-for="{ head, rows } in tables" :key="head[0]">
      <thead>
        <tr>
          <th v-for="word in head" :key="word">{{ word }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, at) in rows" :key="at">
          <td v-for="(cell, column) in row" :key="column">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
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
td:first-child {
  font-weight: 700;
}
</style>
