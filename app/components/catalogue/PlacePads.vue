<script setup lang="ts">
/** Pads put on the drawing by clicks: one after the other, a row, or a connector with its contacts; labels run on. */
import { connectorKinds, limits, type BoardDefinition, type BoardSide } from '#core/catalogue'
import {
  boardOfRows,
  meaningWords,
  nextLabel,
  readLabel,
  rowOfPads,
  runningLabels,
  snapped,
  usbBeside,
  withConnector,
  type Spot,
} from '#core/entry'
import { InputError } from '#core/schema'

const { board, spot = undefined } = defineProps<{
  board: BoardDefinition
  /** Where the drawing was clicked at last. */
  spot?: Spot & { side: BoardSide }
}>()
const emit = defineEmits<{ change: [board: BoardDefinition]; close: [] }>()

const ways = { row: 'a row', one: 'one after the other', connector: 'a connector', usb: 'the USB plug' } as const
const way = ref<keyof typeof ways>('row')
const count = ref(4)
const labels = ref('')
const name = ref('')
const kind = ref('JST-SH 1.0')
const from = ref<Spot>({ x: 5, y: 1.6 })
const to = ref<Spot>({ x: 12.6, y: 1.6 })
const side = ref<BoardSide>('top')
const problem = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
/** Which of the two places a click sets. */
const next = ref<'from' | 'to'>('from')
watch(way, () => (next.value = 'from'))

const given = computed(() => labels.value.split(/[\s,;]+/).filter(Boolean))
const wanted = computed(() => (way.value === 'one' ? 1 : Math.max(count.value, given.value.length)))
const all = computed(() => (given.value.length ? runningLabels(given.value, wanted.value) : []))
const open = computed(() => all.value.filter((label) => label === '').length)
const isReady = computed(() => all.value.length > 0 && open.value === 0)
const read = computed(() =>
  all.value.map((label) => readLabel(label).meanings.map(meaningWords).join(' and ') || 'not understood'),
)
const ends = computed(() =>
  way.value === 'one'
    ? ([['from', from.value]] as const)
    : ([
        ['from', from.value],
        ['to', to.value],
      ] as const),
)

watch(
  () => spot,
  (at) => {
    if (!at) return
    if (way.value === 'usb') return emit('change', { ...board, usb: usbBeside(at, board.outline) })
    side.value = at.side
    const pads = Object.values(board.pads).filter((pad) => pad.side === at.side)
    // Rows are straight; what already lies there draws a click only where it lies very near.
    const near = snapped(at, pads, 0.25)
    const place = next.value === 'to' ? snapped(near, [from.value]) : near
    if (way.value === 'one' || next.value === 'from') from.value = to.value = place
    else to.value = place
    const isWhole = way.value === 'one' || next.value === 'to'
    next.value = isWhole ? 'from' : 'to'
    // The last click places what is labelled; without labels the places wait for them.
    if (isWhole && isReady.value) add()
    field.value?.focus()
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
    let [under, rows] = [board, rowOfPads(all.value, from.value, way.value === 'one' ? from.value : to.value, side.value)]
    if (way.value === 'connector') ({ board: under, rows } = withConnector(board, rows, { label: name.value, kind: kind.value }))
    emit('change', boardOfRows(under, rows, { keepOthers: true, accepted: true, corners: [] }).board)
    // One after the other runs on by itself.
    labels.value = way.value === 'one' ? (nextLabel([...given.value.slice(0, -1), ...all.value]) ?? '') : ''
    name.value = ''
    next.value = 'from'
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    problem.value = error.problems.map(({ place: at, message }) => `${at} ${message}`.trim()).join('; ')
  }
}
</script>

<template>
  <form class="row" aria-label="Pads to place" @submit.prevent="add">
    <label
      >Place
      <select v-model="way" aria-label="What is placed">
        <option v-for="(words, key) in ways" :key="key" :value="key">{{ words }}</option>
      </select>
    </label>
    <label v-if="way !== 'usb'"
      >Labels <input ref="field" v-model="labels" class="labels mono" placeholder="TX1" aria-label="Labels to place"
    /></label>
    <label v-if="way === 'row' || way === 'connector'"
      >{{ way === 'row' ? 'Pads' : 'Contacts' }}
      <input :value="count" class="figure mono" inputmode="numeric" aria-label="How many pads" @change="setCount"
    /></label>
    <template v-if="way === 'connector'">
      <label
        >Name <input v-model="name" class="figure" maxlength="40" placeholder="J1" aria-label="Name of the connector"
      /></label>
      <label
        >Kind
        <select v-model="kind" aria-label="Kind of connector">
          <option v-for="(_, each) in connectorKinds" :key="each">{{ each }}</option>
        </select>
      </label>
    </template>
    <template v-if="way !== 'usb'">
      <label v-for="[which, at] in ends" :key="which">
        {{ way === 'one' ? 'at' : which }}
        <input
          v-for="axis in ['x', 'y'] as const"
          :key="axis"
          :value="at[axis]"
          class="figure mono"
          :aria-label="`${axis} it goes ${which}`"
          @change="place(which, axis, $event)"
        />
      </label>
      <select v-model="side" aria-label="Side they lie on">
        <option value="top">top</option>
        <option value="bottom">bottom</option>
      </select>
      <v-btn type="submit" variant="flat" color="primary" :disabled="!isReady">Place</v-btn>
    </template>
    <v-btn @click="emit('close')">Done</v-btn>
    <p class="quiet words" role="status">
      <template v-if="way === 'usb'">Click on the drawing beside the edge that it opens over.</template>
      <template v-else-if="!all.length"
        >Type a first label; click at {{ way === 'one' ? 'its place' : 'the first place and at the last' }} on the drawing: there
        it is placed.</template
      >
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
