import { defineStore } from 'pinia'
import { partsOf, referTo, splitKey, type Subject } from '#core/plan'
import { useBuild } from './build'

/** What is selected, and all that belongs to it on any view. */
export const useSelection = defineStore('selection', () => {
  const build = useBuild()
  const selected = ref<Subject>()

  const lit = computed<Set<string>>(() => {
    const chosen = selected.value
    const { plan, analysis } = build
    if (!chosen || !plan || !analysis) return new Set()
    const found = new Set<string>([chosen])
    const placeOf = (need: string) => plan.assignment[need]?.place
    const takeNeed = (need: string) => {
      found.add(referTo('need', need))
      const place = placeOf(need)
      if (place) found.add(place)
    }
    const { kind, id } = partsOf(chosen)
    const needs = Object.keys(plan.assignment)
    if (kind === 'device') needs.filter((need) => splitKey(need)[0] === id).forEach(takeNeed)
    else if (kind === 'need') takeNeed(id)
    else
      needs
        .filter((need) => placeOf(need) === chosen)
        .forEach((need) => {
          takeNeed(need)
          found.add(`device:${splitKey(need)[0]}`)
        })
    if (kind === 'need') found.add(`device:${splitKey(id)[0]}`)
    for (const wire of analysis.wires) {
      const ends = [`device:${wire.from.device}`, wire.to.device ? `device:${wire.to.device}` : `pad:${wire.to.point}`]
      const mine =
        chosen === `wire:${wire.id}` ||
        (kind === 'device' && ends.includes(chosen)) ||
        (kind === 'pad' && ends.includes(chosen)) ||
        (kind === 'rail' && wire.source === chosen) ||
        ((kind === 'need' || kind === 'port') && wire.need !== undefined && found.has(`need:${wire.need}`))
      if (!mine) continue
      found.add(`wire:${wire.id}`)
      if (!wire.to.device) found.add(`pad:${wire.to.point}`)
      if (kind === 'wire' || kind === 'pad' || kind === 'rail') ends.forEach((end) => found.add(end))
      if (kind === 'wire' && wire.need) takeNeed(wire.need)
    }
    return found
  })

  function select(what: Subject | undefined) {
    selected.value = selected.value === what ? undefined : what
  }

  return { selected, lit, select, clear: () => (selected.value = undefined) }
})
