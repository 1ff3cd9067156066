import type { Ref } from 'vue'

/** The size in pixels of what is drawn, followed as it changes; as given until it is drawn. */
export function useSizeOf(element: Ref<Element | null>, size = ref({ width: 0, height: 0 })) {
  const watching = new ResizeObserver(([entry]) => {
    const { width, height } = entry!.contentRect
    if (width) size.value = { width, height }
  })
  onMounted(() => watching.observe(element.value!))
  onBeforeUnmount(() => watching.disconnect())
  return size
}
