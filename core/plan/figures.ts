/** Least and most of figures that are typed in, and what they are in; fields and the reader of plans hold to the same. */
export const figures = {
  capacity: { min: 1, max: 100_000, unit: 'mAh' },
  rating: { min: 1, max: 500, unit: 'C' },
  mass: { min: 1, max: 50_000, unit: 'g' },
  motor: { min: 0, max: 500, unit: 'A' },
  size: { min: 50, max: 5000, unit: 'mm' },
  massLimit: { min: 1, max: 200_000, unit: 'g' },
  gauge: { min: 4, max: 40, unit: 'AWG' },
  length: { min: 1, max: 5000, unit: 'mm' },
  height: { min: -2000, max: 2000, unit: 'mm' },
  loop: { min: 50, max: 32_000, unit: 'a second' },
  every: { min: 1, max: 64, unit: 'loops' },
  record: { min: 6, max: 1024, unit: 'bytes' },
  rpm: { min: 1, max: 100_000, unit: 'rpm' },
  blades: { min: 1, max: 12, unit: 'blades' },
  pulse: { min: 500, max: 2500, unit: 'µs' },
  travel: { min: -1000, max: 1000, unit: '' },
  columns: { min: 10, max: 120, unit: 'columns' },
  rows: { min: 4, max: 60, unit: 'rows' },
  channel: { min: 1, max: 32, unit: '' },
  light: { min: 1, max: 1000, unit: '' },
  curve: { min: 0, max: 100, unit: '%' },
  scale: { min: 0.0001, max: 1_000_000, unit: '' },
} as const
export type Figure = keyof typeof figures

/** What a figure may be, in words. */
export function limitsOf(figure: Figure, whole = false): string {
  const { min, max, unit } = figures[figure]
  return `${min} to ${max}${unit && ` ${unit}`}${whole ? ', whole' : ''}`
}

/**
 * A figure as it was typed, with a comma or a point.
 * @returns the figure, nothing of an empty text, or why it cannot be taken
 */
export function readFigure(text: string, figure: Figure, whole = false): { value?: number; wrong?: string } {
  const typed = text.trim().replace(',', '.')
  if (typed === '') return {}
  const { min, max } = figures[figure]
  const value = Number(typed)
  const fits = value >= min && value <= max && (!whole || Number.isInteger(value))
  return fits ? { value } : { wrong: limitsOf(figure, whole) }
}
