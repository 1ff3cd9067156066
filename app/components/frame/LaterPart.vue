<script lang="ts">
/** How high each part stood last. */
const heights = new Map<string, number>()
</script>

<script setup lang="ts">
/** What may come a moment later than the rest, so that this is there at once. */
const { part = undefined, height = 0 } = defineProps<{
  /** Above something else: the room that it had last is kept free for it under this name. */
  part?: string
  /** Pixels kept free the first time. */
  height?: number
}>()
const shown = ref(false)
const room = useTemplateRef<HTMLElement>('room')
let frame = 0
onMounted(() => (frame = requestAnimationFrame(() => setTimeout(() => (shown.value = true)))))
onBeforeUnmount(() => {
  cancelAnimationFrame(frame)
  if (part && shown.value && room.value) heights.set(part, room.value.offsetHeight)
})
</script>

<template>
  <div v-if="part" ref="room" :style="{ minHeight: shown ? undefined : `${heights.get(part) ?? height}px` }">
    <slot v-if="shown" />
  </div>
  <slot v-else-if="shown" />
</template>
