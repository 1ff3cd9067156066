<script setup lang="ts">
import { assumedRating, batteryMass, batteryRange, cellVoltage, formatAmps, formatVolts, type Chemistry } from '#core/units'
import { applyEdit, placeLabel, type Edit, type Place, type Plan } from '#core/plan'
import type { BoardDefinition } from '#core/catalogue'
import { useQuestions } from '~/composables/useQuestions'
import { useNames } from '~/composables/useNames'
import type { Preview } from '~/session/build-session'
import { useNotices } from '~/stores/notices'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'

const build = useBuild()
const plan = usePlan()
const resolved = useResolved()
const catalogue = useCatalogue()
const names = useNames()
const questions = useQuestions()
onMounted(() => catalogue.load())

const definition = computed(() => plan.value.definitions.boards[plan.value.board.definition]!)
const boards = computed(() => {
  const known = { [definition.value.id]: definition.value, ...catalogue.library?.boards }
  return Object.values(known).map(({ id, name }) => ({ value: id, title: name }))
})
const versions = (map: Record<string, { name: string; note: string }>) =>
  Object.entries(map).map(([value, { name, note }]) => ({ value, title: name, props: { subtitle: note } }))
const chemistries = Object.entries(cellVoltage).map(([value, { name }]) => ({ value, title: name }))
const range = computed(() => batteryRange(plan.value.battery.cells, plan.value.battery.chemistry))
/** The board that is about to be taken, with what becomes of what has a place now. */
const next = shallowRef<{ name: string; edit: Edit; preview?: Preview }>()

async function chooseBoard(id: string) {
  const chosen = catalogue.library?.boards[id]
  if (!chosen || id === definition.value.id) return
  const revision = Object.keys(chosen.revisions).at(-1)!
  const choice: Edit = { type: 'board.choose', definition: chosen, revision, firmware: Object.keys(chosen.firmwares).at(-1)! }
  if (!Object.keys(plan.value.assignment).length) return build.edit(choice)
  const asked = (next.value = { name: chosen.name, edit: choice })
  const edit = plan.value.automatic ? await allocatedOn(chosen, revision, choice) : choice
  const preview = await build.preview(edit)
  if (next.value === asked) next.value = { name: chosen.name, edit, preview }
}

/** The board with the best allocation that there is on it. */
async function allocatedOn(chosen: BoardDefinition, revision: string, choice: Edit): Promise<Edit> {
  let found = choice
  await questions.boards(plan.value, [chosen], (fits) => {
    found = fits.find((fit) => fit.revision === revision)?.edit ?? found
  })
  return found
}
const moved = computed(() => next.value?.preview?.moves.filter(({ to }) => to !== undefined) ?? [])
const lost = computed(() => next.value?.preview?.moves.filter(({ to }) => to === undefined) ?? [])
const kept = computed(() => Object.keys(plan.value.assignment).length - moved.value.length - lost.value.length)

/** A place on the board that is about to be taken. */
const placeOn = (place: Place) => (next.value ? placeLabel(place, applyEdit(plan.value, next.value.edit)) : '')

function takeBoard() {
  const { name, edit } = next.value!
  const words = `${kept.value} kept, ${moved.value.length} moved, ${lost.value.length} lost`
  next.value = undefined
  build.edit(edit)
  useNotices().tell(`Board ${name}: ${words}.`, { label: 'Undo', run: () => build.undo() })
}

function setBattery(change: Partial<Plan['battery']>) {
  build.edit({ type: 'battery.set', battery: { ...plan.value.battery, ...change } })
}

/** Sets what may be left open, or leaves it open. */
function setOpen<K extends 'rating' | 'mass' | 'connector'>(field: K, value: Plan['battery'][K] | undefined) {
  const battery = { ...plan.value.battery, [field]: value }
  if (value === undefined) delete battery[field]
  build.edit({ type: 'battery.set', battery })
}
const valueOf = (event: Event) => (event.target as HTMLInputElement).value.trim()

/** Both currents are given, or both estimated. */
function setMotors(field: 'hover' | 'full', amps: number | undefined) {
  const { motors: _, ...rest } = plan.value.craft
  const given = { ...motors.value, [field]: amps }
  build.edit({
    type: 'craft.set',
    craft: amps === undefined ? rest : { ...rest, motors: { hover: given.hover, full: given.full } },
  })
}
function refuseMotors(field: 'hover' | 'full', amps: number): string {
  const given = { ...motors.value, [field]: amps }
  return given.full < given.hover ? 'full throttle takes at least as much' : ''
}
const motors = computed(() => resolved.value.motors)
const estimate = computed(() =>
  motors.value.estimatedFrom === undefined ? '' : `estimated from ${Math.round(motors.value.estimatedFrom / 10) * 10} g`,
)
</script>

