<script setup lang="ts">
/** Lights on the craft: where each is, what it tells, who sees it in the dark, and what it takes. */
import { mdiFileDelimitedOutline, mdiPlus } from '@mdi/js'
import { lightTable, lightsData, tableCsv } from '#core/documents'
import { flightAt } from '#core/flight'
import {
  ampsOf,
  joinedPieces,
  leastVolts,
  litAt,
  partedPiece,
  sides,
  stripFigures,
  stripVolts,
  stripsOf,
  turned,
  unusedStretch,
  usualStrip,
  type LaidStrip,
} from '#core/lights'
import { powerTree, wiresOf } from '#core/harness'
import { freshId, mostLights, mostPieces, mostSegments, type LightPiece, type LightSegment, type LightStrip } from '#core/plan'
import { formatAmps, formatVolts, plain } from '#core/units'
import { download } from '~/composables/download'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useFlight } from '~/stores/flight'

const build = useBuild()
const flight = useFlight()
const plan = usePlan()
const resolved = useResolved()
const strips = computed(() => stripsOf(resolved.value))
const values = computed(() => flightAt(resolved.value, flight.time))
const shown = computed(() => strips.value.map((laid) => ({ laid, lit: litAt(laid, plan.value.lights, values.value) })))
const all = computed(() => shown.value.flatMap(({ lit }) => lit))
const reach = computed(() => 1.15 * Math.max(50, ...all.value.map(({ x, y }) => Math.max(Math.abs(x), Math.abs(y)))))
const power = computed(() => powerTree(resolved.value, wiresOf(resolved.value)))
const figures = (laid: LaidStrip) => {
  const volts = stripVolts(power.value, laid)
  return volts === undefined ? undefined : stripFigures(laid, plan.value.lights, volts)
}
const segmentsOf = ({ need }: LaidStrip) =>
  Object.entries(plan.value.lights.segments).filter(([, segment]) => segment.need === need.key)
const chosen = ref<{ need: string; piece: number }>()
const full = computed(() => Object.keys(plan.value.lights.segments).length >= mostSegments)

const setStrip = (need: string, as: LightStrip | null) => build.edit({ type: 'strip.set', need, as })
const stripOf = (need: string) => strips.value.find((each) => each.need.key === need)!.strip
const setPiece = (need: string, at: number, piece: LightPiece) =>
  setStrip(need, { ...stripOf(need), pieces: stripOf(need).pieces.with(at, piece) })
