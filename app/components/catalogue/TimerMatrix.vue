<script setup lang="ts">
/** Which pin is driven by which channel of which timer, and the DMA stream that this takes: typed cell by cell. */
import {
  cellMeant,
  cellText,
  sharedStreams,
  timerRows,
  timerUses,
  withWritten,
  withTimerCell,
  type BoardDefinition,
  type TimerRow,
} from '#core/catalogue'

const { board } = defineProps<{ board: BoardDefinition }>()
const emit = defineEmits<{ change: [board: BoardDefinition] }>()
const all = ref(false)
const rows = computed(() => timerRows(board))
const shown = computed(() => (all.value ? rows.value : rows.value.filter(({ cells }) => Object.keys(cells).length)))
const left = computed(() => rows.value.length - rows.value.filter(({ cells }) => Object.keys(cells).length).length)
const shared = computed(() => sharedStreams(rows.value))
const refused = ref<{ key: string; says: string }>()
const keyOf = ({ pin, use }: TimerRow, timer: string) => `${pin}/${use}/${timer}`

function set(event: Event, row: TimerRow, timer: string) {
  const field = event.target as HTMLInputElement
  refused.value = undefined
  try {
    const cell = cellMeant(field.value)
    const changed = withTimerCell(board, { pin: row.pin, use: row.use, timer }, cell)
    emit('change', withWritten(changed, `pins.${row.pin}.functions`))
  } catch (error) {
    refused.value = { key: keyOf(row, timer), says: (error as Error).message }
    field.value = cellText(row.cells[timer])
  }
}
const clash = (row: TimerRow, timer: string) => {
  const others = shared.value.get(row.cells[timer]?.dma ?? '')?.filter((pin) => pin !== row.pin)
  return others?.length
    ? `stream ${row.cells[timer]!.dma} is taken by ${others.join(', ')} too: one of them at a time`
    : undefined
}
/** The timer moves on by the arrow keys, as in any table. */
function step(event: KeyboardEvent) {
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key]
  if (!by) return
  const cell = (event.target as HTMLElement).closest('td')!
  const line = cell.closest('tr')!
  const next = by < 0 ? line.previousElementSibling : line.nextElementSibling
  ;(next?.children[cell.cellIndex]?.querySelector('input') as HTMLInputElement | null)?.focus()
  event.preventDefault()
}
</script>

<template>
  <section class="matrix" aria-label="Outputs by timer">
    <h2>What each timer drives</h2>
    <p class="quiet">
      A cell holds the channel and, where it is known, the DMA stream that it takes: <span class="mono">2 d1s4</span>. A question
      mark is a channel that nobody knows; empty means that this timer does not drive the pin.
    </p>
    <p v-if="!Object.keys(board.timers).length" class="quiet">No timers yet: add one above.</p>
    <p v-else-if="!rows.length" class="quiet">No pin is led to a pad yet: the pad table and the pins come first.</p>
    <template v-else>
      <p v-if="refused" role="alert" class="refused">{{ refused.says }}</p>
      <table v-if="shown.length" @keydown="step">
        <thead>
          <tr>
            <th scope="col">Pads</th>
            <th scope="col">Pin</th>
            <th scope="col">For</th>
            <th v-for="(timer, id) in board.timers" :key="id" scope="col">{{ timer.label }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in shown" :key="`${row.pin} ${row.use}`">
            <th scope="row">{{ row.pads || '–' }}</th>
            <td class="mono">{{ row.pin }}</td>
            <td>{{ timerUses[row.use] }}</td>
            <td v-for="(timer, id) in board.timers" :key="id" :class="{ driven: row.cells[id], clash: clash(row, String(id)) }">
              <input
                :value="cellText(row.cells[id])"
                :aria-label="`${timer.label} at ${row.pin}, ${timerUses[row.use]}`"
                :aria-invalid="refused?.key === keyOf(row, String(id))"
                :title="clash(row, String(id))"
                maxlength="44"
                @change="set($event, row, String(id))"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet">No timer drives anything yet.</p>
      <ul v-if="shared.size" class="quiet">
        <li v-for="[stream, pins] in shared" :key="stream">
          Stream {{ stream }}: {{ pins.join(', ') }}, of which one at a time can be in use.
        </li>
      </ul>
      <v-checkbox v-if="left" v-model="all" density="compact" hide-details :label="`Pins that no timer drives too (${left})`" />
    </template>
  </section>
</template>

<style scoped>
.matrix {
  padding: var(--space-4) var(--space-5);
  font-size: var(--text-small);
  overflow: auto;
}
h2 {
  font-size: var(--text-small);
}
table {
  border-collapse: collapse;
  margin: var(--space-3) 0;
}
th,
td {
  border: var(--edge);
  padding: var(--space-1) var(--space-3);
  text-align: left;
  white-space: nowrap;
}
td:has(input) {
  padding: 0;
}
input {
  width: 76px;
  border: 0;
  background: none;
  padding: var(--space-1) var(--space-3);
  color: inherit;
  min-height: 24px;
}
.driven {
  background: rgb(var(--v-theme-surface-variant));
}
.clash input {
  text-decoration: underline dotted;
}
.refused {
  color: rgb(var(--v-theme-error));
}
</style>
