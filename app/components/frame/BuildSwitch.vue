<script setup lang="ts">
import { mdiChevronDown } from '@mdi/js'
import { callApi, type BuildPage, type BuildSummary } from '~/composables/useApi'
import { useBuild } from '~/stores/build'

const build = useBuild()
const others = shallowRef<BuildSummary[]>([])
const renaming = ref(false)
const name = ref('')

async function look() {
  others.value = (await callApi<BuildPage>('GET', '/api/builds?limit=100')).builds.filter((other) => !other.removed)
}

function startRename() {
  name.value = build.plan?.name ?? ''
  renaming.value = true
}

function rename() {
  renaming.value = false
  build.edit({ type: 'plan.rename', name: name.value })
}
</script>

<template>
  <v-menu @update:model-value="(open) => open && look()">
    <template #activator="{ props }">
      <v-btn
        v-bind="props"
        variant="text"
        size="default"
        :append-icon="mdiChevronDown"
        :aria-label="build.plan ? undefined : 'Other builds'"
        ><b data-testid="build-name">{{ build.plan?.name }}</b></v-btn
      >
    </template>
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
      <v-list-item title="Rename this build" @click="startRename" />
      <v-list-item title="All builds" to="/" />
    </v-list>
  </v-menu>
  <v-dialog v-model="renaming" width="380" aria-label="Rename the build">
    <v-card title="Rename the build">
      <v-card-text><v-text-field v-model="name" label="Name" autofocus @keydown.enter="rename" /></v-card-text>
      <v-card-actions
        ><v-btn @click="renaming = false">Cancel</v-btn><v-btn color="primary" @click="rename">Rename</v-btn></v-card-actions
      >
    </v-card>
  </v-dialog>
</template>
