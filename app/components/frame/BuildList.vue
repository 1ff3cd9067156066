<script setup lang="ts">
/** The other builds, and what can be done with this one. */
import type { BuildSummary } from '#contract'
import { callApi } from '~/composables/useApi'
import { useBuild } from '~/stores/build'

const emit = defineEmits<{ rename: [] }>()
const build = useBuild()
const others = shallowRef<BuildSummary[]>([])

onMounted(async () => {
  others.value = (await callApi('GET /api/builds', { query: { limit: 100 } })).builds.filter((other) => !other.removed)
})
</script>

<template>
  <v-list density="compact">
    <v-list-item
      v-for="other in others"
      :key="other.id"
      :to="`/builds/${other.id}`"
      :active="other.id === build.id"
      :title="other.name"
      :subtitle="other.brief?.board"
    />
    <v-divider />
    <v-list-item title="Rename this build" @click="emit('rename')" />
    <v-list-item title="All builds" to="/" />
  </v-list>
</template>
