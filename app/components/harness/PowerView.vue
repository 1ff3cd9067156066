<script setup lang="ts">
import { nominalTolerance, powerStates, type PowerState } from '#core/harness'
import { formatAmps, formatVolts, plain } from '#core/units'
import type { PowerRow } from '#core/engine'
import { useNames } from '~/composables/useNames'
import { useAnalysis } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const analysis = useAnalysis()
const selection = useSelection()
const names = useNames()
const state = ref<PowerState>('both')
const bench = ref(3)
const power = computed(() => analysis.value.power)
const rows = computed(() =>
  power.value.rows.filter((row) => row.fed.length || row.peak > 0 || power.value.rows.some(({ parent }) => parent === row.place)),
)
const words = { usb: 'USB alone', battery: 'Battery alone', both: 'Both' }
const volts = ({ full, empty }: { full: number; empty: number }) =>
  Math.abs(full - empty) < 0.005 ? formatVolts(full) : `${plain(empty)}–${formatVolts(full)}`
const over = (row: PowerRow) => (row.peak > row.limit ? (row.typical > row.limit ? 'over typical' : 'over peak') : '')
const input = computed(() => power.value.input)
const share = (value: number, row: PowerRow) => `${Math.min(100, (value / row.limit) * 100)}%`
</script>

<template>
  <section class="power" aria-label="Power tree" data-testid="power">
    <div class="bar">
      <v-btn-toggle v-model="state" mandatory density="compact" variant="outlined" divided aria-label="What is connected">
        <v-btn v-for="connected in powerStates" :key="connected" :value="connected">{{ words[connected] }}</v-btn>
      </v-btn-toggle>
      <span><b>Dead:</b> {{ power.states[state].dead.map(names.device).join(', ') || 'nothing' }}</span>
    </div>
    <p class="bench">
      A bench supply in the battery’s place, limited to
      <input
        v-model.number="bench"
        type="number"
        min="0.1"
        max="60"
        step="0.1"
        aria-label="Limit of the bench supply in amperes"
      />
      A: {{ formatAmps(input.typical) }} typical, {{ formatAmps(input.peak) }} at peak.
      <b>{{
        bench >= input.peak
          ? 'Enough for all at peak.'
          : bench >= input.typical
            ? 'Enough at rest; it will limit at peak.'
            : 'Too little: it will limit at once.'
      }}</b>
    </p>
    <div class="tree">
      <article
        v-for="row in rows"
        :key="row.place"
        class="node"
        :class="{ dead: !row.alive[state] }"
        :style="{ marginLeft: `${row.depth * 26}px` }"
      >
        <button class="head" :class="{ lit: selection.lit.has(row.place) }" @click="selection.select(row.place)">
          <b>{{ row.label }}</b> <span class="mono">{{ volts(row) }}</span>
          <span class="quiet">{{ row.kind }}{{ row.filtered ? ', filtered' : '' }}</span>
          <span v-if="row.switchedBy" class="quiet">off until switched on</span>
          <span v-if="!row.alive[state]" class="word">dead</span>
        </button>
        <div class="load" :class="over(row)" :title="`Limit ${formatAmps(row.limit)}`">
          <span class="peak" :style="{ width: share(row.peak, row) }" /><span
            class="typical"
            :style="{ width: share(row.typical, row) }"
          />
        </div>
        <span class="mono figures"
          >{{ formatAmps(row.typical) }} typ., {{ formatAmps(row.peak) }} peak of {{ formatAmps(row.limit)
          }}<template v-if="row.heat && row.heat.typical > 0.05">; {{ plain(row.heat.typical) }} W heat</template
          ><template v-if="row.headroom !== undefined"
            >; {{ formatVolts(row.headroom) }} above drop-out when empty</template
          ></span
        >
        <ul>
          <li
            v-for="leaf in row.fed"
            :key="leaf.device + leaf.supply"
            :class="{ short: leaf.empty < leaf.min * (1 - nominalTolerance) || leaf.full > leaf.max }"
          >
            <button
              :class="{ lit: selection.lit.has(`device:${leaf.device}`) }"
              @click="selection.select(`device:${leaf.device}`)"
            >
              {{ names.device(leaf.device) }}
            </button>
            <span class="mono">{{ formatAmps(leaf.peak) }} peak, gets {{ volts(leaf) }}</span>
            <span class="quiet"
              >wire takes {{ plain(leaf.drop * 1000, 0) }} mV; bears {{ plain(leaf.min) }}–{{ formatVolts(leaf.max) }}</span
            >
          </li>
        </ul>
      </article>
    </div>
    <p v-if="power.unfed.length" class="unfed">
      <b>Without a supply:</b> {{ power.unfed.map((key) => names.needOfDevice(key)).join('; ') }}
    </p>
    <RailChart v-if="build.analysis" :rails="build.analysis.rails" />
  </section>
</template>

<style scoped>
.power {
  padding: var(--space-4) var(--space-6);
  overflow: auto;
}
.bar {
  display: flex;
  gap: var(--space-5);
  align-items: center;
}
.bench {
  margin: var(--space-4) 0;
}
.bench input {
  width: 62px;
  border: var(--edge);
  border-radius: 3px;
  color: inherit;
  padding: 1px var(--space-2);
}
.node {
  border-left: 3px solid rgb(var(--v-theme-primary));
  padding: var(--space-1) 0 var(--space-2) var(--space-4);
  margin-bottom: var(--space-3);
}
.node.dead {
  border-left-style: dotted;
  border-left-color: rgb(var(--v-theme-note));
}
.head {
  display: flex;
  gap: var(--space-4);
  text-align: left;
}
.word {
  font-weight: 700;
}
.load {
  position: relative;
  height: 8px;
  width: 320px;
  border: 1px solid rgb(var(--v-theme-on-surface));
  margin: var(--space-1) 0;
}
.load span {
  position: absolute;
  left: 0;
  top: 0;
  bottom: 0;
}
.peak {
  background: color-mix(in srgb, rgb(var(--v-theme-primary)) 35%, transparent);
}
.typical {
  background: rgb(var(--v-theme-primary));
}
.over.peak .peak,
.load.over .peak {
  background: color-mix(in srgb, rgb(var(--v-theme-fix)) 60%, transparent);
}
.load.over.typical .typical {
  background: rgb(var(--v-theme-error));
}
.figures {
  font-size: var(--text-fine);
}
ul {
  list-style: none;
  padding: 0;
  font-size: var(--text-small);
}
li {
  display: grid;
  grid-template-columns: 140px 250px 1fr;
  white-space: nowrap;
  gap: var(--space-4);
}
li button {
  text-align: left;
}
.short {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
}
</style>
