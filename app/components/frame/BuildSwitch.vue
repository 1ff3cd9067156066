<script setup lang="ts">
import { mdiChevronDown } from '@mdi/js'
import { useWanted } from '~/composables/useWanted'
import { useBuild } from '~/stores/build'

const build = useBuild()
const renaming = ref(false)
const renamingWanted = useWanted(renaming)
</script>

<template>
  <v-menu>
    <template #activator="{ props }">
      <v-btn
        v-bind="props"
        variant="text"
        size="default"
        class="switch"
        :append-icon="mdiChevronDown"
        :aria-label="build.plan ? undefined : 'Other builds'"
        ><b data-testid="build-name">{{ build.plan?.name }}</b></v-btn
      >
    </template>
    <LazyBuildList @rename="renaming = true" />
  </v-menu>
  <LazyRenameDialog v-if="renamingWanted" v-model="renaming" />
</template>

<style scoped>
.switch {
  min-width: 0;
  flex-shrink: 1;
}
.switch :deep(.v-btn__content) {
  min-width: 0;
  overflow: hidden;
}
.switch b {
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
