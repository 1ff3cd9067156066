<script setup lang="ts">
import { mdiFitToPageOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import { padUseOf, type Mark } from '#core/harness'
import { idIn, referTo, type Place } from '#core/plan'
import { useConsequences } from '~/composables/useConsequences'
import { useLaidPicture } from '~/composables/useLaidPicture'
import { useNames } from '~/composables/useNames'
import { useAnalysis, usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const analysis = useAnalysis()
const plan = usePlan()
const selection = useSelection()
const names = useNames()
const side = ref<'top' | 'bottom'>('top')
const drawing = useTemplateRef('drawing')
const resolved = useResolved()
/** How much of the picture of the board shows; none of it at first. */
const shown = ref(0)
const picture = useLaidPicture(
  () => resolved.value.board,
  () => side.value,
)
const uses = computed(() => {
  const named = padUseOf(resolved.value, analysis.value.wires)
  return Object.fromEntries(
    Object.entries(named).map(([pad, list]) => [pad, list.map((use) => ({ ...use, device: names.device(use.device) }))]),
  )
})
const rows = computed(() => analysis.value.grid.filter((row) => row.kind !== 'supply'))
/** The marks on the drawing, each once. */
const marks = computed(() => {
  const all = Object.values(uses.value).flatMap((list) => list.map(({ mark }): [string, Mark] => [mark.word, mark]))
  return [...new Map(all).values()]
})

/** The need being placed: the one dragged, or the one selected. */
const dragged = ref<string>()
const placing = computed(() => dragged.value ?? idIn('need', selection.selected))
const cells = computed(() => rows.value.find((row) => row.key === placing.value)?.cells ?? [])

/** Place of a pad for the need being placed: the pad itself, or the port behind it. */
function placeOf(pad: string): Place | undefined {
  const direct = referTo('pad', pad)
  if (cells.value.some((cell) => cell.place === direct)) return direct
  const pin = resolved.value.pad(pad)?.pin
  const port = resolved.value.board.ports.find(({ tx, rx }) => pin && (tx?.pin === pin || rx?.pin === pin))
  return port && referTo('port', port.id)
}
const verdicts = computed(() => {
  if (!placing.value) return {}
  return Object.fromEntries(
    resolved.value.board.pads.flatMap((pad) => {
      if (pad.kind !== 'signal') return []
      const place = placeOf(pad.id)
      const verdict = cells.value.find((cell) => cell.place === place)?.verdict
      return [[pad.id, verdict ?? 'cannot'] as const]
    }),
  )
})

const over = ref<string>()
const { words, look } = useConsequences()
function hover(pad: string | undefined) {
  over.value = pad
  const place = pad && placeOf(pad)
  if (placing.value && place) look(placing.value, place)
  else look(undefined, undefined)
}

function lock(pad: string) {
  const place = placeOf(pad)
  if (placing.value && place) build.edit({ type: 'need.lock', need: placing.value, place })
  dragged.value = undefined
}

function ban(pad: string) {
  const place = placeOf(pad)
  if (placing.value && place) build.edit({ type: 'need.ban', need: placing.value, place })
}

function pick(pad: string) {
  if (placing.value && verdicts.value[pad] && verdicts.value[pad] !== 'cannot') return lock(pad)
  selection.select(`pad:${pad}`)
}

function drag(event: DragEvent, need: string) {
  event.dataTransfer!.effectAllowed = 'move'
  event.dataTransfer!.setData('text/plain', need)
  dragged.value = need
}
</script>

<template>
  <div class="view">
    <section class="needs scrolls" aria-label="Needs">
      <p class="quiet">Choose a need, then a pad; or drag it there. B on a pad bans it.</p>
      <button
        v-for="row in rows"
        :key="row.key"
        class="need"
        draggable="true"
        :class="{ lit: selection.lit.has(`need:${row.key}`), missing: !plan.assignment[row.key] }"
        @click="selection.select(`need:${row.key}`)"
        @dragstart="drag($event, row.key)"
        @dragend="dragged = undefined"
      >
        <span
          >{{ names.device(row.device) }} <span class="quiet">{{ row.label }}</span></span
        >
        <span class="mono">{{ names.place(plan.assignment[row.key]?.place) }}</span>
      </button>
    </section>
    <section class="stage" aria-label="Board drawing">
      <div class="tools no-print">
        <v-btn-toggle v-model="side" mandatory density="compact" variant="outlined" divided aria-label="Side of the board">
          <v-btn value="top">Top</v-btn><v-btn value="bottom">Bottom</v-btn>
        </v-btn-toggle>
        <v-btn :icon="mdiMagnifyPlusOutline" aria-label="Zoom in" @click="drawing?.zoom(1.25)" />
        <v-btn :icon="mdiMagnifyMinusOutline" aria-label="Zoom out" @click="drawing?.zoom(0.8)" />
        <v-btn :icon="mdiFitToPageOutline" aria-label="Show all" @click="drawing?.fit()" />
        <PictureSlider v-if="picture" v-model="shown" />
        <v-spacer />
        <span v-for="mark in marks" :key="mark.word" class="key"
          ><b class="mono">{{ mark.letter }}</b> {{ mark.word }}</span
        >
      </div>
      <BoardDrawing
        ref="drawing"
        :key="side"
        class="drawing"
        data-testid="board"
        :board="resolved.board"
        :side
        :uses
        :lit="selection.lit"
        :verdicts
        :picture
        :shown="shown / 100"
        @pick="pick"
        @over="hover"
        @drop="lock"
        @ban="ban"
      />
      <p class="consequence" role="status">
        <template v-if="placing && over && words"
          >{{ names.needOfDevice(placing) }} on pad {{ resolved.pad(over)?.label }}: {{ words }}.</template
        >
        <span v-else-if="placing" class="quiet"
          >{{ names.needOfDevice(placing) }}: solid outline fits, dashed fits at a cost, faded cannot.</span
        >
        <span v-else class="quiet">Point at a pad to read what it serves and what else it could.</span>
      </p>
    </section>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: 250px 1fr;
  flex: 1;
  min-height: 0;
}
.needs {
  border-right: var(--edge);
  padding: var(--space-4) 0;
  overflow: auto;
  max-height: calc(100vh - 140px);
}
.needs p {
  padding: 0 var(--space-5) var(--space-3);
  font-size: var(--text-small);
}
.need {
  display: flex;
  justify-content: space-between;
  gap: var(--space-4);
  width: 100%;
  padding: var(--space-1) var(--space-5);
  text-align: left;
  font-size: var(--text-small);
  cursor: grab;
}
.need .mono {
  white-space: nowrap;
}
.need.missing .mono {
  color: rgb(var(--v-theme-error));
}
.stage {
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.tools {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-4);
  padding: var(--space-3) var(--space-5);
}
.key {
  font-size: var(--text-fine);
  white-space: nowrap;
}
.drawing {
  flex: 1;
  min-height: 300px;
  max-height: calc(100vh - 250px);
}
.consequence {
  padding: var(--space-3) var(--space-5);
  border-top: var(--edge);
  min-height: 34px;
}
</style>
