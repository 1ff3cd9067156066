import { isUnsure, originAt, type Origin } from '../../../catalogue'
import { boardId, partsOf, referTo, splitKey, type Place, type Subject } from '../../../plan'
import { formatAmps } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

/** Board pads that a wire ends at, each once. */
function wiredPads({ wires }: CheckContext): string[] {
  const ends = wires.flatMap((wire) => (wire.omitted ? [] : [wire.from, wire.to]))
  return [...new Set(ends.flatMap(({ device, point }) => (device === undefined ? [point] : [])))]
}

/** Where the limit of a rail, or of a part's output, is from. */
function originOfLimit({ board, device }: CheckContext['resolved'], place: Place): Origin | undefined {
  const { kind, id } = partsOf(place)
  if (kind === 'rail') return originAt(board, `rails.${id}.limit`)
  const [owner, output] = splitKey(id)
  const fitted = kind === 'output' ? device(owner) : undefined
  return fitted && originAt(fitted.device, `outputs.${output}.limit`)
}

/** What a figure is that nobody knows. */
const standing = (origin: Origin | undefined) => (origin?.from === 'unknown' ? 'only stands for it' : 'is a guess')
const standingOfAll = (origin: Origin | undefined) => (origin?.from === 'unknown' ? 'only stand for it' : 'are guesses')

/** Limits that are a guess, of what something is drawn from. */
function* guessedLimits({ resolved, sources, power }: CheckContext): Iterable<Report> {
  for (const source of sources) {
    const node = power.nodes.find(({ place }) => place === source.place)
    if (!node?.leaves.length) continue
    const origin = originOfLimit(resolved, source.place)
    if (!isUnsure(origin)) continue
    yield {
      severity: 'weigh',
      subjects: [source.place],
      fact: `not known: how much ${source.label} gives. ${formatAmps(source.limit)} ${standing(origin)}; ${formatAmps(node.typical)} is drawn from it typically, ${formatAmps(node.peak)} at peak`,
    }
  }
}

/** Currents of parts that are a guess. */
function* guessedDraws({ resolved }: CheckContext): Iterable<Report> {
  for (const { fitted, supply } of resolved.supplies) {
    if (fitted.id === boardId) continue
    const originOf = (field: 'typical' | 'peak') => originAt(fitted.device, `supplies.${supply.id}.${field}`)
    const guessed = (['typical', 'peak'] as const).filter((field) => isUnsure(originOf(field)))
    if (!guessed.length) continue
    const told = guessed.map((field) => ({
      amps: `${formatAmps(supply[field])} ${field === 'typical' ? 'typically' : 'at peak'}`,
      standing: standing(originOf(field)),
    }))
    const isAlike = told.every((each) => each.standing === told[0]!.standing)
    const words =
      isAlike && told.length > 1
        ? `${told.map(({ amps }) => amps).join(' and ')} ${standingOfAll(originOf(guessed[0]!))}`
        : told.map((each) => `${each.amps} ${each.standing}`).join(', ')
    yield {
      severity: 'weigh',
      subjects: [referTo('device', fitted.id)],
      fact: `not known: how much ${nameOf(fitted)} draws. ${words}`,
    }
  }
}

/** Pads in use whose function is only what their label seems to say. */
function* proposedPads(context: CheckContext): Iterable<Report> {
  const { board } = context.resolved
  const pads = wiredPads(context).flatMap((id) =>
    originAt(board, `pads.${id}`)?.from === 'proposed' ? board.pads.filter((pad) => pad.id === id) : [],
  )
  if (!pads.length) return
  const labels = [...new Set(pads.map(({ label }) => label))]
  const shown = labels.length > 6 ? `${labels.slice(0, 5).join(', ')} and ${labels.length - 5} more` : labels.join(', ')
  yield {
    severity: 'note',
    subjects: pads.map(({ id }): Subject => referTo('pad', id)),
    fact: `wires end at ${shown}: what ${labels.length === 1 ? 'that is' : 'those are'} is read from the ${labels.length === 1 ? 'label' : 'labels'}, and not accepted yet`,
  }
}

/** Outputs in use of which nobody knows whether they share a timer. */
function* guessedTimers(context: CheckContext): Iterable<Report> {
  const { board } = context.resolved
  const wired = new Set(wiredPads(context))
  for (const timer of board.timers) {
    if (!isUnsure(originAt(board, `timers.${timer.id}`))) continue
    const pads = board.pads.filter(({ id, pin }) => {
      const functions = board.pins.find((each) => each.id === pin)?.functions ?? []
      return wired.has(id) && functions.some(({ as, of }) => as === 'pulse' && of === timer.id)
    })
    if (pads.length < 2) continue
    yield {
      severity: 'note',
      subjects: pads.map(({ id }): Subject => referTo('pad', id)),
      fact: `not known: which of ${pads.map(({ label }) => label).join(', ')} share a timer. They are taken to share one, and to run at one rate`,
    }
  }
}

function* check(context: CheckContext): Iterable<Report> {
  yield* guessedLimits(context)
  yield* guessedDraws(context)
  yield* proposedPads(context)
  yield* guessedTimers(context)
}

export const uncertain: Rule = {
  meta: {
    id: 'FIT-03',
    family: 'fit',
    severity: 'weigh',
    title: 'What the plan stands on is known',
    why: 'A figure that nobody looked up may be wrong by a factor; what is worked out from it is no better. Measure it, or look it up, and write down where it is from.',
    reads: ['board', 'device currents', 'supplies', 'wires', 'pads'],
  },
  check,
}
