<script setup lang="ts">
import { mdiSwapVertical } from '@mdi/js'
import { useView } from '~/composables/useView'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const { id, view, part, views } = useView(
  'allocation',
  import.meta.glob('~/components/allocation/*.vue', { eager: true, import: 'default' }),
)
const begun = computed(() => Object.keys(plan.value.assignment).length > 0)
const current = computed(() => build.analysis?.current ?? true)
const locks = computed(() => Object.keys(plan.value.locks).length)
const bans = computed(() => Object.values(plan.value.bans).reduce((sum, places) => sum + places.length, 0))

function clearChoices() {
  build.edit({
    type: 'several',
    label: 'Remove all locks and bans',
    edits: [
      ...Object.keys(plan.value.locks).map((need) => ({ type: 'need.unlock' as const, need })),
      ...Object.entries(plan.value.bans).flatMap(([need, places]) =>
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
        v-if="plan.devices.length && (!begun || !current)"
        variant="flat"
        color="primary"
        :disabled="!build.analysis || build.working"
        :prepend-icon="mdiSwapVertical"
        @click="build.allocate()"
      >
        {{ begun ? 'Use the better allocation' : 'Allocate' }}
      </v-btn>
      <AnalysisScope v-if="build.analysis && begun" :analysis="build.analysis"><ProposalWords /></AnalysisScope>
      <v-spacer />
      <v-btn v-if="locks + bans" @click="clearChoices"
        >Remove {{ locks }} lock{{ locks === 1 ? '' : 's' }}, {{ bans }} ban{{ bans === 1 ? '' : 's' }}</v-btn
      >
      <v-switch
        :model-value="plan.automatic"
        label="Reallocate after each edit"
        @update:model-value="(on) => build.edit({ type: 'plan.automatic', automatic: Boolean(on) })"
      />
    </div>
    <ViewTabs v-model="id" :views of="allocation" />
    <p v-if="!plan.devices.length" class="pa-6">
      Nothing to allocate yet. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add devices in Fit-out</NuxtLink>.
    </p>
    <p v-else-if="!build.analysis" class="pa-6 quiet">Working it out.</p>
    <AnalysisScope v-else :analysis="build.analysis">
      <p v-if="!begun" class="hint">
        Nothing is on a port yet. Allocate finds the best place for every device at once and says why; lock or ban single places
        first if you already know them.
      </p>
      <DeadlockPanel v-if="begun && view.showsDeadlock" />
      <component :is="part" />
    </AnalysisScope>
  </div>
</template>

<style scoped>
.hint {
  padding: var(--space-4) var(--space-6) 0;
  max-width: 80ch;
}
</style>
