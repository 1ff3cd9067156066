/** False until what stands on the page first is painted; then true: what takes long comes with it. */
export function useAfterPaint(): Readonly<Ref<boolean>> {
  const due = ref(false)
  let frame = 0
  onMounted(() => (frame = requestAnimationFrame(() => setTimeout(() => (due.value = true)))))
  onBeforeUnmount(() => cancelAnimationFrame(frame))
  return due
}
