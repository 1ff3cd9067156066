<script setup lang="ts">
/** The small picture of a kind of device. */
import { classPictures, deviceClasses, pictureSize, type DeviceClass } from '#core/catalogue'

const { kind } = defineProps<{ kind: DeviceClass }>()
</script>

<template>
  <svg :viewBox="`0 0 ${pictureSize} ${pictureSize}`" width="18" height="18" class="picture" aria-hidden="true">
    <title>{{ deviceClasses[kind] }}</title>
    <path :d="classPictures[kind]" />
  </svg>
</template>

<style scoped>
.picture {
  flex: none;
  vertical-align: -4px;
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.2;
  stroke-linejoin: round;
  stroke-linecap: round;
}
</style>
