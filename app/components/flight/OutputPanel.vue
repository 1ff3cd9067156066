<script setup lang="ts">
/** How one pulse output is driven, and what the part makes of it. */
import { effectOf, outputName, passedOn, pulseOf, travelOf, widthOfTravel, type PulseOutput } from '#core/controls'
import { axes, outputSources, type Axis, type ControlOutput } from '#core/plan'
import { figure, plain } from '#core/units'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { of, pulse = undefined } = defineProps<{
  of: PulseOutput
  /** What it is given now, in µs. */
  pulse?: number
}>()
const build = useBuild()
const plan = usePlan()
const usual = passedOn(8)
const sources = [
  { value: '', title: 'nothing' },
  ...Object.entries(outputSources).map(([value, title]) => ({ value, title: title as string })),
]
const allAxes = Object.keys(axes).map((value) => ({ value, title: value }))
const set = (as: ControlOutput | null) => build.edit({ type: 'output.set', need: of.need.key, as })
const change = (part: Partial<ControlOutput>) => set({ ...(of.output ?? usual), ...part })
function changeSource(by: string) {
  if (!by) return set(null)
  const axis = of.need.need.moves?.axis ?? of.output?.axis ?? 'roll'
  change({
    by: by as ControlOutput['by'],
    ...(by === 'channel' ? {} : { axis }),
    ...(by === 'channel' && { channel: of.output?.channel ?? usual.channel! }),
  })
}
/** What else than a pulse there is, when the link is lost and at power-up. */
const rests = {
  onLoss: [
    { value: 'none', title: 'no pulses' },
    { value: 'hold', title: 'holds the last' },
    { value: 'pulse', title: 'a pulse of' },
  ],
  powerUp: [
    { value: 'none', title: 'no pulses' },
    { value: 'pulse', title: 'a pulse of' },
  ],
} as const
const isPulse = (rest: ControlOutput['onLoss']) => typeof rest === 'number'
const changeRest = (moment: 'onLoss' | 'powerUp', value: string) =>
  change({ [moment]: value === 'pulse' ? (of.output?.middle ?? 1500) : value })

/** Ends in degrees or millimetres, and back to µs. */
const travelAt = (end: 'low' | 'high') => Math.round(travelOf(of.need.need, of.output![end])! * 10) / 10
const widthAt = (travel: number) => Math.round(widthOfTravel(of.need.need, travel)!)
const refuseTravel = (end: 'low' | 'high') => (travel: number) => {
  const { from, to, unit } = of.need.need.moves!
  if (travel < Math.min(from, to) || travel > Math.max(from, to)) return `it goes from ${plain(from)} to ${plain(to)} ${unit}`
  const at = widthAt(travel)
  return (end === 'low' ? at < of.output!.middle : at > of.output!.middle)
    ? ''
    : `beyond its middle, ${figure(of.output!.middle, 'µs')}`
}

const [width, height] = [220, 110]
/** From value to pulse, as it is bent. */
const path = computed(() => {
  const { output } = of
  if (!output) return ''
  const { low, high } = output
  return Array.from({ length: 41 }, (_, at) => {
    const value = at / 20 - 1
    return `${at ? 'L' : 'M'}${((value + 1) / 2) * width} ${height - ((pulseOf(output, value) - low) / (high - low)) * height}`
  }).join('')
})
const ends = computed(() => {
  const { output } = of
  if (!output) return []
  return [-1, 0, 1].map((value) => {
    const at = pulseOf(output, value)
    return `${figure(at, 'µs', 0)}: ${effectOf(of.need.need, at)}`
  })
})
const below = (high: number) => (value: number) => (value < high ? '' : `below ${high}`)
const above = (low: number) => (value: number) => (value > low ? '' : `above ${low}`)
const between = (low: number, high: number) => (value: number) => below(high)(value) || above(low)(value)
const users = computed(() => Object.values(plan.value.controls.handset).filter(({ channel }) => channel === of.output?.channel))
</script>

