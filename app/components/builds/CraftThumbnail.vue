<script setup lang="ts">
import type { CraftPicture } from '#core/engine'

const { picture } = defineProps<{ picture: CraftPicture }>()
/** Room for the propellers around the airframe. */
const half = computed(() => picture.size * 0.72)
</script>

<template>
  <svg :viewBox="`${-half} ${-half} ${2 * half} ${2 * half}`" width="56" height="56" aria-hidden="true" class="craft">
    <circle v-for="([x, y], at) in picture.motors" :key="`m${at}`" :cx="x" :cy="y" :r="picture.size * 0.19" class="sweep" />
    <polyline v-for="(line, at) in picture.lines" :key="`l${at}`" :points="line.join(' ')" class="frame" />
    <rect
      v-for="([x, y, width, height], at) in picture.parts"
      :key="`p${at}`"
      :x="x"
      :y="y"
      :width="width"
      :height="height"
      class="part"
    />
  </svg>
</template>

<style scoped>
.craft {
  display: block;
  flex: none;
}
.craft > * {
  vector-effect: non-scaling-stroke;
  fill: none;
  stroke: currentColor;
}
.frame {
  stroke-width: 1.6;
  opacity: 0.75;
}
.sweep {
  opacity: 0.3;
}
.part {
  fill: rgb(var(--v-theme-surface)) !important;
  stroke: rgb(var(--v-theme-primary)) !important;
}
</style>
