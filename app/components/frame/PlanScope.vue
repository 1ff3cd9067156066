<script setup lang="ts">
/** Gives a plan to what is within, which can rely on having one. */
import type { Plan } from '#core/plan'
import { providePlan } from '~/composables/usePlan'

const { plan } = defineProps<{ plan: Plan }>()
providePlan(computed(() => plan))
</script>

<template><slot /></template>