<template>
  <section class="sheet" aria-label="Board and battery">
    <v-select :model-value="definition.id" :items="boards" label="Board" class="wide" @update:model-value="chooseBoard" />
    <v-select
      :model-value="plan.board.revision"
      :items="versions(definition.revisions)"
      label="Revision"
      @update:model-value="(revision: string) => build.edit({ type: 'board.revision', revision })"
    />
    <v-select
      :model-value="plan.board.firmware"
      :items="versions(definition.firmwares)"
      label="Board firmware"
      @update:model-value="(firmware: string) => build.edit({ type: 'board.firmware', firmware })"
    />
    <v-dialog :model-value="Boolean(next)" width="560" aria-label="Take another board" @update:model-value="next = undefined">
      <v-card v-if="next" :title="`Take board ${next.name}?`">
        <v-card-text>
          <v-progress-linear v-if="!next.preview" indeterminate color="primary" aria-label="Working it out" />
          <template v-else>
            <p role="status">
              Of {{ Object.keys(plan.assignment).length }} needs {{ kept }} keep a place of that name, {{ moved.length }} move,
              {{ lost.length }} lose theirs; {{ next.preview.brings.length }} findings are new.
            </p>
            <ul class="becomes">
              <li v-for="{ need, to } in [...lost, ...moved]" :key="need">
                {{ names.needOfDevice(need) }}: {{ names.place(plan.assignment[need]?.place) }} →
                {{ to === undefined ? 'no place' : placeOn(to) }}
              </li>
            </ul>
          </template>
        </v-card-text>
        <v-card-actions>
          <v-btn @click="next = undefined">Stay</v-btn>
          <v-btn variant="flat" color="primary" :disabled="!next.preview" @click="takeBoard">Take it</v-btn>
        </v-card-actions>
      </v-card>
    </v-dialog>
    <span class="break" />
    <v-select
      :model-value="plan.battery.cells"
      :items="[1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 14]"
      label="Cells"
      class="cells"
      @update:model-value="(cells: number) => setBattery({ cells })"
    />
    <v-select
      :model-value="plan.battery.chemistry"
      :items="chemistries"
      label="Battery"
      @update:model-value="(chemistry: Chemistry) => setBattery({ chemistry })"
    />
    <FigureField
      figure="capacity"
      :value="plan.battery.capacity"
      label="Capacity, mAh"
      class="short"
      @set="(capacity) => setBattery({ capacity })"
    />
    <FigureField
      figure="rating"
      optional
      :value="plan.battery.rating"
      label="C rating"
      :placeholder="`${assumedRating}`"
      persistent-placeholder
      class="short"
      @set="(rating) => setOpen('rating', rating)"
    />
    <FigureField
      figure="mass"
      optional
      :value="plan.battery.mass"
      label="Mass, g"
      :placeholder="`${Math.round(batteryMass(plan.battery))}`"
      persistent-placeholder
      class="short"
      title="As weighed; estimated from its energy while empty"
      @set="(mass) => setOpen('mass', mass)"
    />
    <v-text-field
      :model-value="plan.battery.connector"
      label="Plug"
      placeholder="kind of plug"
      persistent-placeholder
      maxlength="40"
      class="short"
      @change="(event: Event) => setOpen('connector', valueOf(event) || undefined)"
    />
    <FigureField
      v-for="(word, field) in {
        hover: plan.craft.outline === 'wing' ? 'Cruising, A a motor' : 'Hovering, A a motor',
        full: 'Full, A a motor',
      }"
      :key="field"
      figure="motor"
      optional
      :value="plan.craft.motors?.[field]"
      :refuse="(amps) => refuseMotors(field, amps)"
      :label="word"
      :placeholder="formatAmps(motors[field])"
      persistent-placeholder
      class="motor"
      :title="estimate ? `Each of ${motors.count} motors; ${estimate}` : `Each of ${motors.count} motors`"
      @set="(amps) => setMotors(field, amps)"
    />
    <p class="range mono">{{ formatVolts(range.min) }} empty<br />{{ formatVolts(range.max) }} full</p>
    <v-textarea
      :model-value="plan.note"
      label="Note on the build"
      rows="1"
      auto-grow
      maxlength="2000"
      class="note"
      @change="(event: Event) => build.edit({ type: 'plan.note', note: valueOf(event) })"
    />
    <DefinitionUpdate :definition />
  </section>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  align-items: center;
  padding: var(--space-5) var(--space-6) var(--space-4);
}
.sheet > * {
  flex: 1 1 120px;
}
.sheet > .wide {
  flex-grow: 2;
}
.sheet > .short {
  flex: 0 1 124px;
}
.sheet > .break {
  flex: 0 0 100%;
}
.sheet > .cells {
  flex: 0 1 76px;
}
.sheet > .motor {
  flex: 0 1 150px;
}
.sheet > .note {
  flex: 1 1 100%;
}
.becomes {
  max-height: 260px;
  overflow: auto;
  padding-left: var(--space-6);
  font-size: var(--text-small);
}
.range {
  margin: 0;
  flex: 0 0 auto;
  white-space: nowrap;
  font-size: var(--text-small);
}
</style>
