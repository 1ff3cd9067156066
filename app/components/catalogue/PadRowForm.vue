<script setup lang="ts">
/** A row of pads: labels that run on, and two places that are typed or clicked at on the drawing. */
import { limits, type BoardDefinition, type BoardSide } from '#core/catalogue'
import { boardOfRows, readLabel, meaningWords, rowOfPads, runningLabels, snapped, type Spot } from '#core/entry'
import { InputError } from '#core/schema'

const { board, spot = undefined } = defineProps<{
  board: BoardDefinition
  /** Where the drawing was clicked at last. */
  spot?: Spot & { side: BoardSide }
}>()
const emit = defineEmits<{ change: [board: BoardDefinition]; close: [] }>()

const count = ref(4)
const labels = ref('')
const from = ref<Spot>({ x: 5, y: 1.6 })
const to = ref<Spot>({ x: 12.6, y: 1.6 })
const side = ref<BoardSide>('top')
const problem = ref('')
/** Which of the two places a click sets. */
const next = ref<'from' | 'to'>('from')

const given = computed(() => labels.value.split(/[\s,;]+/).filter(Boolean))
const all = computed(() => (given.value.length ? runningLabels(given.value, Math.max(count.value, given.value.length)) : []))
const open = computed(() => all.value.filter((label) => label === '').length)
const read = computed(() =>
  all.value.map((label) => readLabel(label).meanings.map(meaningWords).join(' and ') || 'not understood'),
)

watch(
  () => spot,
  (at) => {
    if (!at) return
    side.value = at.side
    const other = next.value === 'to' ? [from.value] : []
    const pads = Object.values(board.pads).filter((pad) => pad.side === at.side)
    const place = snapped(at, [...other, ...pads])
    if (next.value === 'from') from.value = to.value = place
    else to.value = place
    next.value = next.value === 'from' ? 'to' : 'from'
  },
)

function figureIn(event: Event): number {
  return Number((event.target as HTMLInputElement).value.replace(',', '.'))
}
function place(which: 'from' | 'to', axis: 'x' | 'y', event: Event) {
  const figure = figureIn(event)
  const at = which === 'from' ? from : to
  if (Number.isFinite(figure)) at.value = { ...at.value, [axis]: Math.min(limits.board, Math.max(-50, figure)) }
  show(event, at.value[axis])
}
/** What was typed and is none goes back to what holds. */
function show(event: Event, figure: number) {
  ;(event.target as HTMLInputElement).value = String(figure)
}
function setCount(event: Event) {
  count.value = Math.min(60, Math.max(1, Math.round(figureIn(event)) || 1))
  show(event, count.value)
}

function add() {
  problem.value = ''
  try {
    const rows = rowOfPads(all.value, from.value, to.value, side.value)
    emit('change', boardOfRows(board, rows, { keepOthers: true, accepted: true, corners: [] }).board)
    labels.value = ''
    next.value = 'from'
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    problem.value = error.problems.map(({ place: at, message }) => `${at} ${message}`.trim()).join('; ')
  }
}
</script>

<template>
  <form class="row" aria-label="A row of pads" @submit.prevent="add">
    <label>Labels <input v-model="labels" class="labels mono" placeholder="TX1" aria-label="Labels of the row" /></label>
    <label
      >Pads <input :value="count" class="figure mono" inputmode="numeric" aria-label="How many pads" @change="setCount"
    /></label>
    <label
      v-for="[which, at] in [
        ['from', from],
        ['to', to],
      ] as const"
      :key="which"
    >
      {{ which }}
      <input
        v-for="axis in ['x', 'y'] as const"
        :key="axis"
        :value="at[axis]"
        class="figure mono"
        :aria-label="`${axis} it goes ${which}`"
        @change="place(which, axis, $event)"
      />
    </label>
    <select v-model="side" aria-label="Side of the row">
      <option value="top">top</option>
      <option value="bottom">bottom</option>
    </select>
    <v-btn type="submit" variant="flat" color="primary" :disabled="!all.length || open > 0">Add the row</v-btn>
    <v-btn @click="emit('close')">Done</v-btn>
    <p class="quiet words" role="status">
      <template v-if="!all.length">Type a first label; click at the first place and at the last on the drawing.</template>
      <template v-else-if="open">{{ all.filter(Boolean).join(', ') }}: say {{ open }} more, or fewer pads.</template>
      <template v-else>{{ all.map((label, at) => `${label}: ${read[at]}`).join(' · ') }}</template>
    </p>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </form>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-3);
  padding: var(--space-2) var(--space-4);
  border-bottom: var(--edge);
  font-size: var(--text-small);
}
input,
select {
  border: var(--edge);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  padding: var(--space-1) var(--space-2);
  min-height: 28px;
}
.labels {
  width: 150px;
}
.figure {
  width: 56px;
}
.words {
  flex-basis: 100%;
}
.wrong {
  flex-basis: 100%;
  color: rgb(var(--v-theme-error));
}
</style>
