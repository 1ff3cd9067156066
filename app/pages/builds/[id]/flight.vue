<script setup lang="ts">
import { usePlan } from '~/composables/usePlan'
import { useQueryValue } from '~/composables/useQueryValue'
import { useBuild } from '~/stores/build'

const views = { picture: 'Picture', lights: 'Lights', controls: 'Controls', sheet: 'Field sheet' }
const build = useBuild()
const plan = usePlan()
const view = useQueryValue('view', ['picture', 'lights', 'controls', 'sheet'])
</script>

<template>
  <div class="stage-page">
    <div class="page-head">
      <h1>Flight</h1>
      <span class="quiet">What the pilot sees, what lights up and sounds, and which switch does it.</span>
    </div>
    <nav class="views no-print" aria-label="Views of the flight">
      <button v-for="(name, id) in views" :key="id" :class="{ here: view === id }" :aria-pressed="view === id" @click="view = id">
        {{ name }}
      </button>
    </nav>
    <p v-if="!plan.devices.length" class="pa-6">
      Nothing flies yet. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add devices in Fit-out</NuxtLink>.
    </p>
    <PictureView v-else-if="view === 'picture'" />
    <LightsView v-else-if="view === 'lights'" />
    <ControlsView v-else-if="view === 'controls'" />
    <FieldSheet v-else />
  </div>
</template>
