<script setup lang="ts">
/** One channel: its scale, and what its ranges do. */
import { mdiDeleteOutline, mdiPlus } from '@mdi/js'
import { carrierOf, hasTarget, jobName, switchedLines } from '#core/controls'
import { flightModes, freshId, jobKinds, mostJobs, type Job, type JobKind } from '#core/plan'
import { figure } from '#core/units'
import { useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { channel, now = undefined } = defineProps<{ channel: number; now?: number }>()
const build = useBuild()
const resolved = useResolved()
const controls = computed(() => resolved.value.plan.controls)
const jobs = computed(() => Object.entries(controls.value.jobs).filter(([, job]) => job.channel === channel))
const full = computed(() => Object.keys(controls.value.jobs).length >= mostJobs)
const kinds = Object.entries(jobKinds).map(([value, { name }]) => ({ value, title: name }))
const carrier = computed(() => carrierOf(resolved.value))
const carries = computed(() => {
  if (!carrier.value) return 'No control receiver has a place yet, so nothing arrives.'
  const { channels, onOff, need } = carrier.value
  const name = need.fitted.instance.name
  if (channel > channels) return `${name} brings ${channels} channels to the board; this one is not among them.`
  return onOff.includes(channel) ? `${name} carries on and off alone on this channel.` : ''
})

/** What there is to choose from for jobs that name a thing. */
const targets = computed(() => ({
  mode: Object.entries(flightModes).map(([value, title]) => ({ value, title: title as string })),
  display: Object.entries(resolved.value.plan.displays).map(([value, { name }]) => ({ value, title: name })),
  line: switchedLines(resolved.value).map(({ key, fitted, need }) => ({
    value: key,
    title: `${fitted.instance.name}: ${need.label}`,
  })),
}))
const choices = ({ does, what }: Job) => {
  const kind = jobKinds[does].what
  if (!kind) return undefined
  const known = targets.value[kind]
  return known.some(({ value }) => value === what) ? known : [{ value: what ?? '', title: 'choose' }, ...known]
}
const set = (id: string, as: Job | null, words?: string) => build.edit({ type: 'job.set', job: id, as }, words)
function changeKind(id: string, job: Job, does: JobKind) {
  const kind = jobKinds[does].what
  const { what: _, ...rest } = job
  set(id, { ...rest, does, ...(kind && targets.value[kind][0] && { what: targets.value[kind][0].value }) })
}
function add() {
  set(freshId(controls.value.jobs, 'j'), { does: 'beeper', channel, from: 1800, to: 2100 })
}
function remove(id: string, job: Job) {
  set(id, null, `${jobName(resolved.value, job)} is removed from channel ${channel}.`)
}
</script>

<template>
  <section class="channel" :aria-label="`Channel ${channel}`">
    <h2>Channel {{ channel }}</h2>
    <p v-if="carries" class="quiet">{{ carries }}</p>
    <ChannelScale :channel :now @set="set" />
    <table v-if="jobs.length">
      <thead>
        <tr>
          <th scope="col">From</th>
          <th scope="col">to, µs</th>
          <th scope="col">Switches</th>
          <td></td>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[id, job] in jobs" :key="id">
          <td>
            <FigureCell
              figure="pulse"
              :label="`${jobName(resolved, job)} from`"
              :value="job.from"
              :refuse="(from) => (from < job.to ? '' : `below ${job.to}`)"
              @set="(from) => set(id, { ...job, from: from! })"
            />
          </td>
          <td>
            <FigureCell
              figure="pulse"
              :label="`${jobName(resolved, job)} to`"
              :value="job.to"
              :refuse="(to) => (to > job.from ? '' : `above ${job.from}`)"
              @set="(to) => set(id, { ...job, to: to! })"
            />
          </td>
          <td>
            <CellSelect
              :model-value="job.does"
              :items="kinds"
              :aria-label="`What ${job.from} to ${figure(job.to, 'µs')} switches`"
              @update:model-value="(does) => changeKind(id, job, does as JobKind)"
            />
          </td>
          <td>
            <CellSelect
              v-if="choices(job)"
              :class="{ 'text-error': !hasTarget(resolved, job) }"
              :model-value="job.what ?? ''"
              :items="choices(job)!"
              :aria-label="`Which ${jobKinds[job.does].name.toLowerCase()}`"
              @update:model-value="(what) => what && set(id, { ...job, what })"
            />
          </td>
          <td>
            <v-btn
              size="x-small"
              variant="text"
              :icon="mdiDeleteOutline"
              :aria-label="`Remove ${jobName(resolved, job)} from channel ${channel}`"
              @click="remove(id, job)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="quiet">This channel switches nothing yet.</p>
    <v-btn size="small" :prepend-icon="mdiPlus" :disabled="full" @click="add">Add a range</v-btn>
    <span v-if="full" class="quiet"> A build holds {{ mostJobs }} ranges.</span>
  </section>
</template>

<style scoped>
.channel {
  font-size: var(--text-small);
}
h2 {
  font-size: var(--text-body);
}
table {
  border-collapse: collapse;
  margin-bottom: var(--space-3);
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: var(--space-1) var(--space-3);
}
</style>
