import { batteryId, boardId, placeLabel, resolvePlan, splitKey, type Place } from '#core/plan'
import { useBuild } from '~/stores/build'

/** Names of things in the open plan, as the user knows them. */
export function useNames() {
  const build = useBuild()
  const device = (id: string) => {
    if (id === batteryId) return 'Battery'
    if (id === boardId && build.plan) return build.plan.definitions.boards[build.plan.board.definition]?.name ?? id
    return build.plan?.devices.find((fitted) => fitted.id === id)?.name ?? build.plan?.joints[id]?.name ?? id
  }
  const need = (key: string) => {
    const resolved = build.plan && resolvePlan(build.plan)
    const found = resolved?.need(key)
    if (found) return found.need.label
    const [owner, id] = splitKey(key)
    return owner === boardId ? `${resolved?.board.rails.find((rail) => rail.id === id)?.label ?? id} input` : id
  }
  const place = (text: Place | undefined) => (text && build.plan ? placeLabel(text, build.plan) : 'no place')
  return { device, need, place, needOfDevice: (key: string) => `${device(splitKey(key)[0])}: ${need(key)}` }
}
