<script setup lang="ts">
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Flight</h1>
      <span class="quiet">What the pilot sees, played along a simulated flight.</span>
    </div>
    <p v-if="!plan.devices.length" class="pa-6">
      Nothing flies yet. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add devices in Fit-out</NuxtLink>.
    </p>
    <PictureView v-else />
  </div>
</template>
