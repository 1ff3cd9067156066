<script setup lang="ts">
/** What a watcher sees of the lights in the dark, from one side: their left is left. */
import { seenFrom, type LitLight, type Side } from '#core/lights'

const { lights, side, reach } = defineProps<{
  lights: LitLight[]
  side: Side
  /** Millimetres to either side that are shown. */
  reach: number
}>()
const names: Record<Side, string> = { 0: 'from the front', 90: 'from its right', 180: 'from behind', 270: 'from its left' }
const seen = computed(() => seenFrom(lights, side))
const words = computed(() => {
  const count = new Map<string, number>()
  for (const { colour } of seen.value) count.set(colour, (count.get(colour) ?? 0) + 1)
  return seen.value.length ? [...count].map(([colour, of]) => `${of} × ${colour}`).join(', ') : 'nothing is seen'
})
</script>

<template>
  <figure>
    <svg
      :viewBox="`${-reach} ${-reach * 0.22} ${2 * reach} ${reach * 0.44}`"
      role="img"
      :aria-label="`Seen ${names[side]}, ${side}°: ${words}`"
    >
      <template v-for="light in seen" :key="light.number">
        <circle :cx="light.across" cy="0" :r="reach * 0.09" :fill="light.colour" :opacity="0.28 * light.share" />
        <circle :cx="light.across" cy="0" :r="reach * 0.026" :fill="light.colour" :opacity="0.3 + 0.7 * light.share" />
      </template>
    </svg>
    <figcaption>{{ names[side] }}, {{ side }}°<span v-if="!seen.length">: nothing is seen</span></figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  font-size: var(--text-fine);
}
svg {
  display: block;
  width: 100%;
  background: #05070a;
  border-radius: 3px;
}
</style>
