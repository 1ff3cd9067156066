import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ power, sources }: CheckContext): Iterable<Report> {
  for (const leaf of power.leaves) {
    const { supply, fitted } = leaf.supply
    const node = power.nodes.find(({ place }) => place === leaf.source)!
    if (!supply.filtered || node.filtered) continue
    const better = sources.filter(
      ({ filtered, min, max, owner }) => filtered && owner !== fitted.id && min >= supply.min && max <= supply.max,
    )
    yield {
      subjects: [...aboutSupply(leaf.supply), node.place],
      fact: `${nameOf(fitted)} is fed from ${node.label}, which is not filtered`,
      fixes: better.map((source) => ({
        label: `Feed ${nameOf(fitted)} from ${source.label}`,
        edit: { type: 'supply.choose', supply: leaf.supply.key, source: source.place },
      })),
    }
  }
}

export const unfilteredVideo: Rule = {
  meta: {
    id: 'PWR-10',
    family: 'power',
    severity: 'weigh',
    title: 'Video parts on a filtered rail',
    why: 'Motor noise on the supply of camera, overlay or transmitter shows as stripes in the picture.',
    reads: ['supplies', 'rails'],
  },
  check,
}
