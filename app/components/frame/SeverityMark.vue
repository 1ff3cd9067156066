<script setup lang="ts">
import type { Severity } from '#core/checks'
import { severityLook } from '~/composables/severityLook'

const {
  severity,
  count = undefined,
  silent = false,
} = defineProps<{
  severity: Severity
  count?: number
  /** Its word stands beside it. */
  silent?: boolean
}>()
const look = computed(() => severityLook[severity])
</script>

<template>
  <span class="mark" :style="{ color: `rgb(var(--v-theme-${look.colour}))` }" :title="`${look.word}: ${look.meaning}`">
    <v-icon :icon="look.icon" size="16" aria-hidden="true" /><b v-if="count !== undefined" class="mono">{{ count }}</b
    ><span v-if="!silent" class="d-sr-only">{{ look.word }}</span>
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
