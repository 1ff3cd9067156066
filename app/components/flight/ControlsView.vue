<script setup lang="ts">
/** From the pilot's switches to what they do: the handset, a table of all positions, and the chain as it stands now. */
import {
  chainAt,
  columnsOf,
  handsetAtRest,
  handsets,
  levelFlight,
  matrixOf,
  pulseOutputs,
  type Column,
  type Row,
} from '#core/controls'
import type { Edit } from '#core/plan'
import { figure } from '#core/units'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const resolved = useResolved()
const controls = computed(() => plan.value.controls)
const begun = computed(() => Object.keys(controls.value.handset).length > 0)
const matrix = computed(() => matrixOf(resolved.value))

/** Where each control stands in the view, and the craft in the air. */
const standing = ref<Record<string, number>>({})
const tilt = ref({ ...levelFlight })
const rest = computed(() => handsetAtRest(controls.value.handset))
const chain = computed(() => chainAt(resolved.value, { ...rest.value, ...standing.value }, tilt.value))

const chosen = ref<string>()
/** The output that is open below the table, by its need. */
const openOutput = ref<string>()
const channel = computed(() => (chosen.value ? controls.value.handset[chosen.value]?.channel : undefined))
const output = computed(() => pulseOutputs(resolved.value).find(({ need }) => need.key === openOutput.value))
const now = computed(() => chain.value.channels.find((each) => each.control === chosen.value))
const doing = computed(() => chain.value.jobs.filter((job) => job.channel === channel.value))
const moving = computed(() =>
  chain.value.outputs.filter((each) => each.output?.channel !== undefined && each.output.channel === channel.value),
)
const pulseNow = computed(() => chain.value.outputs.find(({ need }) => need.key === openOutput.value)?.pulse)

function open(column: Column, row: Row) {
  chosen.value = column.control
  openOutput.value = row.id.startsWith('output:') ? row.id.slice('output:'.length) : undefined
}
watch(chosen, (id) => {
  const own = id && controls.value.handset[id]?.channel
  if (openOutput.value && controls.value.outputs[openOutput.value]?.channel !== own) openOutput.value = undefined
})
const use = (id: keyof typeof handsets) => {
  const { name, handset } = handsets[id]!
  const edits: Edit[] = [{ type: 'handset.use', name, handset }]
  if (!Object.values(controls.value.jobs).some(({ does }) => does === 'arm'))
    edits.push({ type: 'job.set', job: 'arm', as: { does: 'arm', channel: handset.arm!.channel!, from: 1800, to: 2100 } })
  build.edit({ type: 'several', label: `Use the handset ${name}`, edits })
}
/** Controls that have no say in anything. */
const steering = ({ channel: own }: { channel: number | null }) => own !== null && own <= 4
const idle = computed(() => {
  const { rows, columns } = matrix.value
  const busy = new Set(columns.flatMap(({ control }, at) => (rows.some(({ cells }) => cells[at]) ? [control] : [])))
  return Object.entries(controls.value.handset).filter(([id, control]) => !busy.has(id) && !steering(control))
})
const undriven = computed(() => pulseOutputs(resolved.value).filter(({ output: driven }) => !driven))
const findings = computed(() => (build.analysis?.findings ?? []).filter(({ rule }) => rule.startsWith('CHN')))
const many = computed(() => columnsOf(resolved.value).length)
</script>

