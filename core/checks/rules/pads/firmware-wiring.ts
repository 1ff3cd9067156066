import { resolveBoard } from '../../../catalogue'
import { idIn, placeLabel } from '../../../plan'
import { aboutPlaced, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ placed, resolved }: CheckContext): Iterable<Report> {
  const { plan } = resolved
  const definition = plan.definitions.boards[plan.board.definition]!
  const onPads = placed.flatMap((here) => {
    const pin = resolved.pin(resolved.pad(idIn('pad', here.placement.place) ?? '')?.pin ?? '')
    return pin ? [{ here, pin }] : []
  })
  if (!onPads.length) return
  for (const version of Object.keys(definition.firmwares).filter((other) => other !== plan.board.firmware)) {
    const board = resolveBoard(definition, plan.board.revision, version)
    for (const { here, pin } of onPads) {
      const serving = (functions: typeof pin.functions | undefined) => functions?.find(({ as }) => as === here.need.need.kind)
      const [now, later] = [serving(pin.functions), serving(board.pins.find(({ id }) => id === pin.id)?.functions)]
      if (JSON.stringify(now) === JSON.stringify(later)) continue
      const how = later ? 'works otherwise' : 'cannot be'
      yield {
        subjects: aboutPlaced(here),
        fact: `${needName(here.need)} on ${placeLabel(here.placement.place, plan)} ${how} under board firmware ${definition.firmwares[version]!.name}; this plan is for ${definition.firmwares[plan.board.firmware]!.name}`,
      }
    }
  }
}

export const firmwareWiring: Rule = {
  meta: {
    id: 'PAD-11',
    family: 'pads',
    severity: 'note',
    title: 'Wiring that depends on the board’s firmware version',
    why: 'A newer board firmware may want the same device on another pad. Whoever updates a finished craft finds the device dead without having touched a wire.',
    reads: ['board firmware versions', 'assignment'],
  },
  check,
}
