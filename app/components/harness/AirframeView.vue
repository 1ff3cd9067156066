<script setup lang="ts">
import { massReport, outlineOf, spotOf, wiresOf } from '#core/harness'
import { resolvePlan, type Plan, type Spot } from '#core/plan'
import { plain } from '#core/units'
import { usePlan } from '~/composables/usePlan'
import { useSvgDrag } from '~/composables/useSvgDrag'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const plan = usePlan()
const selection = useSelection()
const craft = computed(() => plan.value.craft)
const dragged = ref<{ id: string; spot: Spot }>()
/** The plan with what is in hand where it is held. */
const shown = computed<Plan>(() =>
  dragged.value ? { ...plan.value, spots: { ...plan.value.spots, [dragged.value.id]: dragged.value.spot } } : plan.value,
)
const resolved = computed(() => resolvePlan(shown.value))
const report = computed(() => massReport(resolved.value, wiresOf(resolved.value)))
const half = computed(() => craft.value.size * 0.6)
const ways = computed(() => outlineOf(craft.value).map((line) => line.map(({ x, y }) => `${x},${-y}`).join(' ')))
/** Text and marks keep their size whatever the craft's. */
const unit = computed(() => craft.value.size / 340)
const parts = computed(() =>
  report.value.parts.map((part) => {
    const device = resolved.value.device(part.id)?.device
    const outline = resolved.value.board.outline
    const size = part.id === 'board' ? outline : part.id === 'battery' ? { width: 40, height: 110 } : device!.size
    return { ...part, width: Math.max(size.width, 14 * unit.value), height: Math.max(size.height, 10 * unit.value) }
  }),
)
/** Names that do not fit into their box stand under it. */
function labelY({ name, width, height, spot }: (typeof parts.value)[number]): number {
  const inside = name.length * 3.9 * unit.value < width
  return -spot.y + (inside ? 2.5 * unit.value : height / 2 + 7 * unit.value)
}
const totals = computed(() => {
  const lengths = wiresOf(resolved.value).filter((wire) => !wire.omitted)
  return { count: lengths.length, metres: lengths.reduce((sum, wire) => sum + wire.length, 0) / 1000 }
})

/** On the screen y points down, on the craft to the front. */
const { hold, pull, letGo } = useSvgDrag<string>({
  place: (id) => {
    const spot = spotOf(resolved.value, id)
    dragged.value = { id, spot }
    return { x: spot.x, y: -spot.y }
  },
  follow: (id, { x, y }) => (dragged.value = { id, spot: { x: Math.round(x), y: Math.round(-y) } }),
  drop: (id) => {
    const { spot } = dragged.value!
    dragged.value = undefined
    const before = spotOf(resolved.value, id)
    if (spot.x !== before.x || spot.y !== before.y) build.edit({ type: 'spot.set', part: id, spot })
    else if (id !== 'board' && id !== 'battery') selection.select(`device:${id}`)
  },
})
function nudge(event: KeyboardEvent, id: string) {
  const steps: Record<string, [number, number]> = { ArrowLeft: [-5, 0], ArrowRight: [5, 0], ArrowUp: [0, 5], ArrowDown: [0, -5] }
  const step = steps[event.key]
  if (!step) return
  event.preventDefault()
  const { x, y } = spotOf(resolved.value, id)
  build.edit({ type: 'spot.set', part: id, spot: { x: x + step[0], y: y + step[1] } })
}
const setCraft = (part: Partial<Plan['craft']>) => build.edit({ type: 'craft.set', craft: { ...craft.value, ...part } })
const number = (event: Event) => Number((event.target as HTMLInputElement).value)
function setLimit(event: Event) {
  const massLimit = number(event)
  const { massLimit: _, ...rest } = craft.value
  build.edit({ type: 'craft.set', craft: massLimit > 0 ? { ...rest, massLimit } : rest })
}
</script>

<template>
  <section class="airframe" aria-label="Airframe" data-testid="airframe">
    <aside>
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
      <v-text-field
        :model-value="craft.size"
        type="number"
        min="50"
        max="5000"
        label="Motor to motor, or span"
        suffix="mm"
        @change="setCraft({ size: number($event) })"
      />
      <v-text-field :model-value="craft.massLimit" type="number" min="0" label="Equipment up to" suffix="g" @change="setLimit" />
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
      <p class="quiet">
        Drag a part, or focus it and use the arrows. Wires run along the frame; their lengths follow. The airframe’s own mass is
        not counted; the battery’s is estimated from its energy.
      </p>
      <v-btn
        v-if="Object.keys(plan.spots).length"
        @click="
          build.edit({
            type: 'several',
            label: 'Place all parts where they usually sit',
            edits: Object.keys(plan.spots).map((part) => ({ type: 'spot.set' as const, part, spot: null })),
          })
        "
        >All where they usually sit</v-btn
      >
    </aside>
    <svg
      :viewBox="`${-half} ${-half} ${2 * half} ${2 * half}`"
      class="plan"
      role="group"
      aria-label="Airframe from above, front at the top"
    >
      <polyline v-for="(way, at) in ways" :key="at" :points="way" class="frame" :stroke-width="unit * 1.5" />
      <text :x="0" :y="-half + 12 * unit" text-anchor="middle" :font-size="9 * unit">front</text>
      <g
        v-for="part in parts"
        :key="part.id"
        class="part"
        :class="{ lit: selection.lit.has(`device:${part.id}`) }"
        tabindex="0"
        role="button"
        :aria-label="`${part.name}, ${part.spot.x} mm right, ${part.spot.y} mm ahead`"
        :data-part="part.id"
        @pointerdown="hold($event, part.id)"
        @pointermove="pull"
        @pointerup="letGo"
        @pointercancel="letGo"
        @keydown="nudge($event, part.id)"
      >
        <rect
          :x="part.spot.x - part.width / 2"
          :y="-part.spot.y - part.height / 2"
          :width="part.width"
          :height="part.height"
          :rx="2 * unit"
          :stroke-width="unit"
        />
        <text :x="part.spot.x" :y="labelY(part)" text-anchor="middle" :font-size="7.2 * unit">{{ part.name }}</text>
      </g>
      <g class="balance" :transform="`translate(${report.balance.x},${-report.balance.y})`">
        <title>Balance point</title>
        <circle :r="5 * unit" :stroke-width="1.4 * unit" />
        <path :d="`M${-8 * unit} 0H${8 * unit}M0 ${-8 * unit}V${8 * unit}`" :stroke-width="1.4 * unit" />
      </g>
    </svg>
  </section>
</template>

<style scoped>
.airframe {
  display: grid;
  grid-template-columns: 250px 1fr;
  flex: 1;
  min-height: 0;
}
aside {
  display: flex;
  flex-direction: column;
  gap: var(--space-4);
  padding: var(--space-5) var(--space-6);
  border-right: var(--edge);
  font-size: var(--text-small);
}
aside > * {
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
.plan {
  width: 100%;
  height: calc(100vh - 172px);
  touch-action: none;
  user-select: none;
}
.frame {
  fill: none;
  stroke: rgb(var(--v-theme-note));
}
text {
  fill: rgb(var(--v-theme-on-surface));
  paint-order: stroke;
  stroke: rgb(var(--v-theme-background));
  stroke-width: 0.4px;
}
.part {
  cursor: move;
}
.part rect {
  fill: color-mix(in srgb, rgb(var(--v-theme-surface)) 82%, transparent);
  stroke: rgb(var(--v-theme-on-surface));
}
.part.lit rect,
.part:focus-visible rect {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2.5px;
}
.part:focus-visible {
  outline: none !important;
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
