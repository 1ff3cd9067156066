<script setup lang="ts">
import { usePlan } from '~/composables/usePlan'
import { useBoardMove } from '~/stores/board-move'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'

const build = useBuild()
const plan = usePlan()
const catalogue = useCatalogue()

const definition = computed(() => plan.value.definitions.boards[plan.value.board.definition]!)
const boards = computed(() => {
  const known = { [definition.value.id]: definition.value, ...catalogue.library?.boards }
  return Object.values(known).map(({ id, name }) => ({ value: id, title: name }))
})
const versions = (map: Record<string, { name: string; note: string }>) =>
  Object.entries(map).map(([value, { name, note }]) => ({ value, title: name, props: { subtitle: note } }))
const move = useBoardMove()

function chooseBoard(id: string) {
  const chosen = catalogue.board(id)
  if (!chosen || id === definition.value.id) return
  const revision = Object.keys(chosen.revisions).at(-1)!
  // Where nothing has a place yet, nothing is to be said.
  if (Object.keys(plan.value.assignment).length) return move.ask({ definition: chosen, revision })
  build.edit({ type: 'board.choose', definition: chosen, revision, firmware: Object.keys(chosen.firmwares).at(-1)! })
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
  </section>
</template>

<style scoped>
.sheet {
  padding: var(--space-5) var(--space-6) 0;
}
.sheet > .wide {
  flex-grow: 2;
}
</style>
