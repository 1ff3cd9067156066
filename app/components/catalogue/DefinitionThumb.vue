<script setup lang="ts">
/** A small picture of a definition: the one that is kept with it, else its outline with its pads, or the sign of its kind. */
import type { BoardDefinition, DeviceDefinition } from '#core/catalogue'
import { pictureAddress } from '~/pictures/address'

const { definition } = defineProps<{ definition: BoardDefinition | DeviceDefinition }>()
const picture = computed(() => Object.values(definition.attached ?? {}).find((part) => part.picture)?.picture)
/** This server may not have it: definitions come in without their pictures. */
const lacking = ref(false)
watch(picture, () => (lacking.value = false))
</script>

<template>
  <img
    v-if="picture && !lacking"
    :src="pictureAddress(picture)"
    alt=""
    width="36"
    height="30"
    loading="lazy"
    class="thumb"
    @error="lacking = true"
  />
  <svg
    v-else-if="definition.kind === 'board'"
    :viewBox="`-1 -1 ${definition.outline.width + 2} ${definition.outline.height + 2}`"
    width="36"
    height="30"
    class="thumb"
    aria-hidden="true"
  >
    <rect :width="definition.outline.width" :height="definition.outline.height" :rx="definition.outline.radius" />
    <template v-for="(pad, id) in definition.pads" :key="id">
      <circle v-if="pad.side === 'top'" :cx="pad.x" :cy="pad.y" r="0.9" />
    </template>
  </svg>
  <span v-else class="thumb sign"><ClassPicture :kind="definition.class" /></span>
</template>

<style scoped>
.thumb {
  display: block;
  width: 36px;
  height: 30px;
  object-fit: contain;
}
.sign {
  display: grid;
  place-items: center;
}
svg rect {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: currentcolor;
  stroke-width: 0.8;
}
svg circle {
  fill: rgb(var(--v-theme-primary));
}
</style>
