<script setup lang="ts">
import { usePlan } from '~/composables/usePlan'
import { useQueryValue } from '~/composables/useQueryValue'
import { useBuild } from '~/stores/build'

const views = { links: 'Links', devices: 'Devices', steps: 'What to set', load: 'Load', text: 'Own text', board: 'Board' }
const build = useBuild()
const plan = usePlan()
const view = useQueryValue('view', ['links', 'devices', 'steps', 'load', 'text', 'board'])
const begun = computed(() => Object.keys(plan.value.assignment).length > 0)
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Settings</h1>
      <span class="quiet">Both ends of every link, and what is set in each device.</span>
    </div>
    <nav class="views no-print" aria-label="Views of the settings">
      <button v-for="(name, id) in views" :key="id" :class="{ here: view === id }" :aria-pressed="view === id" @click="view = id">
        {{ name }}
      </button>
    </nav>
    <p v-if="!plan.devices.length" class="pa-6">
      Nothing to set yet. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add devices in Fit-out</NuxtLink>.
    </p>
    <p v-else-if="!build.analysis" class="pa-6 quiet">Working it out.</p>
    <p v-else-if="!begun && view !== 'devices'" class="pa-6">
      Nothing is on a port yet, so no link has two ends.
      <NuxtLink :to="`/builds/${build.id}/allocation`">Allocate first</NuxtLink>.
    </p>
    <AnalysisScope v-else :analysis="build.analysis">
      <LinkCards v-if="view === 'links'" />
      <DeviceSheets v-else-if="view === 'devices'" />
      <SetupSteps v-else-if="view === 'steps'" />
      <LoadView v-else-if="view === 'load'" />
      <TemplateText v-else-if="view === 'text'" />
      <BoardLedger v-else />
    </AnalysisScope>
  </div>
</template>
