<script setup lang="ts">
/** The µs scale of a channel: what each stretch switches, where the positions of its control fall, with ends that are dragged or moved by key. */
import { columnsOf, hysteresis, jobName, scale } from '#core/controls'
import type { Job } from '#core/plan'
import { figure } from '#core/units'
import { useResolved } from '~/composables/usePlan'
import { useSvgDrag } from '~/composables/useSvgDrag'

const { channel, now = undefined } = defineProps<{
  channel: number
  /** Where the channel stands, in µs as the board reads it. */
  now?: number
}>()
const emit = defineEmits<{ set: [id: string, job: Job] }>()
const resolved = useResolved()

const [width, left, lane] = [640, 20, 26]
/** What lies beyond the scale is drawn at its end. */
const x = (pulse: number) =>
  left + ((Math.min(scale.high, Math.max(scale.low, pulse)) - scale.low) / (scale.high - scale.low)) * (width - 2 * left)
const band = ((2 * hysteresis) / (scale.high - scale.low)) * (width - 2 * left)
const pulseAt = (at: number) => scale.low + ((at - left) / (width - 2 * left)) * (scale.high - scale.low)
const held = shallowRef<{ id: string; end: 'from' | 'to'; pulse: number }>()
const jobs = computed(() =>
  Object.entries(resolved.value.plan.controls.jobs)
    .filter(([, job]) => job.channel === channel)
    .map(([id, own]) => {
      const job = held.value?.id === id ? { ...own, [held.value.end]: held.value.pulse } : own
      return { id, job, name: jobName(resolved.value, own) }
    }),
)
const positions = computed(() =>
  columnsOf(resolved.value).filter((column) => column.channel === channel && column.read !== undefined),
)
const height = computed(() => 34 + jobs.value.length * lane + 26)
const ticks = [1000, 1250, 1500, 1750, 2000]

/** Ends lie on whole fives, and one before the other. */
function within({ from, to }: Job, end: 'from' | 'to', pulse: number) {
  const whole = Math.round(Math.min(scale.high, Math.max(scale.low, pulse)) / 5) * 5
  return end === 'from' ? Math.min(whole, to - 5) : Math.max(whole, from + 5)
}
type End = { id: string; job: Job; end: 'from' | 'to' }
const { hold, pull, letGo, breakOff } = useSvgDrag<End>({
  place: ({ job, end }) => ({ x: x(job[end]), y: 0 }),
  follow: ({ id, end, job }, at) => (held.value = { id, end, pulse: within(job, end, pulseAt(at.x)) }),
  drop: ({ id, end }, moved) => {
    const job = resolved.value.plan.controls.jobs[id]
    if (moved && held.value && job) emit('set', id, { ...job, [end]: held.value.pulse })
    held.value = undefined
  },
  back: () => (held.value = undefined),
})
function onKey(event: KeyboardEvent, { id, job, end }: End) {
  const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key]
  if (!way) return
  event.preventDefault()
  emit('set', id, { ...job, [end]: within(job, end, job[end] + way * (event.shiftKey ? 50 : 5)) })
}
</script>

<template>
  <svg
    class="scale"
    :viewBox="`0 0 ${width} ${height}`"
    role="group"
    :aria-label="`Scale of channel ${channel}`"
    @pointermove="pull"
    @pointerup="letGo"
    @pointercancel="breakOff"
  >
    <line class="axis" :x1="x(scale.low)" :x2="x(scale.high)" :y1="height - 24" :y2="height - 24" />
    <g v-for="tick in ticks" :key="tick" class="tick">
      <line :x1="x(tick)" :x2="x(tick)" y1="30" :y2="height - 20" />
      <text :x="x(tick)" :y="height - 8">{{ tick }}</text>
    </g>
    <g v-for="(at, index) in positions" :key="`${at.control} ${index}`" class="position">
      <rect :x="x(at.read!) - band / 2" :width="band" y="20" :height="height - 44" />
      <line :x1="x(at.read!)" :x2="x(at.read!)" y1="18" :y2="height - 24" />
      <text :x="x(at.read!)" y="12">{{ at.position.label }}</text>
    </g>
    <g v-for="({ id, job, name }, index) in jobs" :key="id" :transform="`translate(0 ${30 + index * lane})`">
      <rect class="range" :x="x(job.from)" :width="Math.max(1, x(job.to) - x(job.from))" y="2" :height="lane - 6" rx="3" />
      <text class="name" :x="Math.max(left + 4, x(job.from) + 10)" :y="lane - 10">{{ name }}</text>
      <rect
        v-for="end in ['from', 'to'] as const"
        :key="end"
        class="end"
        :x="x(job[end]) - 4"
        y="0"
        width="8"
        :height="lane - 2"
        tabindex="0"
        role="slider"
        :aria-label="`${name}, ${end}`"
        :aria-valuenow="job[end]"
        :aria-valuemin="scale.low"
        :aria-valuemax="scale.high"
        :aria-valuetext="figure(job[end], 'µs')"
        @pointerdown="hold($event, { id, job, end })"
        @keydown="onKey($event, { id, job, end })"
      />
    </g>
    <line v-if="now !== undefined" class="now" :x1="x(now)" :x2="x(now)" y1="16" :y2="height - 20" />
  </svg>
</template>

<style scoped>
.scale {
  display: block;
  width: 100%;
  max-width: 760px;
  touch-action: none;
  user-select: none;
}
text {
  font: var(--text-note) var(--mono);
  fill: rgb(var(--v-theme-on-surface));
  text-anchor: middle;
}
.axis {
  stroke: rgb(var(--v-theme-on-surface));
}
.tick line {
  stroke: rgba(var(--v-theme-on-surface), 0.18);
}
.position line {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 1.5;
  stroke-dasharray: 4 2;
}
.position rect {
  fill: rgba(var(--v-theme-secondary), 0.12);
}
.range {
  fill: rgba(var(--v-theme-primary), 0.22);
  stroke: rgb(var(--v-theme-primary));
}
.name {
  text-anchor: start;
  font-family: inherit;
}
.end {
  fill: rgb(var(--v-theme-primary));
  cursor: ew-resize;
  outline-offset: 2px;
}
.now {
  stroke: rgb(var(--v-theme-error));
  stroke-width: 2;
  pointer-events: none;
}
</style>
