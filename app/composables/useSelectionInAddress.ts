import type { Subject } from '#core/plan'
import { useSelection } from '~/stores/selection'

/**
 * What is selected stands in the address: a link to it, a reload and the way back find it again.
 * While the address is being written it is not read: what is on its way there may be past already.
 */
export function useSelectionInAddress() {
  const route = useRoute()
  const router = useRouter()
  const selection = useSelection()
  let writing = false

  watch(
    () => route.query.sel,
    (told) => {
      if (!writing && typeof told === 'string' && /^\w+:.+/.test(told)) selection.selected = told as Subject
    },
    { immediate: true },
  )

  async function write() {
    if (writing) return
    writing = true
    let refused
    while (!refused && route.query.sel !== selection.selected) {
      const { sel: _, ...rest } = route.query
      const query = selection.selected ? { ...rest, sel: selection.selected } : rest
      refused = await router.replace({ query, hash: route.hash })
    }
    writing = false
  }
  // A step to another view leaves the query behind.
  watch(() => [selection.selected, route.path], write)
}
