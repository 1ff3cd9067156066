<script setup lang="ts">
import { mdiRotateRight } from '@mdi/js'
import { heightOf, massReport, runsOf, spotOf, wiresOf, type Run } from '#core/harness'
import { batteryId, boardId, partsOf, quarterTurns, resolvePlan, type Plan, type Spot } from '#core/plan'
import { formatAmps, plain } from '#core/units'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const plan = usePlan()
const selection = useSelection()
const names = useNames()
const craft = computed(() => plan.value.craft)
const dragged = ref<{ id: string; spot: Spot }>()
/** The plan with what is in hand where it is held. */
const shown = computed<Plan>(() =>
  dragged.value ? { ...plan.value, positions: { ...plan.value.positions, [dragged.value.id]: dragged.value.spot } } : plan.value,
)
const resolved = computed(() => resolvePlan(shown.value))
const wires = computed(() => wiresOf(resolved.value))
const report = computed(() => massReport(resolved.value, wires.value))
const flows = computed(() => new Map(Object.entries(build.analysis?.flows ?? {})))
const runs = computed(() => runsOf(resolved.value, wires.value, flows.value))
const pointedEnds = ref<string>()
const pointed = computed<Run | undefined>({
  get: () => runs.value.find(({ ends }) => ends.join() === pointedEnds.value),
  set: (run) => (pointedEnds.value = run?.ends.join()),
})
const totals = computed(() => {
  const lengths = wires.value.filter((wire) => !wire.omitted)
  return { count: lengths.length, metres: lengths.reduce((sum, wire) => sum + wire.length, 0) / 1000 }
})
/** What the radio rules say: this is where it is put right. */
const advice = computed(() =>
  (build.analysis?.findings ?? []).filter(({ rule }) => rule.startsWith('RFI')).map(({ fact }) => fact),
)
const words = ({ ends: [one, other] }: Run) => `between ${names.device(one)} and ${names.device(other)}`

function drop(id: string) {
  const spot = dragged.value?.spot
  dragged.value = undefined
  const before = spotOf(resolvePlan(plan.value), id)
  if (spot && (spot.x !== before.x || spot.y !== before.y || (spot.z ?? before.z) !== before.z)) {
    build.edit({ type: 'spot.set', part: id, spot })
  } else selection.select(`device:${id}`)
}
const place = (id: string, spot: Spot) => build.edit({ type: 'spot.set', part: id, spot })
function nudge(id: string, side: 'top' | 'right', [across, up]: [number, number]) {
  const spot = spotOf(resolved.value, id)
  if (side === 'top') place(id, { ...spot, x: spot.x + across, y: spot.y + up })
  else place(id, { ...spot, y: spot.y + across, z: heightOf(resolved.value, id) + up })
}

/** The part that is selected, to be turned and raised. */
const chosen = computed(() => {
  const { kind, id } = selection.selected ? partsOf(selection.selected) : { kind: '', id: '' }
  const known = id === boardId || id === batteryId || resolved.value.device(id) !== undefined
  return kind === 'device' && known ? { id, spot: spotOf(resolved.value, id), height: heightOf(resolved.value, id) } : undefined
})
function turn() {
  const { id, spot } = chosen.value!
  const next = quarterTurns[(quarterTurns.indexOf(spot.turn ?? 0) + 1) % quarterTurns.length]!
  place(id, { ...spot, turn: next })
}
const setCraft = (part: Partial<Plan['craft']>) => build.edit({ type: 'craft.set', craft: { ...craft.value, ...part } })
function setLimit(massLimit: number | undefined) {
  const { massLimit: _, ...rest } = craft.value
  build.edit({ type: 'craft.set', craft: massLimit === undefined ? rest : { ...rest, massLimit } })
}
</script>

