<script setup lang="ts">
/** The views of a stage, one of them open. */
import type { View } from '~/views'

defineProps<{ views: Record<string, View>; of: string }>()
const open = defineModel<string>({ required: true })
</script>

<template>
  <nav class="views no-print" :aria-label="`Views of the ${of}`">
    <button
      v-for="({ title }, id) in views"
      :key="id"
      :class="{ here: open === id }"
      :aria-pressed="open === id"
      @click="open = id"
    >
      {{ title }}
    </button>
  </nav>
</template>
