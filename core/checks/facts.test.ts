import { expect, it } from 'vitest'
import { allocated, demo, type DemoName } from '../../tests/helpers/plans'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { everything } from '../memo'
import { facts } from './facts'
import { rules } from './rules'
import { checkAgain } from './run'

const builds: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']

it('each rule reads of plans what its reference says that it reads', () => {
  const read = new Map(rules.map((rule) => [rule, new Set<PropertyKey>()]))
  const drawn = Array.from({ length: 40 }, (_, seed) => drawnPlan(seed + 1, 4 + (seed % 9)))
  for (const plan of [...builds.flatMap((build) => [allocated(build), demo(build)]), ...drawn]) {
    for (const [rule, { reads }] of checkAgain(plan).checked.said) for (const key of reads) read.get(rule)!.add(key)
  }
  const untrue: string[] = []
  for (const [{ meta }, keys] of read)
    for (const fact of meta.reads) {
      const reaches = facts[fact].some((part) => [...keys].some((key) => String(key).split('.')[0] === part))
      if (!reaches && !keys.has(everything)) untrue.push(`${meta.id}: ${fact} (${[...keys].map(String).join(', ')})`)
    }
  expect(untrue).toEqual([])
})
