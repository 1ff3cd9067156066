import type { MaybeRefOrGetter, Ref } from 'vue'

/** Whether something was opened yet: what is loaded only then stays from there on, so that it can close as it came. */
export function useWanted(open: MaybeRefOrGetter<unknown>): Readonly<Ref<boolean>> {
  const wanted = ref(Boolean(toValue(open)))
  watch(
    () => Boolean(toValue(open)),
    (now) => (wanted.value ||= now),
    { flush: 'sync' },
  )
  return wanted
}
