<script setup lang="ts">
import { usePlan } from '~/composables/usePlan'
import { useView } from '~/composables/useView'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const { id, part, views } = useView('flight', import.meta.glob('~/components/flight/*.vue', { eager: true, import: 'default' }))
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Flight</h1>
      <span class="quiet">What the pilot sees, what lights up and sounds, and which switch does it.</span>
    </div>
    <ViewTabs v-model="id" :views of="flight" />
    <p v-if="!plan.devices.length" class="pa-6">
      Nothing flies yet. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add devices in Fit-out</NuxtLink>.
    </p>
    <component :is="part" v-else />
  </div>
</template>
