<script setup lang="ts">
import { mdiPlus, mdiPuzzleOutline } from '@mdi/js'
import { isUnsure } from '#core/catalogue'
import { usePlan } from '~/composables/usePlan'
import { useWanted } from '~/composables/useWanted'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const route = useRoute()
/** The dialog stands in the address, so that the commands lead to it; beside its being open, what is looked for. */
const adding = computed({
  get: () => typeof route.query.add === 'string',
  set: (on) => {
    const { add: _, ...rest } = route.query
    void navigateTo({ query: on ? { ...rest, add: 'open' } : rest }, { replace: true })
  },
})
const lookedFor = computed(() => (typeof route.query.add === 'string' && route.query.add !== 'open' ? route.query.add : ''))
const modules = ref(false)
const isGuessing = computed(() => {
  const { boards, devices } = plan.value.definitions
  return [...Object.values(boards), ...Object.values(devices)].some(({ origins = {} }) => Object.values(origins).some(isUnsure))
})
/** What is found of the build comes before what is changed less often. */
const answered = computed(() => Boolean(build.analysis || build.problem))
const [addingWanted, modulesWanted] = [useWanted(adding), useWanted(modules)]
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Fit-out</h1>
      <span class="quiet">Which board, which parts, and how much each is wanted.</span>
      <v-spacer />
      <v-btn :prepend-icon="mdiPuzzleOutline" @click="modules = true">Modules</v-btn>
      <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="adding = true">Add a device</v-btn>
    </div>
    <DeferredPart last :after="answered"><LazyDefinitionUpdate class="px-6 pt-4" /></DeferredPart>
    <DeferredPart part="board" :height="52" :after="answered"><LazyBoardSheet /></DeferredPart>
    <DeferredPart part="battery" :height="152" :after="answered"><LazyBatterySheet /></DeferredPart>
    <p v-if="!plan.devices.length" class="pa-6">
      No devices yet. <v-btn color="primary" @click="adding = true">Add the first one</v-btn>
    </p>
    <DeviceTable v-else />
    <DeferredPart v-if="build.analysis && plan.devices.length"><LazyRailChart :rails="build.analysis.rails" /></DeferredPart>
    <DeferredPart v-if="isGuessing && plan.devices.length" last :after="answered"><LazyWorthFinding /></DeferredPart>
    <LazyAddDeviceDialog v-if="addingWanted" v-model="adding" :begins="lookedFor" />
    <LazyModulesDialog v-if="modulesWanted" v-model="modules" />
  </div>
</template>
