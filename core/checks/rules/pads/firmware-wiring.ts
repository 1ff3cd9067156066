import { resolveBoard } from '../../../catalogue'
import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { padUses } from '../../places'

function* check(context: CheckContext): Iterable<Report> {
  const { plan } = context.resolved
  const definition = plan.definitions.boards[plan.board.definition]!
  const others = Object.keys(definition.firmwares).filter((version) => version !== plan.board.firmware)
  for (const version of others) {
    const board = resolveBoard(definition, plan.board.revision, version)
    for (const { need, pad, pin } of padUses(context)) {
      const then = board.pins.find(({ id }) => id === pin.id)
      const now = pin.functions.find(({ as }) => as === need.need.kind)
      const later = then?.functions.find(({ as }) => as === need.need.kind)
      if (JSON.stringify(now) === JSON.stringify(later)) continue
      const how = later ? 'works otherwise' : 'cannot be'
      yield {
        subjects: [...aboutNeed(need), `pad:${pad.id}`],
        fact: `${needName(need)} on pad ${pad.label} ${how} under board firmware ${definition.firmwares[version]!.name}; this plan is for ${definition.firmwares[plan.board.firmware]!.name}`,
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
