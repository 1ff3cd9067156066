<script setup lang="ts">
/** One strip: what it takes and still gets, of which pieces it is, and what its lights tell. */
import { mdiPlus } from '@mdi/js'
import type { FlightValues } from '#core/flight'
import type { PowerTree } from '#core/harness'
import {
  ampsOf,
  joinedPieces,
  leastVolts,
  partedPiece,
  stripFigures,
  stripVolts,
  turned,
  unusedStretch,
  usualStrip,
  type LaidStrip,
  type LitLight,
} from '#core/lights'
import { freshId, mostLights, mostPieces, mostSegments, type LightPiece, type LightSegment, type LightStrip } from '#core/plan'
import { figure, formatAmps, formatVolts, plain } from '#core/units'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { laid, power } = defineProps<{
  laid: LaidStrip
  lit: LitLight[]
  /** The moment that is shown; none while the lights are switched off. */
  values: FlightValues | undefined
  power: PowerTree
  /** The piece that is marked on the craft. */
  marked: number | undefined
}>()
const emit = defineEmits<{ piece: [at: number, piece: LightPiece] }>()

const build = useBuild()
const plan = usePlan()
const name = computed(() => laid.need.fitted.instance.name)
const figures = computed(() => {
  const volts = stripVolts(power, laid)
  return volts === undefined ? undefined : stripFigures(laid, plan.value.lights, volts)
})
const segments = computed(() =>
  Object.entries(plan.value.lights.segments).filter(([, segment]) => segment.need === laid.need.key),
)
const full = computed(() => Object.keys(plan.value.lights.segments).length >= mostSegments)

const setStrip = (as: LightStrip | null) => build.edit({ type: 'strip.set', need: laid.need.key, as })
/** A strip holds so many lights and no more. */
const refuseLights = (more: number) => (laid.lights.length + more > mostLights ? `${mostLights} in all` : '')
const setLimit = (percent: number) => setStrip({ ...laid.strip, limit: percent / 100 })
function setSegment(id: string, as: LightSegment | null) {
  const before = plan.value.lights.segments[id]
  build.edit({ type: 'segment.set', segment: id, as }, !as && before ? `${before.name} is removed.` : undefined)
}
function addSegment() {
  const id = freshId(plan.value.lights.segments, 's')
  setSegment(id, {
    name: `Segment ${id.slice(1)}`,
    need: laid.need.key,
    ...unusedStretch(plan.value.lights, laid),
    meanings: [
      { when: 'failsafe', colour: '#ff00b4', effect: 'flash' },
      { when: 'low-battery', colour: '#ff5000', effect: 'blink' },
      { when: 'armed', colour: '#ffffff', effect: 'steady' },
    ],
  })
}
const facings = [
  ...[0, 45, 90, 135, 180, 225, 270, 315].map((value) => ({ value: String(value), title: `${value}°` })),
  { value: 'down', title: 'down' },
  { value: 'up', title: 'up' },
]
const facingItems = ({ facing }: LightPiece) =>
  facings.some(({ value }) => value === String(facing)) ? facings : [...facings, { value: String(facing), title: `${facing}°` }]
const facingOf = (text: string): LightPiece['facing'] => (text === 'down' || text === 'up' ? text : Number(text))
</script>

