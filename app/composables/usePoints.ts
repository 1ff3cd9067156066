import { padNames } from '#core/catalogue'
import { padPoint, terminalPoint, type WirePoint } from '#core/plan'
import { useResolved } from './usePlan'

/** A point that a wire can end at, as it is chosen from a list. */
export interface PointChoice {
  value: WirePoint
  title: string
  /** What it is: of a pad or a terminal; a joint is anything. */
  nature: string
}

/** Every point a wire can end at: pads of the board, terminals of parts, joints. */
export function usePoints() {
  const resolved = useResolved()
  return computed((): PointChoice[] => {
    const { board, parts, plan } = resolved.value
    const pads = board.pads.map((pad) => ({
      value: padPoint(pad.id),
      title: `board ${padNames(resolved.value.board).get(pad.id)}`,
      nature: pad.kind as string,
    }))
    const terminals = parts.flatMap(({ id, instance, device }) =>
      device.terminals.map((terminal) => ({
        value: terminalPoint(id, terminal.id),
        title: plan.joints[id] ? instance.name : `${instance.name} ${terminal.label}`,
        nature: plan.joints[id] ? 'joint' : terminal.role,
      })),
    )
    return [...pads, ...terminals]
  })
}
