<script setup lang="ts">
import { idIn, resolvePlan, splitKey, type Edit } from '#core/plan'
import { useAnalysis, usePlan } from '~/composables/usePlan'
import type { Preview } from '~/session/build-session'
import { useBuild } from '~/stores/build'
import { useNames } from '~/composables/useNames'

const build = useBuild()
const analysis = useAnalysis()
const plan = usePlan()
const names = useNames()
const board = computed(() => resolvePlan(plan.value).board)
const lanes = computed(() =>
  analysis.value.lanes.map((lane) => ({ ...lane, port: board.value.ports.find((port) => port.id === lane.port)! })),
)
const grid = computed(() => analysis.value.grid)
const homeless = computed(() =>
  grid.value.filter((row) => row.kind === 'serial' && !plan.value.assignment[row.key]).map((row) => row.key),
)
/** Logs in the board's own memory, and tools at the port of another part: they have a place, though no port of the board. */
const elsewhere = computed(() =>
  grid.value.flatMap(({ key, kind }) => {
    const place = plan.value.assignment[key]?.place
    if (kind !== 'serial' || place === undefined || idIn('port', place) !== undefined) return []
    return [{ need: key, title: idIn('storage', place) === undefined ? `At ${names.place(place)}` : `In ${names.place(place)}` }]
  }),
)
const others = computed(() => grid.value.filter((row) => row.kind !== 'serial' && row.kind !== 'supply'))

const dragged = ref<string>()
const over = ref<string>()
const preview = shallowRef<Preview>()

function lockTo(need: string, port: string): Edit {
  return { type: 'need.lock', need, place: `port:${port}` }
}

async function hover(port: string) {
  if (!dragged.value || over.value === port) return
  over.value = port
  preview.value = undefined
  const seen = await build.preview(lockTo(dragged.value, port))
  if (over.value === port) preview.value = seen
}

function drop(port: string) {
  if (dragged.value) build.edit(lockTo(dragged.value, port))
  stop()
}

function stop() {
  dragged.value = over.value = preview.value = undefined
}

const cell = (need: string, port: string) =>
  grid.value.find((row) => row.key === need)?.cells.find((offered) => offered.place === `port:${port}`)

const consequences = computed(() => {
  const seen = preview.value
  const verdict = dragged.value && over.value ? cell(dragged.value, over.value) : undefined
  if (verdict?.verdict === 'cannot') return `Cannot: ${verdict.reasons.map((reason) => reason.text).join('; ')}`
  if (!seen) return 'Working it out'
  const moves = seen.moves.map(({ need, to }) => `${names.device(splitKey(need)[0])} to ${names.place(to)}`)
  const parts = [
    moves.length ? `moves ${moves.join(', ')}` : 'moves nothing else',
    seen.settles.length ? `settles ${seen.settles.map(({ rule }) => rule).join(', ')}` : '',
    seen.brings.length ? `brings ${seen.brings.map(({ rule, fact }) => `${rule} ${fact}`).join('; ')}` : '',
  ]
  return parts.filter(Boolean).join('; ')
})
</script>

<template>
  <div class="two">
    <section aria-label="Port lanes" class="lanes" data-testid="lanes">
      <PortLane
        v-for="lane in lanes"
        :key="lane.port.id"
        :lane
        :verdict="dragged ? cell(dragged, lane.port.id)?.verdict : undefined"
        :over="over === lane.port.id"
        :data-port="lane.port.id"
        @dragenter.prevent="hover(lane.port.id)"
        @dragover.prevent="hover(lane.port.id)"
        @drop.prevent="drop(lane.port.id)"
        @drag="dragged = $event"
        @dragend="stop"
      />
      <p v-if="dragged && over" class="consequence" role="status">{{ names.place(`port:${over}`) }}: {{ consequences }}.</p>
      <div v-for="{ need, title } in elsewhere" :key="need" class="tray">
        <h2>{{ title }}</h2>
        <LinkCard :need @drag="dragged = need" @dragend="stop" />
      </div>
      <div class="tray" :class="{ empty: !homeless.length }">
        <h2>Unplaced</h2>
        <p v-if="!homeless.length" class="quiet">Every serial link has its port.</p>
        <LinkCard v-for="need in homeless" :key="need" :need @drag="dragged = need" @dragend="stop" />
      </div>
    </section>
    <OtherNeeds :rows="others" />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(430px, 1.55fr) minmax(250px, 1fr);
  align-items: start;
}
.lanes {
  padding: var(--space-4) var(--space-6);
}
.consequence {
  position: sticky;
  bottom: 0;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-secondary));
  padding: var(--space-3) var(--space-4);
  margin: var(--space-3) 0;
}
.tray {
  margin-top: var(--space-4);
  border: 1.5px dashed rgb(var(--v-theme-line));
  padding: var(--space-4) var(--space-4);
}
h2 {
  font-size: var(--text-small);
}
p {
  margin: 0;
}
@media (max-width: 1100px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