<template>
  <section :aria-label="name">
    <h2>{{ name }}</h2>
    <dl>
      <dt>Now</dt>
      <dd class="mono">{{ segments.length ? formatAmps(ampsOf(lit, laid.strip.limit)) : 'dark' }}</dd>
      <template v-if="figures">
        <dt>Normal, highest</dt>
        <dd class="mono">{{ formatAmps(figures.typical) }}, {{ formatAmps(figures.worst) }}</dd>
        <dt>First and last light</dt>
        <dd class="mono" :class="{ 'text-error': figures.last < leastVolts(laid) }">
          {{ formatVolts(figures.first) }}, {{ formatVolts(figures.last) }}
        </dd>
        <dt>Data at the last light</dt>
        <dd class="mono">{{ formatVolts(figures.data.level) }}, read from {{ formatVolts(figures.data.needed) }} on</dd>
        <dt>All white up to</dt>
        <dd class="mono">{{ Math.floor(figures.brightest * 100) }} %</dd>
        <dt>A frame</dt>
        <dd class="mono">{{ plain(figures.frame / 1000, 2) }} ms, {{ plain(figures.refresh, 0) }} a second</dd>
      </template>
      <template v-else
        ><dt>Supply</dt>
        <dd>none yet: allocate first</dd></template
      >
    </dl>
    <label class="limit"
      >Brightness up to
      <input
        type="range"
        min="5"
        max="100"
        step="5"
        :value="Math.round(laid.strip.limit * 100)"
        :aria-label="`Brightness of ${name}`"
        @change="setLimit(Number(($event.target as HTMLInputElement).value))"
      />
      <span class="mono">{{ Math.round(laid.strip.limit * 100) }} %</span>
    </label>
    <details>
      <summary>{{ laid.strip.pieces.length }} pieces, {{ laid.lights.length }} lights</summary>
      <p v-for="(piece, at) in laid.strip.pieces" :key="at" class="piece" :class="{ lit: marked === at }">
        {{ at + 1 }}:
        <FigureCell
          figure="light"
          whole
          :label="`Lights of piece ${at + 1}`"
          :refuse="(lights) => refuseLights(lights - piece.lights)"
          :value="piece.lights"
          @set="(lights) => emit('piece', at, { ...piece, lights: lights! })"
        />
        look to
        <CellSelect
          :model-value="String(piece.facing)"
          :items="facingItems(piece)"
          :aria-label="`Where piece ${at + 1} looks`"
          @update:model-value="(facing) => emit('piece', at, { ...piece, facing: facingOf(facing) })"
        />
        <button class="underlined" :aria-label="`Turn piece ${at + 1} round`" @click="emit('piece', at, turned(piece))">
          turn
        </button>
        <button
          v-if="piece.lights > 1 && laid.strip.pieces.length < mostPieces"
          class="underlined"
          :aria-label="`Part piece ${at + 1}`"
          @click="setStrip(partedPiece(laid.strip, at))"
        >
          part
        </button>
        <button
          v-if="at < laid.strip.pieces.length - 1"
          class="underlined"
          :aria-label="`Join piece ${at + 1} with the next`"
          @click="setStrip(joinedPieces(laid.strip, at))"
        >
          join
        </button>
      </p>
      <p v-if="laid.joins.length" class="quiet">
        Leads between them:
        {{ laid.joins.map(({ from, to, length }) => `${from} to ${to}, ${figure(length, 'mm')}`).join('; ') }}.
      </p>
      <v-btn size="x-small" variant="text" @click="setStrip(usualStrip(plan, laid.need.need))">As strips usually lie</v-btn>
    </details>
    <p v-if="!segments.length" class="quiet">
      These lights tell nothing yet, and count with {{ formatAmps(laid.need.fitted.device.supplies[0]?.peak ?? 0) }}, as the part
      says.
    </p>
    <SegmentForm
      v-for="[id, segment] in segments"
      :key="id"
      :segment
      :values
      :leds="laid.need.need.leds"
      @set="(as) => setSegment(id, as)"
    />
    <v-btn size="small" :prepend-icon="mdiPlus" :disabled="full" @click="addSegment">Add a segment</v-btn>
  </section>
</template>

<style scoped>
h2 {
  font-size: var(--text-body);
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 var(--space-5);
}
dd {
  margin: 0;
}
.limit {
  display: flex;
  align-items: center;
  gap: var(--space-3);
}
.limit input {
  flex: 1;
  max-width: 160px;
}
summary {
  cursor: pointer;
  min-height: 26px;
}
.piece {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  align-items: center;
}
</style>
