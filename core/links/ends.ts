import type { SerialNeed, SerialPort } from '../catalogue'
import type { FittedNeed, LinkSettings, Placement, ResolvedPlan } from '../plan'

/** All values of one end of a serial link. */
export type LinkEnd = Required<LinkSettings>

/** A serial link with the values set at both of its ends. */
export interface SerialLink {
  need: FittedNeed & { need: SerialNeed }
  port: SerialPort
  placement: Placement
  board: LinkEnd
  device: LinkEnd
}

/** The serial links of a plan as assigned, with what is set by hand at either end laid over. */
export function serialLinks(resolved: ResolvedPlan): SerialLink[] {
  const { plan } = resolved
  return resolved.needs.flatMap((fitted): SerialLink[] => {
    const { need } = fitted
    const placement = plan.assignment[fitted.key]
    if (need.kind !== 'serial' || !placement?.place.startsWith('port:')) return []
    const port = resolved.port(placement.place.slice('port:'.length))
    if (!port) return []
    const agreed = agreedValues(resolved, need, placement)
    return [
      {
        need: { ...fitted, need },
        port,
        placement,
        board: { ...agreed, ...plan.portSettings[port.id] },
        device: { ...agreed, ...plan.deviceSettings[fitted.key] },
      },
    ]
  })
}

function agreedValues(resolved: ResolvedPlan, need: SerialNeed, placement: Placement): LinkEnd {
  const option = need.options.find((one) => one.protocol === placement.protocol) ?? need.options[0]!
  const protocol = resolved.protocols[option.protocol]
  return {
    protocol: option.protocol,
    baud: placement.baud ?? option.default,
    frame: option.frame ?? protocol?.frame ?? '8N1',
    inverted: option.inverted ?? protocol?.inverted ?? false,
    halfDuplex: option.halfDuplex ?? protocol?.halfDuplex ?? false,
    feature: true,
  }
}
