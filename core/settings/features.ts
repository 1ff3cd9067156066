import type { BoardValue } from './step'

/** As much of a board as tells what its settings are about. */
export interface Places {
  ports: readonly { id: string; number: number }[]
  pads: readonly { id: string; pin?: string }[]
}

/** Features that types of receivers are, as exclusions name them. */
const receivers: Record<string, string> = { 'one pulse train': 'receiver-pulse', 'a pulse for each channel': 'parallel-receiver' }

/** Features of a board, as its exclusions name them, that are on while a setting has a value. */
export function featuresOfSetting({ ports, pads }: Places, key: string, value: BoardValue): string[] {
  const [kind = '', of = ''] = key.split('.')
  if (key === 'software-ports') return value === true ? ['software-serial'] : []
  if (key === 'receiver.type') return receivers[String(value)] ? [receivers[String(value)]!] : []
  if (kind === 'enabled') return value === true ? [key.slice('enabled.'.length)] : []
  if (kind === 'lights') {
    const pin = pads.find(({ id }) => id === of)?.pin
    return ['led-data', ...(pin === undefined ? [] : [`led-data:${pin}`])]
  }
  const port = kind === 'port' && key.endsWith('.function') ? ports.find(({ number }) => String(number) === of) : undefined
  return port ? [`port:${port.id}`] : []
}

/** The exclusion by which a setting cannot be as others are, if there is one. */
export function exclusionOf<E extends { features: readonly string[] }>(
  board: Places & { exclusions: readonly E[] },
  key: string,
  value: BoardValue,
  others: Readonly<Record<string, BoardValue>>,
): E | undefined {
  const own = featuresOfSetting(board, key, value)
  if (!own.length || !board.exclusions.length) return undefined
  const theirs = new Set(Object.entries(others).flatMap(([at, is]) => (at === key ? [] : featuresOfSetting(board, at, is))))
  return board.exclusions.find(({ features }) =>
    features.some((mine) => own.includes(mine) && features.some((other) => other !== mine && theirs.has(other))),
  )
}
