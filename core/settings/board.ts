import { needKind } from '../catalogue'
import { serialLinks, type SerialLink } from '../links'
import { boardId, idIn, referTo, scales, writtenScale, type ResolvedPlan, type Scale } from '../plan'
import { featureWords, freedPins, outputMapping, placedNeeds, type PlacedNeed } from '../suitability'
import { figure, formatBaud } from '../units'
import { flightSteps } from './flight-steps'
import { backupStep, stepOfLink, type BoardValue, type SetupStep } from './step'

/** A step on the board, short of what all of them share. */
type BoardStep = Omit<SetupStep, 'where' | 'way'>

const softPorts = 'feature:software-ports'
const receiverStep = 'receiver:type'
const featureStep = (name: string) => `feature:${name.replace(/[^a-zA-Z0-9]+/g, '-')}`
const freeStep = (pin: string) => `free:${pin}`
const ownerKey = (pin: string) => `pin.${pin}.owner`
const claimOf = ({ need, key }: PlacedNeed['need']) => needKind(need).pad?.feature ?? key

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

/** A pin that one feature has to let go of before a need can have it. */
interface Freed {
  pin: string
  holder: string
  placed: PlacedNeed
}

/** What the steps of a board are made from. */
class BoardSteps {
  private readonly links: SerialLink[]
  private readonly placed: PlacedNeed[]
  private readonly freed: Freed[]

  constructor(private readonly resolved: ResolvedPlan) {
    this.links = serialLinks(resolved)
    this.placed = placedNeeds(resolved)
    this.freed = this.placed.flatMap((placed) => freedPins(resolved, placed).map((free) => ({ ...free, placed })))
  }

  all(): SetupStep[] {
    const steps = [
      ...this.freeing(),
      ...this.claiming(),
      ...this.softwarePorts(),
      ...this.receiver(),
      ...this.features(),
      ...this.ports(),
      ...this.pulseRates(),
      ...this.motors(),
      ...this.scales(),
      ...flightSteps(this.resolved),
    ].map((step) => ({ ...step, after: [{ id: backupStep, restart: false }, ...step.after] }))
    return (steps.length ? [this.backup(), ...steps] : []).map((step): SetupStep => ({
      where: boardId,
      way: 'with the board’s own tool',
      ...step,
    }))
  }

  private backup(): BoardStep {
    return {
      id: backupStep,
      what: 'All settings as they are',
      value: 'saved to a file',
      why: 'what the board had can be put back',
      after: [],
      about: [],
      sets: {},
    }
  }

  /** Frees of the pins that a need takes, to come a restart before it. */
  private freesOf(need: string): SetupStep['after'] {
    return this.freed.filter(({ placed }) => placed.need.key === need).map(({ pin }) => ({ id: freeStep(pin), restart: true }))
  }

  private padWords(pin: string): string {
    const labels = this.resolved.padsOfPin(pin).map(({ label }) => label)
    return `Pad ${labels.join(', ') || pin}`
  }

  private freeing(): BoardStep[] {
    return this.freed.map(({ pin, holder, placed: { need } }) => ({
      id: freeStep(pin),
      what: this.padWords(pin),
      value: `free it from ${featureWords(this.resolved.board, holder)}`,
      why: `${need.fitted.instance.name} takes it; until it is free and saved nothing else can claim it`,
      after: [],
      about: [referTo('need', need.key), ...this.resolved.padsOfPin(pin).map(({ id }) => referTo('pad', id))],
      sets: { [ownerKey(pin)]: 'none' },
      risk: `${featureWords(this.resolved.board, holder)} loses its pad`,
    }))
  }

  private claiming(): BoardStep[] {
    const byPort = new Set(this.links.map((link) => link.need.key))
    return this.freed
      .filter(({ placed }) => !byPort.has(placed.need.key))
      .map(({ pin, placed: { need } }) => ({
        id: `claim:${pin}`,
        what: this.padWords(pin),
        value: `give it to ${need.need.label} of ${need.fitted.instance.name}`,
        why: 'claimed once it is free',
        after: [{ id: freeStep(pin), restart: true }],
        about: [referTo('need', need.key)],
        sets: { [ownerKey(pin)]: claimOf(need) },
      }))
  }

  private softwarePorts(): BoardStep[] {
    const soft = this.links.filter(({ port }) => port.kind === 'software')
    if (!soft.length) return []
    return [
      {
        id: softPorts,
        what: 'Software ports',
        value: 'on',
        why: 'they appear only after a restart; what is set for them before is dropped',
        after: soft.flatMap(({ need }) => this.freesOf(need.key)),
        about: soft.map(({ port }) => referTo('port', port.id)),
        sets: { 'software-ports': true },
        risk: 'pads of the board change what they do',
      },
    ]
  }

