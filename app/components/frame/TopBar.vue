<script setup lang="ts">
import { mdiHistory, mdiImageMultipleOutline, mdiMagnify, mdiRedo, mdiUndo } from '@mdi/js'
import { useBuild } from '~/stores/build'
import { useSession } from '~/stores/session'

const emit = defineEmits<{ palette: []; versions: []; pictures: [] }>()
const build = useBuild()
const role = computed(() => useSession().session?.role)
const bar = useTemplateRef<{ switchTheme: () => void }>('bar')

const saved = computed(() => {
  const words = {
    saved: 'Saved',
    changed: 'Not saved yet',
    saving: 'Saving',
    conflict: 'Saved elsewhere first',
    failed: 'Not saved',
  }
  return words[build.saveState]
})

defineExpose({ switchTheme: () => bar.value?.switchTheme() })
</script>

<template>
  <HeadBar ref="bar">
    <NuxtLink to="/" no-prefetch class="home" aria-label="All builds"
      ><img src="/mark.svg" width="24" height="24" alt="" /><b>Ypodoma</b></NuxtLink
    >
    <BuildSwitch />
    <button
      class="state"
      :class="build.saveState"
      title="Versions of this build"
      :aria-label="`${saved}. Versions, ${build.version}`"
      @click="emit('versions')"
    >
      <span role="status">{{ saved }}</span> <span class="mono">v{{ build.version }}</span>
      <v-icon :icon="mdiHistory" size="15" aria-hidden="true" />
    </button>
    <span v-if="role && role !== 'editor'" class="quiet role"
      >as {{ role }}: {{ role === 'workshop' ? 'tick off' : 'look' }} only</span
    >
    <v-spacer />
    <v-btn
      class="act"
      :disabled="!build.undoLabel"
      :prepend-icon="mdiUndo"
      :title="`${build.undoLabel ?? 'Nothing to undo'} (Ctrl Z)`"
      @click="build.undo()"
    >
      <span class="word">Undo</span>
    </v-btn>
    <v-btn
      class="act"
      :disabled="!build.redoLabel"
      :prepend-icon="mdiRedo"
      :title="`${build.redoLabel ?? 'Nothing to do again'} (Ctrl Shift Z)`"
      @click="build.redo()"
    >
      <span class="word">Redo</span>
    </v-btn>
    <v-btn class="act pictures" :prepend-icon="mdiImageMultipleOutline" title="Pictures and pages" @click="emit('pictures')">
      <span class="word">Pictures</span>
    </v-btn>
    <v-btn class="act" :prepend-icon="mdiMagnify" title="Find and run anything (Ctrl K)" @click="emit('palette')"
      ><span class="word">Commands</span> <kbd class="mono ml-2 quiet" aria-hidden="true">Ctrl K</kbd></v-btn
    >
  </HeadBar>
</template>

<style scoped>
/* Where there is less room, the signs stand alone; their words are still read aloud. */
@media (width < 960px) {
  .act kbd,
  .role {
    display: none;
  }
}
@media (width < 640px) {
  .home b,
  .pictures,
  .state .mono {
    display: none;
  }
  .act {
    min-width: 34px;
    padding: 0 var(--space-2);
  }
  .act :deep(.v-btn__prepend) {
    margin: 0;
  }
  .act .word {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
.home {
  display: flex;
  align-items: center;
  gap: var(--space-4);
  color: inherit;
  text-decoration: none;
}
.state {
  display: inline-flex;
  gap: var(--space-3);
  align-items: center;
  padding: var(--space-1) var(--space-4);
  border: var(--edge);
  border-radius: 10px;
  font-size: var(--text-small);
}
.state.conflict,
.state.failed {
  color: rgb(var(--v-theme-error));
  border-color: currentColor;
}
</style>
