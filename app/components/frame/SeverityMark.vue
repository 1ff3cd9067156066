<script setup lang="ts">
import type { Severity } from '#core/checks'
import { severityLook } from '~/composables/severityLook'

const { severity, count = undefined } = defineProps<{ severity: Severity; count?: number }>()
const look = computed(() => severityLook[severity])
</script>

<template>
  <span class="mark" :style="{ color: `rgb(var(--v-theme-${look.colour}))` }" :title="`${look.word}: ${look.meaning}`">
    <v-icon :icon="look.icon" size="16" :aria-label="look.word" role="img" /><b v-if="count !== undefined" class="mono">{{
      count
    }}</b>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: var(--space-1);
  font-size: var(--text-small);
}
</style>
