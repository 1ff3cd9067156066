<script setup lang="ts">
import { usePlan } from '~/composables/usePlan'
import { useView } from '~/composables/useView'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const { id, part, views } = useView(
  'settings',
  import.meta.glob('~/components/settings/*.vue', { eager: true, import: 'default' }),
)
const begun = computed(() => Object.keys(plan.value.assignment).length > 0)
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Settings</h1>
      <span class="quiet">Both ends of every link, and what is set in each device.</span>
    </div>
    <ViewTabs v-model="id" :views of="settings" />
    <p v-if="!plan.devices.length" class="pa-6">
      Nothing to set yet. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add devices in Fit-out</NuxtLink>.
    </p>
    <p v-else-if="!build.analysis" class="pa-6 quiet">Working it out.</p>
    <p v-else-if="!begun && id !== 'devices'" class="pa-6">
      Nothing is on a port yet, so no link has two ends.
      <NuxtLink :to="`/builds/${build.id}/allocation`">Allocate first</NuxtLink>.
    </p>
    <AnalysisScope v-else :analysis="build.analysis">
      <component :is="part" />
    </AnalysisScope>
  </div>
</template>
