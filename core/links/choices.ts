import type { LinkSettings, LinkSide, ResolvedPlan } from '../plan'
import { formatBaud, formatShare } from '../units'
import { achievableBaud, baudError, baudTolerance } from './format'
import { agreedValues, type SerialLink } from './values'

/** A value that an end of a link may be set to. */
type Choice = { [K in keyof Required<LinkSettings>]: { key: K; value: Required<LinkSettings>[K] } }[keyof LinkSettings]

/** What the board, its firmware or the port shuts out, with its reason; nothing for what can be. */
function shutAtBoard({ board, protocols }: ResolvedPlan, { port, board: end }: SerialLink, choice: Choice): string | undefined {
  switch (choice.key) {
    case 'protocol':
      return board.protocols && !board.protocols.includes(choice.value)
        ? `${board.name} does not speak ${protocols[choice.value]?.name ?? choice.value} under firmware ${board.firmware}`
        : undefined
    case 'baud': {
      if (choice.value > port.maxBaud) return `${port.label} reaches ${formatBaud(port.maxBaud)}`
      if (choice.value < port.minBaud) return `${port.label} starts at ${formatBaud(port.minBaud)}`
      const error = baudError(port, choice.value)
      return Math.abs(error) >= baudTolerance(end.format, port.oversampling)
        ? `${port.label} makes ${formatBaud(Math.round(achievableBaud(port, choice.value)))} of it, ${formatShare(error)} off`
        : undefined
    }
    case 'inverted': {
      const inverters = [port.tx, port.rx].flatMap((line) => (line ? [line.inverter] : []))
      if (choice.value && inverters.every((inverter) => inverter === 'none')) return `${port.label} has no inverter`
      return !choice.value && inverters.length && inverters.every((inverter) => inverter === 'fixed')
        ? `${port.label} is always inverted`
        : undefined
    }
    case 'halfDuplex':
      return choice.value && !port.halfDuplex ? `${port.label} cannot talk both ways on one wire` : undefined
    case 'format':
      return undefined
  }
}

/** What the device in its variant does not have. */
function shutAtDevice(resolved: ResolvedPlan, { need, device }: SerialLink, { key, value }: Choice): string | undefined {
  const { options } = need.need
  const { name } = need.fitted.instance
  if (key === 'protocol') return options.some(({ protocol }) => protocol === value) ? undefined : `${name} does not speak it`
  const spoken = options.filter(({ protocol }) => protocol === device.protocol)
  // Of a protocol that it does not speak there is nothing to be said.
  if (!spoken.length) return undefined
  if (key === 'baud') {
    const rates = [...new Set(spoken.flatMap(({ bauds }) => bauds))]
    return rates.includes(value) ? undefined : `${name} has ${rates.map((rate) => formatBaud(rate)).join(', ')}`
  }
  const has = spoken.map((option) => agreedValues(resolved, option, option.default)[key])
  return has.includes(value) ? undefined : `${name} is fixed in this`
}

/** Why a value cannot be at an end of a link, in words; nothing where it can. */
export function shutChoice(resolved: ResolvedPlan, link: SerialLink, end: LinkSide, choice: Choice): string | undefined {
  return end === 'board' ? shutAtBoard(resolved, link, choice) : shutAtDevice(resolved, link, choice)
}