<template>
  <section v-if="!begun" class="controls" aria-label="Controls" data-testid="controls">
    <p>No handset yet. What the pilot holds decides which switches there are:</p>
    <p class="starts">
      <v-btn v-for="({ name, handset }, id) in handsets" :key="id" color="primary" @click="use(id)">
        {{ name }}, {{ Object.keys(handset).length }} controls
      </v-btn>
    </p>
    <HandsetTable />
  </section>
  <section v-else class="controls" aria-label="Controls" data-testid="controls">
    <div class="top">
      <div class="hands">
        <HandsetPicture
          v-model:chosen="chosen"
          :handset="controls.handset"
          :standing="{ ...rest, ...standing }"
          @stand="(id, value) => (standing = { ...standing, [id]: value })"
        />
        <p class="quiet">Press a switch, or move it with the arrow keys: the chain follows.</p>
      </div>
      <div class="strip" role="status" aria-label="The chain as it stands">
        <p v-if="!now" class="quiet">Choose a control to follow it from the switch to what it does.</p>
        <ol v-else>
          <li>
            <b>{{ now.name }}</b><span class="mono">{{ Math.round(now.sent) }} µs</span>
          </li>
          <li>
            channel {{ now.channel
            }}<span class="mono">{{ now.read === undefined ? 'not heard' : figure(Math.round(now.read * 10) / 10, 'µs') }}</span>
          </li>
          <li class="ends">
            <span v-for="job in doing" :key="job.id" :class="{ on: job.on }">
              {{ job.name }} <span class="mono">{{ job.on ? 'on' : 'off' }}</span>
            </span>
            <span v-for="each in moving" :key="each.need.key" class="on">
              {{ each.name }}
              <span class="mono">{{ each.pulse === undefined ? 'no pulses' : figure(each.pulse, 'µs', 0) }}</span>
              <b> {{ each.effect }}</b>
            </span>
            <span v-if="!doing.length && !moving.length" class="quiet">{{
              now.channel > 4 ? 'does nothing' : 'steers the craft'
            }}</span>
          </li>
        </ol>
        <label v-if="now && channel != null" class="slide"
          >{{ now.name }}
          <input
            type="range"
            min="-1"
            max="1"
            step="0.05"
            :value="standing[chosen!] ?? rest[chosen!] ?? 0"
            :aria-label="`Where ${now.name} stands`"
            @input="standing = { ...standing, [chosen!]: Number(($event.target as HTMLInputElement).value) }"
        /></label>
      </div>
    </div>

    <SwitchMatrix v-model:chosen="chosen" :columns="matrix.columns" :rows="matrix.rows" @open="open" />
    <p v-if="idle.length" class="quiet">
      Channels 1 to 4 steer the craft. Without a job:
      <template v-for="([id, control], at) in idle" :key="id">
        <button class="underlined" @click="chosen = id">{{ control.name }}</button>{{ at < idle.length - 1 ? ', ' : '.' }}
      </template>
    </p>
    <p v-if="undriven.length">
      Driven by nothing:
      <template v-for="({ need }, at) in undriven" :key="need.key">
        <button class="underlined" @click="openOutput = need.key">{{ need.fitted.instance.name }}: {{ need.need.label }}</button
        >{{ at < undriven.length - 1 ? ', ' : '.' }}
      </template>
    </p>

    <div class="below">
      <ChannelPanel v-if="channel != null" :key="channel" :channel :now="now?.read" />
      <OutputPanel v-if="output" :key="output.need.key" :of="output" :pulse="pulseNow" />
    </div>
    <ul v-if="findings.length" class="findings" aria-label="What is wrong with the controls">
      <li v-for="finding in findings" :key="finding.id">
        <b class="mono">{{ finding.rule }}</b> {{ finding.fact }}
      </li>
    </ul>

    <details>
      <summary>The handset: {{ Object.keys(controls.handset).length }} controls, {{ many }} positions</summary>
      <HandsetTable />
      <p class="starts">
        In its place:
        <v-btn v-for="({ name }, id) in handsets" :key="id" size="small" variant="outlined" @click="use(id)">{{ name }}</v-btn>
      </p>
    </details>
    <TiltPanel v-model="tilt" :outputs="chain.outputs" />
    <SoundList />
  </section>
</template>

<style scoped>
.controls {
  padding: var(--space-4) var(--space-6);
  font-size: var(--text-small);
}
.starts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  align-items: center;
  margin: var(--space-4) 0;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-6);
  align-items: center;
  margin-bottom: var(--space-4);
}
.hands {
  flex: 0 1 340px;
  min-width: 240px;
}
.strip {
  flex: 1 1 380px;
}
ol {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-6);
  align-items: center;
  list-style: none;
  padding: 0;
}
ol li {
  position: relative;
  display: flex;
  flex-direction: column;
  border: var(--edge);
  border-radius: 3px;
  padding: var(--space-2) var(--space-4);
}
ol li + li::before {
  content: '→';
  position: absolute;
  left: -14px;
  top: 30%;
}
ol li.ends {
  border: 0;
  padding: 0;
  gap: var(--space-1);
}
.ends > span {
  border: var(--edge);
  border-radius: 3px;
  padding: var(--space-1) var(--space-4);
}
.ends > .on {
  border-color: rgb(var(--v-theme-primary));
  background: rgba(var(--v-theme-primary), 0.14);
}
.slide {
  display: flex;
  gap: var(--space-4);
  align-items: center;
  margin-top: var(--space-3);
}
.slide input {
  flex: 0 1 260px;
}
.below {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5) var(--space-7);
  margin-top: var(--space-4);
}
.below > * {
  flex: 1 1 380px;
}
.findings {
  padding-left: var(--space-5);
}
details {
  margin-top: var(--space-4);
  border-top: var(--edge);
}
.controls :deep(summary) {
  font-weight: 700;
  min-height: 28px;
  padding: var(--space-2) 0;
  cursor: pointer;
}
</style>
