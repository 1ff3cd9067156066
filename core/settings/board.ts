import { needKind } from '../catalogue'
import { serialLinks, type SerialLink } from '../links'
import { idIn, referTo, type ResolvedPlan, type Subject } from '../plan'
import { featureWords, freedPins, outputMapping, placedNeeds, type Placed } from '../suitability'
import { formatBaud } from '../units'
import type { Ordered } from './order'

/** One thing to be set on the board or in a device. */
export interface SetupStep extends Ordered {
  /** `board`, or the device. */
  where: string
  what: string
  value: string
  /** By what means. */
  way: string
  /** Why it is so, or comes where it does. */
  why: string
  about: Subject[]
  /** What it sets on the board, by the keys of the board link; nothing in devices. */
  sets: Record<string, BoardValue>
}

/** A value of a board's setting. */
export type BoardValue = string | number | boolean

const softPorts = 'feature:software-ports'
const featureStep = (name: string) => `feature:${name.replace(/[^a-zA-Z0-9]+/g, '-')}`
const portStep = (need: string) => `link:${need}`
const freeStep = (pin: string) => `free:${pin}`

/** The board's own end of a link in one line: what the port does, how fast, and what is unusual about it. */
export function boardEnd({ board, function: does, placement, need }: SerialLink, resolved: ResolvedPlan): string {
  const protocol = resolved.protocols[board.protocol]
  const [what, spoken] = [does ?? protocol?.function ?? board.protocol, protocol?.name ?? board.protocol]
  const plainly = (text: string) => text.toLowerCase().replace(/[^a-z0-9]/g, '')
  return [
    what,
    // Often the function is called as the protocol is.
    ...(plainly(what).includes(plainly(spoken)) ? [] : [spoken]),
    formatBaud(board.baud),
    board.format,
    ...(board.inverted ? ['inverted'] : []),
    ...(board.halfDuplex ? ['on one wire'] : []),
    ...(placement.during ? [`while ${placement.during}`] : []),
    ...(need.need.lines === 'both' ? [] : [need.need.lines === 'to-device' ? 'TX alone' : 'RX alone']),
  ].join(', ')
}

/** How a port is named, with the number by which the firmware knows it where that is another. */
export function portWords({ port }: SerialLink): string {
  return port.label.endsWith(String(port.number)) ? port.label : `${port.label} (number ${port.number} in the firmware)`
}

const ownerKey = (pin: string) => `pin.${pin}.owner`
const claimOf = ({ need, key }: Placed['need']) => needKind(need).pad?.feature ?? key

/** Keys of a port's end of a link: of its whole, of one of its lines, or of one state of flight. */
function portValues({ port, board, placement, need, function: does }: SerialLink): Record<string, BoardValue> {
  const line = { both: '', 'to-device': '.tx', 'from-device': '.rx' }[need.need.lines]
  const at = `port.${port.number}${placement.during ? `.${placement.during}` : ''}${line}`
  return {
    [`${at}.function`]: does ?? board.protocol,
    [`${at}.rate`]: board.baud,
    [`${at}.inverted`]: board.inverted,
    [`${at}.halfDuplex`]: board.halfDuplex,
  }
}

