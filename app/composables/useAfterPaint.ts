/**
 * False until what stands on the page first is painted; then true: what takes long comes with it.
 * @param paints after so many of them; what is wanted last waits for the second
 */
export function useAfterPaint(paints = 1): Readonly<Ref<boolean>> {
  const due = ref(false)
  let frame = 0
  const wait = (left: number) => {
    frame = requestAnimationFrame(() => setTimeout(() => (left > 1 ? wait(left - 1) : (due.value = true))))
  }
  onMounted(() => wait(paints))
  onBeforeUnmount(() => cancelAnimationFrame(frame))
  return due
}
