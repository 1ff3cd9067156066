import { figures, type Figure } from '#core/plan'

/**
 * Reads figures as they are typed: one within its limits is taken, an emptied field gives none, anything
 * else is said at the field and not taken.
 */
export function useFigures<F extends string>(fields: Record<F, { figure: Figure; optional?: boolean; whole?: boolean }>) {
  const wrong = reactive<Record<string, string | undefined>>({})

  function read(field: F, event: Event): { value?: number } | undefined {
    const text = (event.target as HTMLInputElement).value.trim().replace(',', '.')
    const { figure, optional, whole } = fields[field]
    const { min, max, unit } = figures[figure]
    wrong[field] = undefined
    if (text === '' && optional) return {}
    const value = Number(text)
    if (text !== '' && value >= min && value <= max && (!whole || Number.isInteger(value))) return { value }
    wrong[field] = `${min} to ${max} ${unit}${whole ? ', whole' : ''}`
    return undefined
  }

  return { wrong, read }
}
