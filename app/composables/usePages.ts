/** A long list of numbered things, newest first, fetched a page at a time. */
export function usePages<T extends { number: number }>(fetchPage: (below?: number) => Promise<T[]>, size: number) {
  const items = shallowRef<T[]>([])
  const more = ref(false)

  async function add(below?: number) {
    const page = await fetchPage(below)
    items.value = below === undefined ? page : [...items.value, ...page]
    more.value = page.length === size
  }

  return { items, more, start: () => add(), next: () => add(items.value.at(-1)?.number) }
}
