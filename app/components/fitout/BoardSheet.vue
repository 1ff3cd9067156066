<script setup lang="ts">
import { moveTo } from '#core/allocation'
import { applyEdit, placeLabel, type Edit, type Place } from '#core/plan'
import type { BoardDefinition } from '#core/catalogue'
import { useQuestions } from '~/composables/useQuestions'
import { useNames } from '~/composables/useNames'
import type { Preview } from '~/session/build-session'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'

const build = useBuild()
const plan = usePlan()
const catalogue = useCatalogue()
const names = useNames()
const questions = useQuestions()

const definition = computed(() => plan.value.definitions.boards[plan.value.board.definition]!)
const boards = computed(() => {
  const known = { [definition.value.id]: definition.value, ...catalogue.library?.boards }
  return Object.values(known).map(({ id, name }) => ({ value: id, title: name }))
})
const versions = (map: Record<string, { name: string; note: string }>) =>
  Object.entries(map).map(([value, { name, note }]) => ({ value, title: name, props: { subtitle: note } }))
/** The board that is about to be taken, with what becomes of what has a place now. */
const next = shallowRef<{ name: string; edit: Edit; preview?: Preview }>()

async function chooseBoard(id: string) {
  const chosen = catalogue.board(id)
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
    const fit = fits.find((each) => each.revision === revision)
    if (fit) found = moveTo(chosen, fit)
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
  build.edit(edit, `Board ${name}: ${words}.`)
}
</script>

<template>
  <section class="sheet field-row" aria-label="Board, revision and firmware" @focusin="catalogue.load()">
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
    <DefinitionUpdate :definition class="whole" />
  </section>
</template>

<style scoped>
.sheet {
  padding: var(--space-5) var(--space-6) 0;
}
.sheet > .wide {
  flex-grow: 2;
}
.sheet > .whole {
  flex: 1 1 100%;
}
.becomes {
  max-height: 260px;
  overflow: auto;
  padding-left: var(--space-6);
  font-size: var(--text-small);
}
</style>
