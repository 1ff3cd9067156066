<script setup lang="ts">
/** Gives the analysis to what is within, which can rely on having one. */
import type { Analysis } from '#core/engine'
import { provideAnalysis } from '~/composables/usePlan'

const { analysis } = defineProps<{ analysis: Analysis }>()
provideAnalysis(computed(() => analysis))
</script>

<template><slot /></template>
