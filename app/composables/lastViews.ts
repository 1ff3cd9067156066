/** What stands in the address and belongs to a view; the rest is of the moment. */
const ofView = ['view', 'table']

type Route = ReturnType<typeof useRoute>
type Query = Route['query']

const keptOf = (query: Query): Query =>
  Object.fromEntries(ofView.flatMap((name) => (query[name] ? [[name, query[name]] as const] : [])))

/** The view that each stage of a build was last seen in, so that going back to the stage leads there. */
export function lastViews(route: Route) {
  const kept = useState<Record<string, Query>>('last-views', () => ({}))
  watch(
    () => [route.path, ...ofView.map((name) => route.query[name])],
    () => (kept.value = { ...kept.value, [route.path]: keptOf(route.query) }),
    { immediate: true },
  )
  return (path: string): Query => kept.value[path] ?? {}
}
