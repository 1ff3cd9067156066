<script setup lang="ts">
/** How much of the picture under a drawing shows. */
const shown = defineModel<number>({ required: true })
</script>

<template>
  <label class="slider"
    >Picture
    <input v-model.number="shown" type="range" min="0" max="100" step="5" aria-label="Picture" :aria-valuetext="`${shown} %`" />
  </label>
</template>

<style scoped>
.slider {
  display: flex;
  align-items: center;
  gap: var(--space-3);
  font-size: var(--text-small);
}
input {
  accent-color: rgb(var(--v-theme-primary));
}
</style>
