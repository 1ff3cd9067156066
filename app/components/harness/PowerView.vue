<script setup lang="ts">
import { benchHolds, nominalTolerance, usableShare, type BenchHold } from '#core/electrics'
import { powerStates, type PowerState } from '#core/harness'
import { assumedRating, figure, fits, formatAmps, formatShare, formatVoltRange, formatVolts, plain } from '#core/units'
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
const benchWords: Record<BenchHold, string> = {
  all: 'Enough for all at peak.',
  rest: 'Enough at rest; it will limit at peak.',
  nothing: 'Too little: it will limit at once.',
}
const words = { usb: 'USB alone', battery: 'Battery alone', both: 'Both' }
const volts = ({ full, empty }: { full: number; empty: number }) => formatVoltRange(empty, full)
const over = (row: PowerRow) => (fits(row.peak, row.limit) ? '' : fits(row.typical, row.limit) ? 'over peak' : 'over typical')
const input = computed(() => power.value.input)
const still = computed(() => power.value.input.still)
/** Bars reach a quarter beyond the limit, so that what is over it shows. */
const room = 1.25
const share = (value: number, row: PowerRow) => `${Math.min(100, (value / row.limit / room) * 100)}%`
/** How a source comes by its volts. */
const kindWords = ({ place, kind }: PowerRow) =>
  kind === 'through' ? 'passed on' : kind === 'battery' && place.startsWith('rail:') ? 'pads of the board' : kind
const wing = computed(() => build.plan?.craft.outline === 'wing')
</script>

<template>
  <section class="power" aria-label="Power tree" data-testid="power">
    <div class="bar">
      <v-btn-toggle v-model="state" mandatory density="compact" variant="outlined" divided aria-label="What is connected">
        <v-btn v-for="connected in powerStates" :key="connected" :value="connected">{{ words[connected] }}</v-btn>
      </v-btn-toggle>
      <span><b>Unpowered:</b> {{ power.states[state].dead.map(names.device).join(', ') || 'none' }}</span>
    </div>
    <dl class="pack" aria-label="Battery">
      <div>
        <dt>{{ wing ? 'Cruising' : 'Hovering' }}</dt>
        <dd class="mono">{{ formatAmps(input.typical) }}</dd>
      </div>
      <div>
        <dt>In the air</dt>
        <dd class="mono">{{ plain(input.minutes, 1) }} min</dd>
      </div>
      <div>
        <dt>Full throttle</dt>
        <dd class="mono" :class="{ short: !fits(input.peak, input.limit) }">
          {{ formatAmps(input.peak) }} of {{ formatAmps(input.limit) }}
        </dd>
      </div>
      <div>
        <dt>Each of {{ power.motors.count }} {{ power.motors.count === 1 ? 'motor' : 'motors' }}</dt>
        <dd class="mono">{{ formatAmps(power.motors.hover) }} to {{ formatAmps(power.motors.full) }}</dd>
      </div>
    </dl>
    <p class="quiet">
      {{ input.ratingGiven ? '' : `No C rating given: ${assumedRating} C is taken. `
      }}{{
        power.motors.estimatedFrom === undefined
          ? ''
          : `Motor currents are estimated from a mass of ${figure(power.motors.estimatedFrom, 'g', 0)}; Fit-out takes measured ones. `
      }}Time in the air is for {{ formatShare(usableShare) }} of the capacity with all parts on, {{ formatAmps(input.inTheAir) }}.
    </p>
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
      A, motors stopped: {{ formatAmps(still.typical) }} typical, {{ formatAmps(still.peak) }} at peak.
      <b>{{ benchWords[benchHolds(still, bench)] }}</b>
    </p>
    <div class="tree">
      <article
        v-for="row in rows"
        :key="row.place"
        class="node"
        :class="{ dead: !row.alive[state] }"
        :style="{ marginLeft: `min(${row.depth * 26}px, ${row.depth * 3}cqw)` }"
      >
        <button class="head" :class="{ lit: selection.lit.has(row.place) }" @click="selection.select(row.place)">
          <b>{{ row.label }}</b> <span class="mono">{{ volts(row) }}</span>
          <span class="quiet">{{ kindWords(row) }}{{ row.filtered ? ', filtered' : '' }}</span>
          <span v-if="row.switchedBy" class="quiet">off until switched on</span>
          <span v-if="!row.alive[state]" class="word">dead</span>
          <span v-else-if="row.kind === 'usb' && !fits(row.typical, row.limit)" class="word"
            >asked for more than the plug gives</span
          >
          <span v-else-if="!fits(row.peak, row.limit)" class="word">over its limit</span>
        </button>
        <div class="load" :class="over(row)" :title="`Limit ${formatAmps(row.limit)}`">
          <span class="peak" :style="{ width: share(row.peak, row) }" /><span
            class="typical"
            :style="{ width: share(row.typical, row) }"
          /><i class="limit" :style="{ left: `${100 / room}%` }" />
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
              >{{ plain(leaf.drop * 1000, 0) }} mV drop in the wire; accepts {{ plain(leaf.min) }}–{{
                formatVolts(leaf.max)
              }}</span
            >
          </li>
        </ul>
      </article>
    </div>
    <p v-if="power.unfed.length" class="unfed">
      <b>Not supplied:</b> {{ power.unfed.map((key) => names.needOfDevice(key)).join('; ') }}
    </p>
    <RailChart v-if="build.analysis" :rails="build.analysis.rails" />
  </section>
</template>

<style scoped>
.power {
  padding: var(--space-4) var(--space-6);
  overflow: auto;
  container-type: inline-size;
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
  max-width: 100%;
  border: 1px solid rgb(var(--v-theme-on-surface));
  margin: var(--space-1) 0;
}
.load span {
  position: absolute;
  left: 0;
  top: 0;
  bottom: 0;
}
.limit {
  position: absolute;
  top: -3px;
  bottom: -3px;
  border-left: 2px solid rgb(var(--v-theme-on-surface));
}
.pack {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
  align-items: baseline;
  margin: var(--space-4) 0 0;
}
.pack div {
  display: flex;
  gap: var(--space-3);
}
.pack dt {
  font-weight: 700;
}
.pack + p {
  margin: 0;
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
  align-items: center;
  gap: 0 var(--space-4);
}
li button {
  text-align: left;
}
@container (max-width: 620px) {
  li {
    grid-template-columns: 110px 1fr;
  }
  li .quiet {
    grid-column: 2;
  }
}
.short {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
}
</style>
