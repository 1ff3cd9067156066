import type { Ref } from 'vue'

/**
 * Keeps a value in the address, so that a link to it, a reload and the way back find it again; none and '' stand nowhere.
 * While the address is being written it is not read: what is on its way there may be past already.
 * @param may whether a value that stands in the address can be taken from there
 */
export function keepInAddress(name: string, value: Ref<string | null | undefined>, may: (told: string) => boolean = () => true) {
  const route = useRoute()
  const router = useRouter()
  let writing = false

  watch(
    () => route.query[name],
    (told) => {
      if (!writing && typeof told === 'string' && may(told)) value.value = told
    },
    { immediate: true },
  )

  async function write() {
    if (writing) return
    writing = true
    let refused
    while (!refused && (route.query[name] ?? '') !== (value.value ?? '')) {
      const { [name]: _, ...rest } = route.query
      const query = value.value ? { ...rest, [name]: value.value } : rest
      refused = await router.replace({ query, hash: route.hash })
    }
    writing = false
  }
  // A step to another view leaves the query behind.
  watch(() => [value.value, route.path], write)
}
