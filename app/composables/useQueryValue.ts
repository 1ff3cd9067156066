/**
 * A value that stands in the address, so that a reload, the way back and a link find it again.
 * @param allowed values that there are; any other in the address counts as the first of them
 */
export function useQueryValue<T extends string>(
  name: string,
  allowed: readonly [T, ...T[]] | (() => readonly T[]),
  how: 'push' | 'replace' = 'push',
) {
  const route = useRoute()
  const router = useRouter()
  const values = () => (typeof allowed === 'function' ? allowed() : allowed)
  return computed<T>({
    get: () => values().find((value) => value === route.query[name]) ?? values()[0]!,
    set: (value) => {
      const { [name]: _, ...rest } = route.query
      void router[how]({ query: value === values()[0] ? rest : { ...rest, [name]: value }, hash: route.hash })
    },
  })
}
