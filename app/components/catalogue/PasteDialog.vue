<script setup lang="ts">
/** A table or a list of labels, pasted: what it is read as, the board that comes of it, and two ways to take it. */
import { mdiFileUploadOutline } from '@mdi/js'
import { resolveBoard, type BoardDefinition } from '#core/catalogue'
import { lengthUnits } from '#core/entry'
import { chosenFile } from '~/composables/chosenFile'
import { usePasted } from '~/composables/usePasted'
import { useNotices } from '~/stores/notices'

const open = defineModel<boolean>({ required: true })
const { board } = defineProps<{ board: BoardDefinition }>()
const emit = defineEmits<{ take: [board: BoardDefinition]; picture: [] }>()
const notices = useNotices()
const pasted = usePasted(() => board)
const { text, table, heads, unit, upwards, keepOthers, rows, proposal, problems } = pasted
const file = useTemplateRef<HTMLInputElement>('file')
const hasPads = computed(() => Object.keys(board.pads).length > 0)
const isPlaced = computed(() => heads.value.includes('x'))
const made = computed(() => proposal.value?.board)
const drawn = computed(() => {
  if (!made.value) return undefined
  const { revisions, firmwares } = made.value
  return resolveBoard(made.value, Object.keys(revisions)[0]!, Object.keys(firmwares)[0]!)
})
const count = (number: number, one: string, several = `${one}s`) => `${number} ${number === 1 ? one : several}`
const summary = computed(() => {
  if (!drawn.value) return ''
  const { pads, ports, rails, i2c, can, pins } = drawn.value
  const outputs = pins.filter(({ functions }) => functions.some(({ as }) => as === 'pulse')).length
  return [
    count(pads.length, 'pad'),
    count(ports.length, 'port'),
    count(outputs, 'output'),
    count(rails.length, 'rail'),
    ...(i2c.length + can.length ? [count(i2c.length + can.length, 'bus', 'buses')] : []),
  ].join(' · ')
})
const notes = computed(() => [
  ...(proposal.value?.unknown.length
    ? [
        `Not understood: ${[...new Set(proposal.value.unknown)].join(', ')}. Say below what they are, or leave them: nothing is wired there.`,
      ]
    : []),
  ...(proposal.value?.idle.length ? [`Not for parts, left out: ${proposal.value.idle.join(', ')}.`] : []),
  ...(proposal.value?.notes.map((note) => `${note.charAt(0).toUpperCase()}${note.slice(1)}.`) ?? []),
])

async function read(event: Event) {
  const chosen = chosenFile(event)
  if (chosen) text.value = await chosen.text()
}
function mean(label: string, means: string) {
  if (!pasted.mean(label, means))
    notices.complain('This browser keeps nothing: what labels mean is known until the page is left.')
}
function take(accepted: boolean) {
  const next = accepted ? pasted.accepted()?.board : made.value
  if (!next) return
  emit('take', next)
  open.value = false
  text.value = ''
}
</script>

<template>
  <v-dialog v-model="open" width="1120" aria-label="Paste pads">
    <v-card title="Paste labels or a table">
      <v-card-text class="content">
        <div class="given">
          <v-textarea v-model="text" class="mono" rows="7" label="Labels, one a line, or any table" autofocus no-resize />
          <p class="quiet hint">
            Labels in their order around the board, from the top left corner clockwise, with an empty line at each corner: no
            measures are needed. Or a table from a manual, a web page or a program: columns are found by themselves.
          </p>
          <v-btn variant="outlined" size="small" :prepend-icon="mdiFileUploadOutline" @click="file?.click()">Open a file</v-btn>
          <input ref="file" type="file" accept=".csv,.tsv,.txt,.md" hidden aria-label="Table file" @change="read" />
          <div v-if="table" class="options">
            <v-select v-if="isPlaced" v-model="unit" :items="Object.keys(lengthUnits)" label="Lengths in" class="unit" />
            <v-checkbox v-if="isPlaced" v-model="upwards" label="y grows upwards" hide-details density="compact" />
            <v-checkbox v-if="hasPads" v-model="keepOthers" label="Keep the other pads" hide-details density="compact" />
          </div>
        </div>
        <div class="shown" aria-live="polite">
          <p v-if="!table && !problems.length" class="quiet empty">What is read stands here, with a drawing.</p>
          <template v-if="drawn">
            <p class="summary" data-testid="pasted-summary">{{ summary }}</p>
            <BoardDrawing class="drawing" :board="drawn" />
          </template>
        </div>
        <ul v-if="problems.length" role="alert" class="problems">
          <li v-for="problem in problems" :key="problem.place + problem.message">
            <span v-if="problem.place" class="mono">{{ problem.place }}:</span> {{ problem.message }}
          </li>
        </ul>
        <ul v-if="notes.length" class="notes">
          <li v-for="note in notes" :key="note">{{ note }}</li>
        </ul>
        <PastedRows v-if="table" :table :heads :rows :words="pasted.words.value" class="rows" @use="pasted.use" @mean="mean" />
      </v-card-text>
      <v-card-actions>
        <span class="quiet hint"
          >What labels do not tell (limits, timers) is taken with care, and marked as a guess either way.</span
        >
        <v-spacer />
        <v-btn @click="((open = false), emit('picture'))">From a picture instead</v-btn>
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn variant="outlined" :disabled="!made" @click="take(false)">Take as proposed</v-btn>
        <v-btn variant="flat" color="primary" :disabled="!made" @click="take(true)">Take: it is right so</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.content {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--space-4);
  align-content: start;
}
.hint {
  font-size: var(--text-small);
}
.options {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  align-items: center;
}
.unit {
  max-width: 110px;
}
.shown {
  display: flex;
  flex-direction: column;
  height: 270px;
}
.drawing {
  min-height: 0;
  flex: 1;
}
.summary {
  font-weight: 700;
}
.empty {
  margin: auto;
}
.problems,
.notes,
.rows {
  grid-column: 1 / -1;
}
.problems,
.notes {
  padding-left: var(--space-6);
  font-size: var(--text-small);
}
.problems {
  color: rgb(var(--v-theme-error));
}
@media (max-width: 640px) {
  .content {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