/** A strip holds so many lights and no more. */
const refuseLights = ({ lights }: LaidStrip, more: number) => (lights.length + more > mostLights ? `${mostLights} in all` : '')
const setLimit = (need: string, percent: number) => setStrip(need, { ...stripOf(need), limit: percent / 100 })
function setSegment(id: string, as: LightSegment | null) {
  const before = plan.value.lights.segments[id]
  build.edit({ type: 'segment.set', segment: id, as }, !as && before ? `${before.name} is removed.` : undefined)
}
function addSegment({ need }: LaidStrip) {
  const id = freshId(plan.value.lights.segments, 's')
  setSegment(id, {
    name: `Segment ${id.slice(1)}`,
    need: need.key,
    ...unusedStretch(plan.value.lights, { need }),
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

/** What the board and the rules say of the lights. */
const findings = computed(() => {
  const about = new Set(strips.value.flatMap(({ need }) => [`need:${need.key}`, `device:${need.fitted.id}`]))
  return (build.analysis?.findings ?? []).filter(
    ({ rule, subjects }) => rule.startsWith('LGT') || (subjects.some((subject) => about.has(subject)) && subjects.length < 6),
  )
})
const saveCsv = () => download(`${plan.value.name} lights.csv`, 'text/csv', tableCsv(lightTable(resolved.value)))
const saveJson = () =>
  download(`${plan.value.name} lights.json`, 'application/json', JSON.stringify(lightsData(resolved.value, power.value), null, 2))
</script>

<template>
  <p v-if="!strips.length" class="pa-6">
    No lights in this build. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add a strip in Fit-out</NuxtLink>.
  </p>
  <section v-else class="lights" aria-label="Lights" data-testid="lights">
    <div class="work">
      <div class="sight">
        <LightPlan v-model:chosen="chosen" :craft="plan.craft" :strips="shown" @piece="setPiece" />
        <FlightBar>
          <span class="mono">{{ values.armed ? 'armed' : 'disarmed' }}{{ values.link ? '' : ', link lost' }}</span>
        </FlightBar>
        <div class="sides">
          <SideView v-for="side in sides" :key="side" :lights="all" :side :reach />
        </div>
        <p class="quiet">
          Round ends take data in, square ones give it on; press a piece to take hold of its ends where they meet others. Drag
          them, or move them with the arrow keys (Shift: by 25 mm).
        </p>
        <ul v-if="findings.length" class="findings" aria-label="What is said of the lights">
          <li v-for="finding in findings" :key="finding.id">
            <b class="mono">{{ finding.rule }}</b> {{ finding.fact }}
          </li>
        </ul>
      </div>
      <div class="strips">
        <section v-for="{ laid, lit } in shown" :key="laid.need.key" :aria-label="laid.need.fitted.instance.name">
          <h2>{{ laid.need.fitted.instance.name }}</h2>
          <dl>
            <dt>Now</dt>
            <dd class="mono">{{ segmentsOf(laid).length ? formatAmps(ampsOf(lit, laid.strip.limit)) : 'dark' }}</dd>
            <template v-if="figures(laid)">
              <dt>In quiet flight, at worst</dt>
              <dd class="mono">{{ formatAmps(figures(laid)!.typical) }}, {{ formatAmps(figures(laid)!.worst) }}</dd>
              <dt>First and last light</dt>
              <dd class="mono" :class="{ 'text-error': figures(laid)!.last < leastVolts(laid) }">
                {{ formatVolts(figures(laid)!.first) }}, {{ formatVolts(figures(laid)!.last) }}
              </dd>
              <dt>Data at the last light</dt>
              <dd class="mono">
                {{ formatVolts(figures(laid)!.data.level) }}, read from {{ formatVolts(figures(laid)!.data.needed) }} on
              </dd>
              <dt>All white up to</dt>
              <dd class="mono">{{ Math.floor(figures(laid)!.brightest * 100) }} %</dd>
              <dt>A frame</dt>
              <dd class="mono">
                {{ plain(figures(laid)!.frame / 1000, 2) }} ms, {{ plain(figures(laid)!.refresh, 0) }} a second
              </dd>
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
              :aria-label="`Brightness of ${laid.need.fitted.instance.name}`"
              @change="setLimit(laid.need.key, Number(($event.target as HTMLInputElement).value))"
            />
            <span class="mono">{{ Math.round(laid.strip.limit * 100) }} %</span>
          </label>
          <details>
            <summary>{{ laid.strip.pieces.length }} pieces, {{ laid.lights.length }} lights</summary>
            <p
              v-for="(piece, at) in laid.strip.pieces"
              :key="at"
              class="piece"
              :class="{ lit: chosen?.need === laid.need.key && chosen.piece === at }"
            >
              {{ at + 1 }}:
              <FigureCell
                figure="light"
                whole
                :label="`Lights of piece ${at + 1}`"
                :refuse="(lights) => refuseLights(laid, lights - piece.lights)"
                :value="piece.lights"
                @set="(lights) => setPiece(laid.need.key, at, { ...piece, lights: lights! })"
              />
              look to
              <CellSelect
                :model-value="String(piece.facing)"
                :items="facingItems(piece)"
                :aria-label="`Where piece ${at + 1} looks`"
                @update:model-value="(facing) => setPiece(laid.need.key, at, { ...piece, facing: facingOf(facing) })"
              />
              <button class="link" :aria-label="`Turn piece ${at + 1} round`" @click="setPiece(laid.need.key, at, turned(piece))">
                turn
              </button>
              <button
                v-if="piece.lights > 1 && laid.strip.pieces.length < mostPieces"
                class="link"
                :aria-label="`Part piece ${at + 1}`"
                @click="setStrip(laid.need.key, partedPiece(laid.strip, at))"
              >
                part
              </button>
              <button
                v-if="at < laid.strip.pieces.length - 1"
                class="link"
                :aria-label="`Join piece ${at + 1} with the next`"
                @click="setStrip(laid.need.key, joinedPieces(laid.strip, at))"
              >
                join
              </button>
            </p>
            <p v-if="laid.joins.length" class="quiet">
              Leads between them: {{ laid.joins.map(({ from, to, length }) => `${from} to ${to}, ${length} mm`).join('; ') }}.
            </p>
            <v-btn size="x-small" variant="text" @click="setStrip(laid.need.key, usualStrip(plan, laid.need.need))"
              >As strips usually lie</v-btn
            >
          </details>
          <p v-if="!segmentsOf(laid).length" class="quiet">
            These lights tell nothing yet, and count with {{ formatAmps(laid.need.fitted.device.supplies[0]?.peak ?? 0) }}, as the
            part says.
          </p>
          <SegmentForm
            v-for="[id, segment] in segmentsOf(laid)"
            :key="id"
            :segment
            :values
            :leds="laid.need.need.leds"
            @set="(as) => setSegment(id, as)"
          />
          <v-btn size="small" :prepend-icon="mdiPlus" :disabled="full" @click="addSegment(laid)">Add a segment</v-btn>
        </section>
        <p class="export">
          <v-btn size="small" :prepend-icon="mdiFileDelimitedOutline" @click="saveCsv">CSV</v-btn>
          <v-btn size="small" @click="saveJson">JSON</v-btn>
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.lights {
  padding: var(--space-4) var(--space-6);
  font-size: var(--text-small);
}
h2 {
  font-size: var(--text-body);
}
.work {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-6);
}
.sight {
  flex: 3 1 440px;
}
.strips {
  flex: 2 1 310px;
}
.sides {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: var(--space-3);
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
.link {
  text-decoration: underline;
  min-height: 24px;
}
@media (max-width: 700px) {
  .sides {
    grid-template-columns: repeat(2, 1fr);
  }
}
.findings {
  padding-left: var(--space-5);
}
.export {
  margin-top: var(--space-5);
}
</style>
