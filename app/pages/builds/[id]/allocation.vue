<script setup lang="ts">
import { mdiSwapVertical } from '@mdi/js'
import { useBuild } from '~/stores/build'

const views = {
  lanes: 'Port lanes',
  grid: 'Fit grid',
  board: 'Board',
  alternatives: 'Alternatives',
  boards: 'Which board',
  room: 'Room left',
}
type View = keyof typeof views
const build = useBuild()
const view = ref<View>('lanes')
const begun = computed(() => Object.keys(build.plan!.assignment).length > 0)
const current = computed(() => build.analysis?.current ?? true)
const locks = computed(() => Object.keys(build.plan!.locks).length)
const bans = computed(() => Object.values(build.plan!.bans).reduce((sum, places) => sum + places.length, 0))

function allocate() {
  const { assignment, supplies } = build.analysis!.proposal
  build.edit({ type: 'assignment.adopt', assignment, supplies })
}

function clearChoices() {
  const { plan } = build
  build.edit({
    type: 'several',
    label: 'Take away all locks and bans',
    edits: [
      ...Object.keys(plan!.locks).map((need) => ({ type: 'need.unlock' as const, need })),
      ...Object.entries(plan!.bans).flatMap(([need, places]) =>
        places.map((place) => ({ type: 'need.allow' as const, need, place })),
      ),
    ],
  })
}
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Allocation</h1>
      <v-btn
        v-if="!begun || !current"
        variant="flat"
        color="primary"
        :disabled="!build.analysis || build.working"
        :prepend-icon="mdiSwapVertical"
        @click="allocate"
      >
        {{ begun ? 'Take up the better allocation' : 'Allocate' }}
      </v-btn>
      <ProposalWords v-if="build.analysis && begun" />
      <v-spacer />
      <v-btn v-if="locks + bans" @click="clearChoices">Clear {{ locks }} locks, {{ bans }} bans</v-btn>
      <v-switch
        :model-value="build.plan!.automatic"
        label="Reallocate after each edit"
        @update:model-value="(on) => build.edit({ type: 'plan.automatic', automatic: Boolean(on) })"
      />
    </div>
    <nav class="views no-print" aria-label="Views of the allocation">
      <button v-for="(name, id) in views" :key="id" :class="{ here: view === id }" :aria-pressed="view === id" @click="view = id">
        {{ name }}
      </button>
    </nav>
    <p v-if="!build.plan!.devices.length" class="pa-6">
      Nothing to allocate yet. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add devices in Fit-out</NuxtLink>.
    </p>
    <p v-else-if="!build.analysis" class="pa-6 quiet">Working it out.</p>
    <template v-else>
      <p v-if="!begun" class="hint">
        Nothing is on a port yet. Allocate finds the best place for every device at once and says why; lock or ban single places
        first if you already know them.
      </p>
      <DeadlockPanel v-if="begun && (view === 'lanes' || view === 'grid' || view === 'board')" />
      <PortLanes v-if="view === 'lanes'" />
      <FitGrid v-else-if="view === 'grid'" />
      <BoardView v-else-if="view === 'board'" />
      <AlternativesView v-else-if="view === 'alternatives'" />
      <BoardsView v-else-if="view === 'boards'" />
      <RoomView v-else />
    </template>
  </div>
</template>

<style scoped>
.hint {
  padding: 10px 16px 0;
  max-width: 80ch;
}
</style>
