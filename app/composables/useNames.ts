import { placeLabel, resolvePlan, splitKey, type Place } from '#core/plan'
import { useBuild } from '~/stores/build'

/** Names of things in the open plan, as the user knows them. */
export function useNames() {
  const build = useBuild()
  const device = (id: string) => build.plan?.devices.find((fitted) => fitted.id === id)?.name ?? id
  const need = (key: string) => {
    const found = build.plan && resolvePlan(build.plan).need(key)
    return found ? found.need.label : splitKey(key)[1]
  }
  const place = (text: Place | undefined) => (text && build.plan ? placeLabel(text, build.plan) : 'no place')
  return { device, need, place, needOfDevice: (key: string) => `${device(splitKey(key)[0])}: ${need(key)}` }
}
