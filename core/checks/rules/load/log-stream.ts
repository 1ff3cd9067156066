import { resolveDevice } from '../../../catalogue'
import { recordsThatFit } from '../../../links'
import type { FittedNeed } from '../../../plan'
import type { Baud } from '../../../units'
import { placeReports, rateFixes } from '../../reports'
import { nameOf, type CheckContext, type Rule } from '../../context'
import type { Fix } from '../../finding'

/** Variants of the part whose log can be faster. */
function fasterVariants({ resolved }: CheckContext, { fitted, need }: FittedNeed, baud: Baud): Fix[] {
  const definition = resolved.plan.definitions.devices[fitted.instance.definition]
  return Object.entries(definition?.variants ?? {}).flatMap(([id, { name }]): Fix[] => {
    if (!definition || id === fitted.instance.variant) return []
    const other = resolveDevice(definition, id).needs.find((each) => each.id === need.id)
    const rates = other?.kind === 'serial' ? other.options.flatMap(({ bauds }) => bauds) : []
    return rates.some((rate) => rate > baud)
      ? [{ label: `${nameOf(fitted)}: ${name}`, edit: { type: 'device.variant', device: fitted.id, variant: id } }]
      : []
  })
}

export const logStream: Rule = {
  meta: {
    id: 'LOD-02',
    family: 'load',
    severity: 'weigh',
    title: 'A flight log within what its link carries',
    why: 'Records that do not fit are lost, the dense ones of hard manoeuvres first: the log has gaps where it is looked at.',
    reads: ['flight log', 'messages', 'link settings', 'port'],
  },
  check: (context) =>
    placeReports(context, 'LOD-02', ({ need }): Fix[] => {
      const link = context.links.find((each) => each.need.key === need.key)
      const fewer = link && recordsThatFit(link, context.resolved.plan.log)
      // What loses nothing comes first: a faster line, then firmware that has one, then fewer records.
      return [
        ...rateFixes(context, need.key, (baud) => baud > (link?.board.baud ?? 0)),
        ...(link ? fasterVariants(context, need, link.board.baud) : []),
        ...(fewer ? [{ label: `Record one of ${fewer.every} loops`, edit: { type: 'log.set', log: fewer } } as Fix] : []),
      ]
    }),
}
