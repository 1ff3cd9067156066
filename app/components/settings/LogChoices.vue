<script setup lang="ts">
/** What recording every loop, every second loop, and so on, comes to; what is taken is kept with the plan. */
import type { ChartData } from 'chart.js'
import { Bar } from 'vue-chartjs'
import { judgeLog, logOf, serialLinks } from '#core/links'
import { flightMinutes } from '#core/electrics'
import type { FlightLog } from '#core/plan'
import { figure, formatBaud, formatShare, plain, sizeText } from '#core/units'
import { useBarChart } from '~/composables/useBarChart'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const resolved = useResolved()
const storage = computed(() => resolved.value.board.storage)
const link = computed(() => serialLinks(resolved.value).find(({ option }) => resolved.value.protocols[option.protocol]?.recorded))
/** As it is taken now. */
const log = computed<FlightLog>(
  () => (link.value && logOf(link.value, plan.value.log)) ?? plan.value.log ?? { loop: 1000, every: 1, bytes: 20 },
)
const propellers = computed(() => log.value.propellers ?? { rpm: 12_000, blades: 2 })
const set = (change: Partial<FlightLog>) => build.edit({ type: 'log.set', log: { ...log.value, ...change } })

/** Colours of the theme by which targets are told apart. */
const targets = computed(() => [
  ...(link.value
    ? [
        {
          id: 'link',
          title: `${link.value.need.fitted.instance.name} at ${formatBaud(link.value.board.baud)}`,
          baud: link.value.board.baud,
          colour: 'primary',
        },
      ]
    : []),
  ...(storage.value.flash
    ? [
        {
          id: 'flash',
          title: `flash of the board, ${sizeText(storage.value.flash)}`,
          storage: storage.value.flash,
          colour: 'secondary',
        },
      ]
    : []),
  ...(storage.value.card ? [{ id: 'card', title: 'memory card of the board', colour: 'fix' }] : []),
])
const wanted = ref('')
const flight = computed(() => flightMinutes(resolved.value))
const judge = (target: (typeof targets.value)[number]) => judgeLog(log.value, target, propellers.value, flight.value)
const target = computed(() => targets.value.find(({ id }) => id === wanted.value) ?? targets.value[0])
const judged = computed(() => target.value && judge(target.value))

const name = (every: number) => (every === 1 ? 'every loop' : `1 loop in ${every}`)
const { options, colours } = useBarChart('% of the flight that is not recorded', 100, { legend: 'top' })
const data = computed<ChartData<'bar'>>(() => ({
  labels:
    judged.value?.choices.map(({ every }, at) => name(every) + (at === judged.value!.best ? ` (${judged.value!.word})` : '')) ??
    [],
  datasets: targets.value.map((each) => ({
    label: each.title,
    data: judge(each).choices.map(({ missed }) => missed * 100),
    backgroundColor: String(colours.value[each.colour]),
    minBarLength: 2,
  })),
}))
</script>

<template>
  <h2>Flight log</h2>
  <p v-if="!target" class="quiet">This build has no logger on a port, and the board no memory of its own.</p>
  <template v-else>
    <div class="asked">
      <label
        >Written to
        <CellSelect
          :model-value="target.id"
          :items="targets.map(({ id, title }) => ({ value: id, title }))"
          @update:model-value="(id) => (wanted = id)"
      /></label>
      <FigureField label="Loops a second" figure="loop" :value="log.loop" @set="(loop) => set({ loop })" />
      <FigureField label="Bytes a record" figure="record" whole :value="log.bytes" @set="(bytes) => set({ bytes })" />
      <FigureField
        label="Propellers, rpm"
        figure="rpm"
        :value="propellers.rpm"
        @set="(rpm) => set({ propellers: { ...propellers, rpm: rpm! } })"
      />
      <FigureField
        label="Blades"
        figure="blades"
        whole
        :value="propellers.blades"
        @set="(blades) => set({ propellers: { ...propellers, blades: blades! } })"
      />
      <v-btn v-if="plan.log" @click="build.edit({ type: 'log.set', log: null })">As the logger takes it</v-btn>
    </div>
    <div v-if="judged" class="two">
      <table>
        <thead>
          <tr>
            <th>Recorded</th>
            <th class="if-room">Records/s</th>
            <th class="if-room">Wants</th>
            <th>Lost</th>
            <th>Seen up to</th>
            <th>Full after</th>
            <th class="no-print"><span class="d-sr-only">Take it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(choice, at) in judged.choices" :key="choice.every" :class="{ best: at === judged.best }">
            <td>{{ name(choice.every) }}{{ at === judged.best ? ` (${judged.word})` : '' }}</td>
            <td class="mono if-room">{{ plain(choice.records, 0) }}</td>
            <td class="mono if-room">{{ formatBaud(Math.round(choice.baud)) }}</td>
            <td class="mono" :class="{ bad: choice.lost > 0 }">{{ choice.lost ? formatShare(choice.lost) : 'nothing' }}</td>
            <td class="mono" :class="{ bad: !choice.seesPropellers }">{{ plain(choice.alias, 0) }} Hz</td>
            <td class="mono" :class="{ bad: choice.minutes !== undefined && choice.minutes < flight }">
              {{ choice.minutes === undefined ? '' : figure(choice.minutes, 'min', 1) }}
            </td>
            <td class="no-print">
              <span v-if="choice.every === log.every && plan.log" class="quiet">taken</span>
              <v-btn
                v-else
                size="small"
                variant="text"
                :aria-label="`Take ${name(choice.every)}`"
                @click="set({ every: choice.every })"
                >Take</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <div class="chart">
        <Bar :data :options role="img" aria-label="Share of the flight that is not recorded, for each choice and each storage" />
      </div>
    </div>
    <p v-if="judged" class="quiet">Chosen of these: {{ judged.why }}. A flight is taken as {{ plain(flight, 0) }} min.</p>
  </template>
</template>

<style scoped>
h2 {
  font-size: var(--text-head);
}
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-5);
  font-size: var(--text-small);
}
.asked :deep(.v-text-field) {
  flex: 0 0 140px;
}
.asked label {
  align-self: center;
}
.two {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4) var(--space-6);
}
.chart {
  position: relative;
  flex: 1 1 420px;
  max-width: 620px;
  height: 210px;
}
table {
  border-collapse: collapse;
  font-size: var(--text-small);
  margin: var(--space-3) 0;
}
th,
td {
  text-align: left;
  padding: var(--space-1) var(--space-5) var(--space-1) 0;
  border-bottom: var(--edge);
}
.best {
  font-weight: 700;
}
.bad {
  color: rgb(var(--v-theme-error));
}
</style>