<template>
  <section class="output" :aria-label="outputName(of.need)">
    <h2>{{ outputName(of.need) }}</h2>
    <p>
      Driven by
      <CellSelect
        :model-value="of.output?.by ?? ''"
        :items="sources"
        aria-label="What drives it"
        @update:model-value="changeSource"
      />
      <template v-if="of.output">
        <template v-if="of.output.by !== 'channel'">
          about
          <CellSelect
            :model-value="of.output.axis ?? 'roll'"
            :items="allAxes"
            aria-label="Axis"
            @update:model-value="(axis) => change({ axis: axis as Axis })"
          />
        </template>
        <template v-if="of.output.by !== 'surface'">
          {{ of.output.by === 'level' ? ', pointed by channel' : '' }}
          <FigureCell
            figure="channel"
            whole
            :optional="of.output.by === 'level'"
            label="Channel of the output"
            :value="of.output.channel"
            @set="(channel) => change({ channel })"
          />
          <span class="quiet">{{ users.map(({ name }) => name).join(', ') }}</span>
        </template>
      </template>
    </p>
    <template v-if="of.output">
      <p>
        Ends at
        <FigureCell
          figure="pulse"
          label="Low end"
          :value="of.output.low"
          :refuse="below(of.output.middle)"
          @set="(low) => change({ low: low! })"
        />
        middle
        <FigureCell
          figure="pulse"
          label="Middle"
          :value="of.output.middle"
          :refuse="between(of.output.low, of.output.high)"
          @set="(middle) => change({ middle: middle! })"
        />
        and
        <FigureCell
          figure="pulse"
          label="High end"
          :value="of.output.high"
          :refuse="above(of.output.middle)"
          @set="(high) => change({ high: high! })"
        />
        µs<template v-if="of.need.need.moves">
          (
          <FigureCell
            figure="travel"
            label="Low end, travel"
            :value="travelAt('low')"
            :refuse="refuseTravel('low')"
            @set="(travel) => change({ low: widthAt(travel!) })"
          />
          to
          <FigureCell
            figure="travel"
            label="High end, travel"
            :value="travelAt('high')"
            :refuse="refuseTravel('high')"
            @set="(travel) => change({ high: widthAt(travel!) })"
          />
          {{ of.need.need.moves.unit }})</template
        >,
        <label>
          <input
            type="checkbox"
            :checked="of.output.reversed"
            @change="change({ reversed: ($event.target as HTMLInputElement).checked })"
          />
          reversed</label
        >, gentler in the middle by
        <FigureCell figure="curve" label="Curve" :value="of.output.curve" @set="(curve) => change({ curve: curve! })" /> %.
      </p>
      <p v-for="(name, moment) in { onLoss: 'When the link is lost', powerUp: 'At power-up' }" :key="moment">
        {{ name }}:
        <CellSelect
          :model-value="isPulse(of.output[moment]) ? 'pulse' : String(of.output[moment])"
          :items="[...rests[moment]]"
          :aria-label="name"
          @update:model-value="(value) => changeRest(moment, value)"
        />
        <template v-if="isPulse(of.output[moment])">
          <FigureCell
            figure="pulse"
            :label="`${name}, pulse`"
            :value="of.output[moment] as number"
            @set="(value) => change({ [moment]: value! })"
          />
          µs
        </template>
        <span class="quiet">
          {{
            of.output[moment] === 'hold'
              ? ''
              : effectOf(of.need.need, isPulse(of.output[moment]) ? (of.output[moment] as number) : undefined)
          }}
        </span>
      </p>
      <div class="map">
        <svg
          :viewBox="`-4 -4 ${width + 8} ${height + 8}`"
          role="img"
          :aria-label="`From the channel to the pulse: ${ends.join('; ')}`"
        >
          <path class="frame" :d="`M0 0 H${width} V${height} H0 Z M${width / 2} 0 V${height} M0 ${height / 2} H${width}`" />
          <path class="curve" :d="path" />
        </svg>
        <ul>
          <li v-for="end in ends" :key="end" class="mono">{{ end }}</li>
          <li v-if="pulse !== undefined">
            now <b class="mono">{{ Math.round(pulse) }} µs: {{ effectOf(of.need.need, pulse) }}</b>
          </li>
        </ul>
      </div>
    </template>
  </section>
</template>

<style scoped>
.output {
  font-size: var(--text-small);
}
h2 {
  font-size: var(--text-body);
}
p {
  margin: var(--space-2) 0;
}
input[type='checkbox'] {
  width: 18px;
  height: 18px;
  vertical-align: middle;
}
.map {
  display: flex;
  gap: var(--space-5);
  align-items: center;
}
svg {
  width: 220px;
}
.frame {
  fill: none;
  stroke: rgba(var(--v-theme-on-surface), 0.25);
}
.curve {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 2;
}
ul {
  list-style: none;
  padding: 0;
}
</style>
