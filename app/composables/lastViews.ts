import type { LocationQuery, RouteLocationNormalizedLoaded } from 'vue-router'

/** What stands in the address and belongs to a view; the rest is of the moment. */
const ofView = ['view', 'table']

const keptOf = (query: LocationQuery) => Object.fromEntries(ofView.flatMap((name) => (query[name] ? [[name, query[name]]] : [])))

/** The view that each stage of a build was last seen in, so that going back to the stage leads there. */
export function lastViews(route: RouteLocationNormalizedLoaded) {
  const kept = useState<Record<string, LocationQuery>>('last-views', () => ({}))
  watch(
    () => [route.path, ...ofView.map((name) => route.query[name])],
    () => (kept.value = { ...kept.value, [route.path]: keptOf(route.query) }),
    { immediate: true },
  )
  return (path: string): LocationQuery => kept.value[path] ?? {}
}