<template>
  <section class="airframe" aria-label="Airframe" data-testid="airframe">
    <section class="aside scrolls" aria-label="Figures of the airframe">
      <v-select
        :model-value="craft.outline"
        :items="[
          { value: 'quad', title: 'Quad' },
          { value: 'hex', title: 'Hex' },
          { value: 'wing', title: 'Wing' },
        ]"
        label="Outline"
        @update:model-value="(outline: Plan['craft']['outline']) => setCraft({ outline })"
      />
      <FigureField
        figure="size"
        :value="craft.size"
        label="Motor to motor, or span"
        suffix="mm"
        @set="(size) => setCraft({ size })"
      />
      <FigureField figure="massLimit" optional :value="craft.massLimit" label="Equipment up to" suffix="g" @set="setLimit" />
      <dl>
        <dt>Equipment</dt>
        <dd class="mono">{{ plain(report.total, 0) }} g</dd>
        <dt>of it wire</dt>
        <dd class="mono">{{ plain(report.wires, 1) }} g, {{ totals.count }} pieces, {{ plain(totals.metres, 2) }} m</dd>
        <dt>Balance point</dt>
        <dd class="mono">
          {{ plain(Math.abs(report.balance.y), 0) }} mm {{ report.balance.y < 0 ? 'behind' : 'ahead of' }} the middle,
          {{ plain(Math.abs(report.balance.x), 0) }} mm {{ report.balance.x < 0 ? 'left' : 'right' }}
        </dd>
      </dl>
      <fieldset v-if="chosen" class="chosen">
        <legend>{{ names.device(chosen.id) }}</legend>
        <FigureField
          :key="chosen.id"
          figure="height"
          :value="chosen.height"
          label="Underside above the board’s"
          suffix="mm"
          @set="(z) => place(chosen!.id, { ...chosen!.spot, z })"
        />
        <v-btn :prepend-icon="mdiRotateRight" @click="turn">Turn, {{ chosen.spot.turn ?? 0 }}°</v-btn>
      </fieldset>
      <section class="told" role="status">
        <template v-if="pointed">
          <b>{{ words(pointed) }}</b>
          <p>
            {{ pointed.wires.length }} {{ pointed.wires.length === 1 ? 'wire' : 'wires' }},
            <span class="mono">{{ plain(pointed.width, 1) }} mm</span> thick, up to
            <span class="mono">{{ plain(pointed.length, 0) }} mm</span> long<template v-if="pointed.peak"
              >; <span class="mono">{{ formatAmps(pointed.typical) }}</span>, at peak
              <span class="mono">{{ formatAmps(pointed.peak) }}</span></template
            >
          </p>
        </template>
        <span v-else class="quiet"
          >Point at a bundle to read its thickness, length and current. Drag a part, or focus it and use the arrows; select it to
          turn or raise it.</span
        >
      </section>
      <section v-if="advice.length" class="told">
        <h2>Twist and keep apart</h2>
        <ul>
          <li v-for="text in advice" :key="text">{{ text }}</li>
        </ul>
      </section>
      <section class="told">
        <h2>Bundles, the thickest first</h2>
        <ul class="bundles">
          <li v-for="run in runs" :key="run.ends.join()">
            <button
              :class="{ here: pointed === run }"
              :aria-pressed="pointed === run"
              @mouseenter="pointed = run"
              @focus="pointed = run"
              @click="pointed = run"
            >
              {{ names.device(run.ends[0]) }} – {{ names.device(run.ends[1]) }}
              <span class="mono quiet">{{ run.wires.length }}</span>
            </button>
          </li>
        </ul>
      </section>
      <v-btn
        v-if="Object.keys(plan.positions).length"
        @click="
          build.edit({
            type: 'several',
            label: 'Default layout of all parts',
            edits: Object.keys(plan.positions).map((part) => ({ type: 'spot.set' as const, part, spot: null })),
          })
        "
        >Default layout</v-btn
      >
    </section>
    <div class="sheets">
      <FrameSheet
        v-model:pointed="pointed"
        :resolved
        :runs
        side="top"
        @drag="(id, spot) => (dragged = { id, spot })"
        @drop="drop"
        @back="dragged = undefined"
        @nudge="(id, by) => nudge(id, 'top', by)"
      >
        <template #default="{ unit }">
          <g class="balance" :transform="`translate(${report.balance.x},${-report.balance.y})`">
            <title>Balance point</title>
            <circle :r="5 * unit" :stroke-width="1.4 * unit" />
            <path :d="`M${-8 * unit} 0H${8 * unit}M0 ${-8 * unit}V${8 * unit}`" :stroke-width="1.4 * unit" />
          </g>
        </template>
      </FrameSheet>
      <FrameSheet
        :resolved
        :runs="[]"
        side="right"
        @drag="(id, spot) => (dragged = { id, spot })"
        @drop="drop"
        @back="dragged = undefined"
        @nudge="(id, by) => nudge(id, 'right', by)"
      />
    </div>
  </section>
</template>

<style scoped>
.airframe {
  display: grid;
  grid-template-columns: 250px 1fr;
  flex: 1;
  min-height: 0;
}
.aside {
  display: flex;
  overflow: auto;
  height: calc(100vh - 172px);
  flex-direction: column;
  gap: var(--space-4);
  padding: var(--space-5) var(--space-6);
  border-right: var(--edge);
  font-size: var(--text-small);
}
.aside > * {
  flex: 0 0 auto;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: var(--space-1) var(--space-4);
}
dd {
  margin: 0;
}
.sheets {
  display: grid;
  grid-template-rows: minmax(0, 1fr) 26%;
  height: calc(100vh - 172px);
}
.sheets > * + * {
  border-top: var(--edge);
}
.chosen {
  display: grid;
  gap: var(--space-3);
  border: var(--edge);
  padding: var(--space-3);
}
.told ul {
  padding-left: var(--space-5);
}
.told .bundles {
  list-style: none;
  padding: 0;
}
.bundles button {
  text-align: left;
}
.bundles .here {
  color: rgb(var(--v-theme-secondary));
  font-weight: 700;
}
h2 {
  font-size: var(--text-small);
}
.balance circle,
.balance path {
  fill: none;
  stroke: rgb(var(--v-theme-secondary));
}
.balance {
  pointer-events: none;
}
</style>
