<script setup lang="ts">
import { mdiThemeLightDark } from '@mdi/js'
import { useThemeSwitch } from '~/composables/useThemeSwitch'

const switchTheme = useThemeSwitch()
defineExpose({ switchTheme })
</script>

<template>
  <header class="bar no-print">
    <slot />
    <v-btn :icon="mdiThemeLightDark" aria-label="Light or dark" title="Light or dark" @click="switchTheme" />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: var(--space-4);
  height: 44px;
  padding: 0 var(--space-5);
  border-bottom: var(--edge);
}
@media (width < 640px) {
  .bar {
    gap: var(--space-2);
    padding: 0 var(--space-3);
  }
}
</style>
