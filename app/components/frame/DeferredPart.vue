<script lang="ts">
import { useAfterPaint } from '~/composables/useAfterPaint'

/** How high each part stood last. */
const heights = new Map<string, number>()
</script>

<script setup lang="ts">
/** What may come a moment later than the rest, so that this is there at once. */
const {
  part = undefined,
  height = 0,
  after = true,
  last = false,
} = defineProps<{
  /** Above something else: the room that it had last is kept free for it under this name. */
  part?: string
  /** Pixels kept free the first time. */
  height?: number
  /** It waits for this, too. */
  after?: boolean
  /** It comes behind what else is deferred. */
  last?: boolean
}>()
const due = useAfterPaint(last ? 2 : 1)
const shown = computed<boolean>((before) => before === true || (due.value && after))
/** What is in it is loaded, too. */
const there = ref(false)
const room = useTemplateRef<HTMLElement>('room')
onBeforeUnmount(() => {
  if (part && there.value && room.value) heights.set(part, room.value.offsetHeight)
})
</script>

<template>
  <div v-if="part" ref="room" :style="{ minHeight: there ? undefined : `${heights.get(part) ?? height}px` }">
    <Suspense v-if="shown" @resolve="there = true"><slot /></Suspense>
  </div>
  <slot v-else-if="shown" />
</template>
