<script setup lang="ts">
/** Lights on the craft: where each is, what it tells, who sees it in the dark, and what it takes. */
import { mdiFileDelimitedOutline } from '@mdi/js'
import { positionsWith } from '#core/controls'
import { lightTable, lightsData, tableCsv } from '#core/documents'
import { flightAt } from '#core/flight'
import { litAt, sides, stripsOf } from '#core/lights'
import { powerTree, wiresOf } from '#core/harness'
import type { LightPiece } from '#core/plan'
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
/** Where on the handset the lights are switched on; they are on with the board where no job switches them. */
const switches = computed(() => positionsWith(resolved.value, { does: 'lights' }))
const switchedOn = ref(true)
const on = computed(() => switchedOn.value || !switches.value)
const shown = computed(() => strips.value.map((laid) => ({ laid, lit: litAt(laid, plan.value.lights, values.value, on.value) })))
const all = computed(() => shown.value.flatMap(({ lit }) => lit))
const reach = computed(() => 1.15 * Math.max(50, ...all.value.map(({ x, y }) => Math.max(Math.abs(x), Math.abs(y)))))
const power = computed(() => powerTree(resolved.value, wiresOf(resolved.value)))
const chosen = ref<{ need: string; piece: number }>()

function setPiece(need: string, at: number, piece: LightPiece) {
  const { strip } = strips.value.find((each) => each.need.key === need)!
  build.edit({ type: 'strip.set', need, as: { ...strip, pieces: strip.pieces.with(at, piece) } })
}

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
          <label v-if="switches"
            ><input v-model="switchedOn" type="checkbox" /> switched on
            {{ switches.length ? `by ${switches.join(', ')}` : '(no switch does yet)' }}</label
          >
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
        <StripPanel
          v-for="{ laid, lit } in shown"
          :key="laid.need.key"
          :laid
          :lit
          :values="on ? values : undefined"
          :power
          :marked="chosen?.need === laid.need.key ? chosen.piece : undefined"
          @piece="(at, piece) => setPiece(laid.need.key, at, piece)"
        />
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
  min-width: min(391px, 100%);
  overflow-wrap: anywhere;
}
.sides {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: var(--space-3);
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
