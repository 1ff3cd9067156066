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
  gap: 8px;
  height: 44px;
  padding: 0 12px;
  border-bottom: var(--edge);
}
</style>
