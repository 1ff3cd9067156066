import { unsureOfBoard, unsureOfDevice, type Board, type UnsureFigure } from '../../../catalogue'
import { boardId, idIn, referTo, type FittedDevice, type Place, type Subject } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

/** Figures that FIT-03 tells with what is drawn from them. */
const toldElsewhere = /^(rails\.[^.]+\.limit|outputs\.[^.]+\.limit|supplies\.[^.]+\.(typical|peak))$/

/** Ends of wires that are fitted: pads of the board, and terminals of a device. */
function wiredPoints({ wires }: CheckContext, device: string | undefined): Set<string> {
  const ends = wires.flatMap((wire) => (wire.omitted ? [] : [wire.from, wire.to]))
  return new Set(ends.flatMap((end) => (end.device === device ? [end.point] : [])))
}

/** Places that feed something, or that a need has. */
function servingPlaces({ power, placed }: CheckContext): Set<Place> {
  return new Set([
    ...power.nodes.flatMap(({ place, leaves }) => (leaves.length ? [place] : [])),
    ...placed.map(({ placement }) => placement.place),
  ])
}

/** What of the board a figure is about, where the plan uses it; nothing where it does not. */
function usedOfBoard(context: CheckContext, board: Board): (figure: UnsureFigure) => Subject[] {
  const wired = wiredPoints(context, undefined)
  const serving = servingPlaces(context)
  const pads = board.pads.filter(({ id }) => wired.has(id))
  const padsWhere = (is: (pad: Board['pads'][number]) => boolean) => pads.filter(is).map(({ id }) => referTo('pad', id))
  return ({ section, part }) => {
    if (section === 'pads') return padsWhere(({ id }) => id === part)
    if (section === 'pins') return padsWhere(({ pin }) => pin === part)
    if (section === 'connectors') return padsWhere(({ connector }) => connector === part)
    if (section === 'timers') {
      const pins = new Set(board.pins.flatMap(({ id, functions }) => (functions.some(({ of }) => of === part) ? [id] : [])))
      return padsWhere(({ pin }) => pin !== undefined && pins.has(pin))
    }
    // What a rail draws itself counts although it feeds nothing.
    if (section === 'rails') return [referTo('rail', part)]
    const kind = ({ ports: 'port', i2c: 'i2c', can: 'can' } as const)[section]
    if (kind) return [...serving].filter((place) => place === referTo(kind, part))
    return [referTo('device', boardId)]
  }
}

/** Whether the plan uses the part of a device that a figure is about. */
function isUsed(context: CheckContext, { id, device }: FittedDevice): (figure: UnsureFigure) => boolean {
  const wired = wiredPoints(context, id)
  const serving = servingPlaces(context)
  return ({ section, part }) => {
    if (section === 'terminals') return wired.has(part)
    if (section === 'connectors')
      return device.connectors.some((each) => each.id === part && each.pins.some((pin) => wired.has(pin)))
    if (section === 'outputs') return serving.has(referTo('output', `${id}/${part}`))
    return true
  }
}

const most = 5
/** What is not known, in words: `highest input of RX (5.5 is a guess)`. */
function wordsOf(figures: readonly UnsureFigure[], labelOf: (figure: UnsureFigure) => string): string {
  const each = figures.map((figure) => {
    const what = `${figure.words}${labelOf(figure)}`
    if (figure.from === 'missing') return what
    return `${what} (${figure.value} ${figure.from === 'guess' ? 'is a guess' : 'only stands for it'})`
  })
  return each.length > most ? `${each.slice(0, most - 1).join(', ')} and ${each.length - most + 1} more` : each.join(', ')
}

/** Those that are missing are less than those that somebody put a figure for: the checks pass over them and no answer is built on them. */
function* reports(
  figures: readonly UnsureFigure[],
  owner: string,
  labelOf: (figure: UnsureFigure) => string,
  subjectsOf: (figures: readonly UnsureFigure[]) => Subject[],
): Iterable<Report> {
  for (const isMissing of [false, true]) {
    const these = figures.filter(({ from }) => (from === 'missing') === isMissing)
    if (!these.length) continue
    yield {
      severity: isMissing ? 'note' : 'weigh',
      subjects: subjectsOf(these),
      fact: `not known of ${owner}: ${wordsOf(these, labelOf)}${isMissing ? ': what hangs on it is not checked' : ''}`,
    }
  }
}

const labelled = (parts: readonly { id: string; label?: string }[] | undefined, id: string) =>
  parts ? ` of ${parts.find((part) => part.id === id)?.label ?? id}` : ''

function* check(context: CheckContext): Iterable<Report> {
  const { board, devices } = context.resolved
  const used = usedOfBoard(context, board)
  const ofBoard = unsureOfBoard(board).filter((figure) => !toldElsewhere.test(figure.place) && used(figure).length > 0)
  const partsIn = (whole: object, section: string) => {
    const parts = (whole as Record<string, unknown>)[section]
    return Array.isArray(parts) ? (parts as { id: string; label?: string }[]) : undefined
  }
  yield* reports(
    ofBoard,
    board.name,
    (figure) => {
      if (figure.section !== 'pins') return labelled(partsIn(board, figure.section), figure.part)
      const pads = used(figure).map((subject) => board.pads.find(({ id }) => id === idIn('pad', subject))!.label)
      return ` of ${pads.join(', ')}`
    },
    (figures) => [...new Set(figures.flatMap(used))],
  )
  for (const fitted of devices) {
    const isOfUse = isUsed(context, fitted)
    const figures = unsureOfDevice(fitted.device).filter((figure) => !toldElsewhere.test(figure.place) && isOfUse(figure))
    yield* reports(
      figures,
      nameOf(fitted),
      (figure) => labelled(partsIn(fitted.device, figure.section), figure.part),
      () => [referTo('device', fitted.id)],
    )
  }
}

export const unknownFigure: Rule = {
  meta: {
    id: 'FIT-04',
    family: 'fit',
    severity: 'note',
    title: 'Figures that the checks need are told',
    why: 'Where a level, a range or a mass is not known, nobody has looked whether it fits. Measure it, ask its maker, or leave it and know that you did.',
    reads: ['board', 'device currents', 'supplies', 'wires', 'pads'],
  },
  check,
}
