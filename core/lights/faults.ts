import { lightStates, type LightMeaning, type Lights, type ResolvedPlan } from '../plan'
import { stripsOf, type LaidStrip } from './place'
import { shareSeen, sides, type Side } from './shown'

/** States that come with others: where the one stands before them they are never shown. */
const covers: Partial<Record<keyof typeof lightStates, readonly (keyof typeof lightStates)[]>> = {
  always: Object.keys(lightStates) as (keyof typeof lightStates)[],
  armed: ['low-battery', 'throttle'],
}

/** A meaning that never comes, because another before it is always there then. */
export interface Covered {
  segment: string
  /** Places in the order of meanings, from 0. */
  at: number
  by: number
}

/** Meanings that are never shown. */
export function coveredMeanings({ segments }: Lights): Covered[] {
  return Object.entries(segments).flatMap(([segment, { meanings }]) =>
    meanings.flatMap(({ when }, at) => {
      const by = meanings.slice(0, at).findIndex((before) => before.when === when || covers[before.when]?.includes(when))
      return by < 0 ? [] : [{ segment, at, by }]
    }),
  )
}

/** The same meanings, each state once, so that none stands behind one that is always there with it. */
export function inShownOrder(meanings: readonly LightMeaning[]): LightMeaning[] {
  const ordered: LightMeaning[] = []
  for (const meaning of meanings) {
    if (ordered.some(({ when }) => when === meaning.when)) continue
    const before = ordered.findIndex(({ when }) => covers[when]?.includes(meaning.when))
    ordered.splice(before < 0 ? ordered.length : before, 0, meaning)
  }
  return ordered
}

/** Sides from which no light that tells something in flight is seen; none where nothing is laid out. */
export function darkSides(resolved: ResolvedPlan): Side[] {
  const { segments } = resolved.plan.lights
  const inFlight = Object.values(segments).filter(({ meanings }) =>
    meanings.some(({ when }) => when === 'armed' || when === 'always'),
  )
  if (!inFlight.length) return []
  const lit = stripsOf(resolved).flatMap(({ need, lights }: LaidStrip) =>
    lights.filter(({ number }) => inFlight.some((each) => each.need === need.key && number >= each.first && number <= each.last)),
  )
  return sides.filter((side) => !lit.some(({ facing }) => shareSeen(facing, side) > 0.2))
}
