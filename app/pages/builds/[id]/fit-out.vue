<script setup lang="ts">
import { mdiPlus, mdiPuzzleOutline } from '@mdi/js'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const adding = ref(false)
const modules = ref(false)
/** Once it was wanted it stays; what it needs is loaded then. */
const wanted = ref(false)
watch(modules, (now) => (wanted.value ||= now))
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
    <LaterPart part="board" :height="52"><BoardSheet /></LaterPart>
    <LaterPart part="battery" :height="152"><BatterySheet /></LaterPart>
    <p v-if="!plan.devices.length" class="pa-6">
      No devices yet. <v-btn color="primary" @click="adding = true">Add the first one</v-btn>
    </p>
    <DeviceTable v-else />
    <LaterPart v-if="build.analysis && plan.devices.length"><RailChart :rails="build.analysis.rails" /></LaterPart>
    <AddDeviceDialog v-model="adding" />
    <LazyModulesDialog v-if="wanted" v-model="modules" />
  </div>
</template>