/** Everything to be set on the board, each with what comes before it. */
export function boardSteps(resolved: ResolvedPlan): SetupStep[] {
  const links = serialLinks(resolved)
  const way = 'with the board’s own tool'
  const step = (parts: Omit<SetupStep, 'where' | 'way'>): SetupStep => ({ where: 'board', way, ...parts })
  const frees = placedNeeds(resolved).flatMap((placed) => freedPins(resolved, placed).map((free) => ({ ...free, placed })))
  const freesOf = (need: string) =>
    frees.filter((free) => free.placed.need.key === need).map(({ pin }) => ({ id: freeStep(pin), restart: true }))
  const padWords = (pin: string) =>
    resolved
      .padsOfPin(pin)
      .map(({ label }) => label)
      .join(', ') || pin

  const freeing = frees.map(({ pin, holder, placed: { need } }) =>
    step({
      id: freeStep(pin),
      what: `Pad ${padWords(pin)}`,
      value: `free it from ${featureWords(resolved.board, holder)}`,
      why: `${need.fitted.instance.name} takes it; until it is free and saved nothing else can claim it`,
      after: [],
      about: [referTo('need', need.key), ...resolved.padsOfPin(pin).map(({ id }) => referTo('pad', id))],
      sets: { [ownerKey(pin)]: 'none' },
    }),
  )
  const claims = frees
    .filter(({ placed: { need } }) => !links.some((link) => link.need.key === need.key))
    .map(({ pin, placed: { need } }) =>
      step({
        id: `claim:${pin}`,
        what: `Pad ${padWords(pin)}`,
        value: `give it to ${need.need.label} of ${need.fitted.instance.name}`,
        why: 'claimed once it is free',
        after: [{ id: freeStep(pin), restart: true }],
        about: [referTo('need', need.key)],
        sets: { [ownerKey(pin)]: claimOf(need) },
      }),
    )
  const soft = links.filter(({ port }) => port.kind === 'software')
  const enabling = soft.length
    ? [
        step({
          id: softPorts,
          what: 'Software ports',
          value: 'on',
          why: 'they appear only after a restart; what is set for them before is dropped',
          after: soft.flatMap(({ need }) => freesOf(need.key)),
          about: soft.map(({ port }) => referTo('port', port.id)),
          sets: { 'software-ports': true },
        }),
      ]
    : []
  const wanted = new Map(
    links.flatMap(({ feature, need }) => (feature ? [[feature.name, { on: feature.on, need }] as const] : [])),
  )
  const features = [...wanted].map(([name, { on, need }]) =>
    step({
      id: featureStep(name),
      what: `Feature “${name}” of the whole board`,
      value: on ? 'on' : 'off',
      why: `${need.fitted.instance.name} wants it besides the function of its port`,
      after: [],
      about: [referTo('need', need.key)],
      sets: { [`feature.${name}`]: on },
    }),
  )
  const ports = links.map((link) =>
    step({
      id: portStep(link.need.key),
      what: portWords(link),
      value: boardEnd(link, resolved),
      why: `${link.need.fitted.instance.name}: ${link.need.need.label}`,
      after: [
        ...(link.port.kind === 'software' ? [{ id: softPorts, restart: true }] : []),
        ...(link.feature ? [{ id: featureStep(link.feature.name), restart: false }] : []),
        ...freesOf(link.need.key),
      ],
      about: [referTo('need', link.need.key), referTo('port', link.port.id)],
      sets: {
        ...portValues(link),
        ...Object.fromEntries(
          frees
            .filter(({ placed: { need } }) => need.key === link.need.key)
            .map(({ pin }) => [ownerKey(pin), referTo('port', link.port.id)]),
        ),
      },
    }),
  )
  const mapping = outputMapping(resolved).map(({ need, motor, output, name }) =>
    step({
      id: `output:${need.key}`,
      what: output === undefined ? name : `Output ${output} (${name})`,
      value: `motor ${motor}`,
      why: 'the firmware would take it for another motor',
      after: [],
      about: [referTo('need', need.key)],
      sets: output === undefined ? {} : { [`output.${output}.motor`]: motor },
    }),
  )
  return [...freeing, ...claims, ...enabling, ...features, ...ports, ...pulseRates(resolved).map(step), ...mapping]
}

/** Rates of the timers whose outputs are used, where needs ask for one. */
function pulseRates(resolved: ResolvedPlan): Omit<SetupStep, 'where' | 'way'>[] {
  const rates = new Map<string, { rate: number; needs: Placed['need'][] }>()
  for (const { need, placement } of placedNeeds(resolved)) {
    const pad = idIn('pad', placement.place)
    if (need.need.kind !== 'pulse' || need.need.protocol !== 'pwm' || pad === undefined) continue
    const pin = resolved.pin(resolved.pad(pad)?.pin ?? '')
    const timer = placement.timer ?? pin?.functions.find(({ as }) => as === 'pulse')?.of
    if (timer === undefined) continue
    const known = rates.get(timer) ?? { rate: placement.rate ?? need.need.rate.default, needs: [] }
    rates.set(timer, { ...known, needs: [...known.needs, need] })
  }
  return [...rates].map(([timer, { rate, needs }]) => ({
    id: `timer:${timer}`,
    what: `Outputs of ${resolved.board.timers.find(({ id }) => id === timer)?.label ?? timer}`,
    value: `${rate} Hz`,
    why: needs.map(({ fitted, need }) => `${fitted.instance.name}: ${need.label}`).join('; '),
    after: [],
    about: needs.map(({ key }) => referTo('need', key)),
    sets: { [`timer.${timer}.rate`]: rate },
  }))
}

export const stepOfLink = portStep
