/** Whether the page is being printed: what is for paper alone need not be there before. */
export function usePrinting() {
  const media = window.matchMedia('print')
  const printing = ref(media.matches)
  const before = () => (printing.value = true)
  const after = () => (printing.value = false)
  const turn = () => (printing.value = media.matches)
  window.addEventListener('beforeprint', before)
  window.addEventListener('afterprint', after)
  media.addEventListener('change', turn)
  onScopeDispose(() => {
    window.removeEventListener('beforeprint', before)
    window.removeEventListener('afterprint', after)
    media.removeEventListener('change', turn)
  })
  return printing
}
