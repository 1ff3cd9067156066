<script setup lang="ts">
import { mdiContentPaste, mdiDownload, mdiFileUploadOutline, mdiPlus } from '@mdi/js'
import type { BoardDefinition } from '#core/catalogue'
import { InputError, padColumns, padTableCsv, padTableRows, withPadTable } from '#core/schema'
import { chosenFile } from '~/composables/chosenFile'
import { download } from '~/composables/download'

const { board } = defineProps<{ board: BoardDefinition }>()
const emit = defineEmits<{ change: [board: BoardDefinition] }>()
const rows = computed(() => padTableRows(board))
const problems = ref<InputError['problems']>([])
const pasting = ref(false)
const pasted = ref('')
const file = useTemplateRef<HTMLInputElement>('file')
const columns = padColumns

function take(csv: string): boolean {
  problems.value = []
  try {
    emit('change', withPadTable(board, csv))
    return true
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    problems.value = error.problems
    return false
  }
}

/** Writes one cell and reads the whole table anew, so that both ways in obey the same rules. */
function set(at: number, column: (typeof padColumns)[number], value: string) {
  const changed = rows.value.map((row, index) => (index === at ? { ...row, [column]: value } : row))
  take([columns.join('\t'), ...changed.map((row) => columns.map((name) => row[name]).join('\t'))].join('\n'))
}

function add() {
  let number = rows.value.length + 1
  while (board.pads[`P${number}`]) number += 1
  take(
    `${padTableCsv(board)}P${number},${Math.min(board.outline.width, 2)},${Math.min(board.outline.height, 2 + 2.54 * (number % 12))},top,,\n`,
  )
}

function remove(id: string) {
  take(
    [
      columns.join('\t'),
      ...rows.value.filter((row) => row.pad !== id).map((row) => columns.map((name) => row[name]).join('\t')),
    ].join('\n'),
  )
}

async function open(event: Event) {
  const chosen = chosenFile(event)
  if (chosen) take(await chosen.text())
}

function paste() {
  if (take(pasted.value)) pasting.value = false
}
</script>

<template>
  <section class="table" aria-label="Pad table">
    <div class="bar">
      <v-btn :prepend-icon="mdiPlus" @click="add">Add a pad</v-btn>
      <v-btn :prepend-icon="mdiContentPaste" @click="pasting = true">Paste a table</v-btn>
      <v-btn :prepend-icon="mdiFileUploadOutline" @click="file?.click()">Open CSV</v-btn>
      <v-btn :prepend-icon="mdiDownload" @click="download(`${board.id}.pads.csv`, 'text/csv', padTableCsv(board))"
        >Save CSV</v-btn
      >
      <input ref="file" type="file" accept=".csv,.tsv,.txt" hidden aria-label="Pad table file" @change="open" />
    </div>
    <ul v-if="problems.length && !pasting" role="alert" class="problems">
      <li v-for="problem in problems" :key="problem.place + problem.message">
        <span class="mono">{{ problem.place }}</span> {{ problem.message }}
      </li>
    </ul>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th v-for="column in columns" :key="column">{{ column }}</th>
            <th><span class="d-sr-only">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, at) in rows" :key="row.pad" :data-row="row.pad">
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
        No pads yet. Paste a table with the columns {{ columns.join(', ') }}, or add one pad after another.
      </p>
    </div>
    <v-dialog v-model="pasting" width="640" aria-label="Paste a pad table">
      <v-card title="Paste a pad table">
        <v-card-text>
          <p class="quiet">
            Columns {{ columns.join(', ') }}; millimetres from the top left corner. Functions: uart-tx:uart1, pulse:tim3/2,
            switch, analog&lt;=3.3, led-data:tim4/3, i2c-sda:i2c1, supply:v5, ground; several parted by ;
          </p>
          <v-textarea v-model="pasted" class="mono" rows="9" label="Table" autofocus />
          <ul v-if="problems.length" role="alert" class="problems">
            <li v-for="problem in problems" :key="problem.place + problem.message">
              <span class="mono">{{ problem.place }}</span> {{ problem.message }}
            </li>
          </ul>
        </v-card-text>
        <v-card-actions>
          <v-btn @click="pasting = false">Cancel</v-btn>
          <v-btn variant="flat" color="primary" :disabled="!pasted.trim()" @click="paste">Take the table</v-btn>
        </v-card-actions>
      </v-card>
    </v-dialog>
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
  gap: var(--space-2);
  padding: var(--space-2) var(--space-4);
}
.scroll {
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
  width: 300px;
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