  /** By what way the control values come in: it decides what the receiver's pads do. */
  private receiver(): BoardStep[] {
    const found = this.placed.flatMap(({ need }) => {
      const type = receiverType(need)
      return type === undefined ? [] : [{ need, type }]
    })
    const [first] = found
    if (!first) return []
    return [
      {
        id: receiverStep,
        what: 'Receiver type',
        value: first.type,
        why: `${first.need.fitted.instance.name}: ${first.need.need.label}; another type claims other pads`,
        after: [],
        about: [referTo('need', first.need.key)],
        sets: { 'receiver.type': first.type },
      },
    ]
  }

  private features(): BoardStep[] {
    const wanted = new Map(this.links.flatMap(({ feature, need }) => (feature ? [[feature.name, { on: feature.on, need }]] : [])))
    return [...wanted].map(([name, { on, need }]) => ({
      id: featureStep(name),
      what: `Feature “${name}” of the whole board`,
      value: on ? 'on' : 'off',
      why: `${need.fitted.instance.name} wants it besides the function of its port`,
      after: [],
      about: [referTo('need', need.key)],
      sets: { [`enabled.${name}`]: on },
    }))
  }

  private ports(): BoardStep[] {
    return this.links.map((link) => {
      const { key, fitted, need } = link.need
      const claims = this.freed.filter(({ placed }) => placed.need.key === key)
      return {
        id: stepOfLink(key),
        what: portWords(link),
        value: boardEnd(link, this.resolved),
        why: `${fitted.instance.name}: ${need.label}`,
        after: [
          ...(link.port.kind === 'software' ? [{ id: softPorts, restart: true }] : []),
          ...(link.feature ? [{ id: featureStep(link.feature.name), restart: false }] : []),
          ...(receiverType(link.need) === undefined ? [] : [{ id: receiverStep, restart: false }]),
          ...this.freesOf(key),
        ],
        about: [referTo('need', key), referTo('port', link.port.id)],
        sets: {
          ...portValues(link),
          ...Object.fromEntries(claims.map(({ pin }) => [ownerKey(pin), referTo('port', link.port.id)])),
        },
      }
    })
  }

  private motors(): BoardStep[] {
    return outputMapping(this.resolved).map(({ need, motor, output, name }) => ({
      id: `output:${need.key}`,
      what: output === undefined ? name : `Output ${output} (${name})`,
      value: `motor ${motor}`,
      why: 'the firmware would take it for another motor',
      after: [],
      about: [referTo('need', need.key)],
      sets: output === undefined ? {} : { [`output.${output}.motor`]: motor },
    }))
  }

  /** Rates of the timers whose outputs are used, where needs ask for one. */
  private pulseRates(): BoardStep[] {
    const { board } = this.resolved
    const rates = new Map<string, { rate: number; needs: PlacedNeed['need'][] }>()
    for (const { need, placement } of this.placed) {
      const pad = idIn('pad', placement.place)
      if (need.need.kind !== 'pulse' || need.need.protocol !== 'pwm' || pad === undefined) continue
      const pin = this.resolved.pin(this.resolved.pad(pad)?.pin ?? '')
      const timer = placement.timer ?? pin?.functions.find(({ as }) => as === 'pulse')?.of
      if (timer === undefined) continue
      const known = rates.get(timer) ?? { rate: placement.rate ?? need.need.rate.default, needs: [] }
      rates.set(timer, { ...known, needs: [...known.needs, need] })
    }
    return [...rates].map(([timer, { rate, needs }]) => ({
      id: `timer:${timer}`,
      what: `Outputs of ${board.timers.find(({ id }) => id === timer)?.label ?? timer}`,
      value: figure(rate, 'Hz'),
      why: needs.map(({ fitted, need }) => `${fitted.instance.name}: ${need.label}`).join('; '),
      after: [],
      about: needs.map(({ key }) => referTo('need', key)),
      sets: { [`timer.${timer}.rate`]: rate },
    }))
  }

  private scales(): BoardStep[] {
    return Object.entries(this.resolved.plan.scales).map(([of, value]) => ({
      id: `scale:${of}`,
      what: `${scales[of as Scale]}, scale`,
      value: String(writtenScale(value)),
      why: 'as calibrated by a measurement',
      after: [],
      about: [],
      sets: { [`scale.${of}`]: writtenScale(value) },
    }))
  }
}

/** The type of receiver that a need makes of its board; nothing of other needs. */
function receiverType({ need, fitted }: PlacedNeed['need']): string | undefined {
  if (need.kind === 'receiver-pulse') return 'one pulse train'
  if (need.kind === 'receiver-parallel') return 'a pulse for each channel'
  return need.kind === 'serial' && fitted.device.class === 'receiver' && need.lines !== 'to-device' ? 'serial' : undefined
}

/** Everything to be set on the board, each with what comes before it. */
export const boardSteps = (resolved: ResolvedPlan): SetupStep[] => new BoardSteps(resolved).all()
