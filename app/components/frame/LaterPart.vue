<script setup lang="ts">
/** What may come a moment later than the rest: below what is looked at first, so that this is there at once. */
const shown = ref(false)
let frame = 0
onMounted(() => (frame = requestAnimationFrame(() => setTimeout(() => (shown.value = true)))))
onBeforeUnmount(() => cancelAnimationFrame(frame))
</script>

<template>
  <slot v-if="shown" />
</template>
