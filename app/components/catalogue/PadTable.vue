<script setup lang="ts">
import { mdiCheckAll, mdiContentPaste, mdiDotsHorizontal, mdiDownload, mdiImagePlus, mdiPlus } from '@mdi/js'
import { withOrigins, type BoardDefinition, type BoardSide } from '#core/catalogue'
import type { Spot } from '#core/entry'
import type { Attached } from '#core/tracing'
import { InputError, padColumns, padTableCsv, padTableRows, withPadRows, type PadTableRow } from '#core/schema'
import { download } from '~/composables/download'

const {
  board,
  pasteAtOnce = false,
  spot = undefined,
} = defineProps<{
  board: BoardDefinition
  pasteAtOnce?: boolean
  /** Where the drawing was clicked at last. */
  spot?: Spot & { side: BoardSide }
}>()
const emit = defineEmits<{ change: [board: BoardDefinition]; keep: [part: Attached] }>()
const rows = computed(() => padTableRows(board))
const problems = ref<InputError['problems']>([])
const pasting = ref(pasteAtOnce && !Object.keys(board.pads).length)
const columns = padColumns
const placing = defineModel<boolean>('placing', { default: false })

/** Pads of which what they are for is proposed from a label, and nobody said yet that it is so. */
const proposed = computed(() => rows.value.filter(({ pad }) => board.origins?.[`pads.${pad}`]?.from === 'proposed'))
const accept = (pads: readonly PadTableRow[]) =>
  emit('change', withOrigins(board, Object.fromEntries(pads.map(({ pad }) => [`pads.${pad}`, undefined]))))

function take(next: readonly PadTableRow[], accepted?: string) {
  problems.value = []
  try {
    const changed = withPadRows(board, next)
    emit('change', accepted === undefined ? changed : withOrigins(changed, { [`pads.${accepted}`]: undefined }))
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    problems.value = error.problems
  }
}

/** Writes one cell and reads the whole table anew, so that all ways in obey the same rules. Who writes has looked at it. */
function set(at: number, column: (typeof padColumns)[number], value: string) {
  take(
    rows.value.map((row, index) => (index === at ? { ...row, [column]: value } : row)),
    rows.value[at]!.pad,
  )
}

function add() {
  let number = rows.value.length + 1
  while (board.pads[`P${number}`]) number += 1
  const { width, height } = board.outline
  const [x, y] = [Math.min(width, 2), Math.min(height, 2 + 2.54 * (number % 12))]
  const blank = { side: 'top', pin: '', functions: '', output: '', connector: '', contact: '' }
  take([...rows.value, { ...blank, pad: `P${number}`, label: `P${number}`, x: String(x), y: String(y) }])
}

const picturing = ref(false)
/** Over a picture that lies there pads are placed next. */
function laid(next: BoardDefinition) {
  emit('change', next)
  placing.value = true
}

const remove = (id: string) => take(rows.value.filter(({ pad }) => pad !== id))
</script>

<template>
  <section class="table" aria-label="Pad table">
    <div class="bar">
      <v-btn :prepend-icon="mdiPlus" @click="add">Add a pad</v-btn>
      <v-btn :prepend-icon="mdiDotsHorizontal" :aria-pressed="placing" @click="placing = !placing">Place on the drawing</v-btn>
      <v-btn :prepend-icon="mdiContentPaste" @click="pasting = true">Paste labels or a table</v-btn>
      <v-btn :prepend-icon="mdiImagePlus" @click="picturing = true">From a picture</v-btn>
      <v-btn :prepend-icon="mdiDownload" @click="download(`${board.id}.pads.csv`, 'text/csv', padTableCsv(board))"
        >Save CSV</v-btn
      >
      <v-btn v-if="proposed.length" variant="outlined" :prepend-icon="mdiCheckAll" @click="accept(proposed)"
        >Accept all proposed ({{ proposed.length }})</v-btn
      >
    </div>
    <LazyPlacePads v-if="placing" :board :spot @change="emit('change', $event)" @close="placing = false" />
    <ul v-if="problems.length" role="alert" class="problems">
      <li v-for="problem in problems" :key="problem.place + problem.message">
        <span class="mono">{{ problem.place }}</span> {{ problem.message }}
      </li>
    </ul>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th v-if="proposed.length"><span class="d-sr-only">Proposed</span></th>
            <th v-for="column in columns" :key="column">{{ column }}</th>
            <th><span class="d-sr-only">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, at) in rows" :key="row.pad" :data-row="row.pad">
            <td v-if="proposed.length">
              <button
                v-if="proposed.includes(row)"
                class="proposed"
                :title="board.origins?.[`pads.${row.pad}`]?.note ?? 'Proposed from its label: accept it'"
                :aria-label="`Accept what is proposed for ${row.pad}`"
                @click="accept([row])"
              >
                proposed ✓
              </button>
            </td>
            <td v-for="column in columns" :key="column">
              <input
                class="mono"
                :class="column"
                :value="row[column]"
                :aria-label="`${column} of ${row.pad}`"
                @change="set(at, column, ($event.target as HTMLInputElement).value)"
              />
            </td>
            <td><button :aria-label="`Remove pad ${row.pad}`" @click="remove(row.pad)">×</button></td>
          </tr>
        </tbody>
      </table>
      <p v-if="!rows.length" class="quiet pa-3">
        No pads yet. Paste the labels as they stand around the board, or a table; place them on the drawing, over a picture of the
        board if you have one; or add one after another.
      </p>
    </div>
    <LazyPasteDialog v-if="pasting" v-model="pasting" :board @take="emit('change', $event)" @picture="picturing = true" />
    <LazyPictureDialog v-if="picturing" v-model="picturing" :board @keep="emit('keep', $event)" @lay="laid" />
  </section>
</template>

<style scoped>
.table {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  padding: var(--space-2) var(--space-4);
}
.scroll {
  position: relative;
  overflow: auto;
  flex: 1;
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
}
th {
  position: sticky;
  top: 0;
  background: rgb(var(--v-theme-background));
  text-align: left;
  padding: var(--space-1) var(--space-3);
}
td {
  border: var(--edge);
  padding: 0;
}
input {
  border: 0;
  background: transparent;
  color: inherit;
  padding: var(--space-1) var(--space-3);
  width: 70px;
}
input.functions {
  width: 260px;
}
input.x,
input.y,
input.side,
input.output,
input.contact {
  width: 58px;
}
.proposed {
  white-space: nowrap;
  color: rgb(var(--v-theme-fix));
}
.problems {
  color: rgb(var(--v-theme-error));
  padding: var(--space-2) var(--space-4) var(--space-2) var(--space-7);
  font-size: var(--text-small);
}
td button {
  padding: 0 var(--space-4);
}
</style>
