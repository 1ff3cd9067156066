import { recordsThatFit } from '../../../links'
import { placeReports } from '../../reports'
import type { Rule } from '../../context'
import type { Fix } from '../../finding'

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
      return fewer ? [{ label: `Record one of ${fewer.every} loops`, edit: { type: 'log.set', log: fewer } }] : []
    }),
}
