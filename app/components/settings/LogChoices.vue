<script setup lang="ts">
/** What recording every loop, every second loop, and so on, comes to. */
import { judgeLog, linkBudget, serialLinks } from '#core/links'
import { formatBaud, formatShare, plain } from '#core/units'
import { useAnalysis, useResolved } from '~/composables/usePlan'

const resolved = useResolved()
const analysis = useAnalysis()
const loop = ref(1000)
const rpm = ref(12_000)
const blades = ref(2)
const storage = computed(() => resolved.value.board.storage)
const log = computed(() => serialLinks(resolved.value).find(({ option }) => resolved.value.protocols[option.protocol]?.recorded))
/** Bytes of a record: as the logger of the fit-out takes them. */
const bytes = ref(log.value ? (linkBudget(log.value).toDevice.messages[0]?.bytes ?? 20) : 20)
const targets = computed(() => [
  ...(log.value
    ? [
        {
          id: 'link',
          title: `${log.value.need.fitted.instance.name} at ${formatBaud(log.value.board.baud)}`,
          baud: log.value.board.baud,
        },
      ]
    : []),
  ...(storage.value.flash
    ? [{ id: 'flash', title: `flash of the board, ${plain(storage.value.flash / 1048576, 0)} MiB`, storage: storage.value.flash }]
    : []),
  ...(storage.value.card ? [{ id: 'card', title: 'memory card of the board' }] : []),
])
const wanted = ref('')
const target = computed(() => targets.value.find(({ id }) => id === wanted.value) ?? targets.value[0])
const flight = computed(() => {
  const { input, motors } = analysis.value.power
  return input && motors.hover ? (0.8 * (resolved.value.plan.battery.capacity / 1000) * 60) / (motors.hover * motors.count) : 10
})
/** What is typed and is no figure within these counts as the nearest that is. */
const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, Number.isFinite(value) ? value : low))
const judged = computed(
  () =>
    target.value &&
    judgeLog(
      { loop: within(loop.value, 50, 32_000), bytes: within(bytes.value, 6, 1024) },
      target.value,
      { rpm: within(rpm.value, 0, 100_000), blades: within(blades.value, 1, 12) },
      flight.value,
    ),
)
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
      <label>Loops a second <input v-model.number="loop" type="number" min="50" max="32000" step="50" /></label>
      <label>Bytes a record <input v-model.number="bytes" type="number" min="6" max="1024" /></label>
      <label>Propellers, rpm <input v-model.number="rpm" type="number" min="0" max="100000" step="500" /></label>
      <label>Blades <input v-model.number="blades" type="number" min="1" max="12" /></label>
    </div>
    <table v-if="judged">
      <thead>
        <tr>
          <th>Recorded</th>
          <th>Records/s</th>
          <th>Wants</th>
          <th>Lost</th>
          <th>Seen up to</th>
          <th>Full after</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(choice, at) in judged.choices" :key="choice.every" :class="{ best: at === judged.best }">
          <td>{{ choice.every === 1 ? 'every loop' : `1 loop in ${choice.every}` }}{{ at === judged.best ? ' (best)' : '' }}</td>
          <td class="mono">{{ plain(choice.records, 0) }}</td>
          <td class="mono">{{ formatBaud(Math.round(choice.baud)) }}</td>
          <td class="mono" :class="{ bad: choice.lost > 0 }">{{ choice.lost ? formatShare(choice.lost) : 'nothing' }}</td>
          <td class="mono" :class="{ bad: !choice.seesPropellers }">{{ plain(choice.alias, 0) }} Hz</td>
          <td class="mono" :class="{ bad: choice.minutes !== undefined && choice.minutes < flight }">
            {{ choice.minutes === undefined ? '' : `${plain(choice.minutes, 1)} min` }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="judged" class="quiet">Best: {{ judged.why }}. A flight is taken as {{ plain(flight, 0) }} min.</p>
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
.asked input {
  width: 78px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  padding: 0 var(--space-2);
  color: inherit;
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
