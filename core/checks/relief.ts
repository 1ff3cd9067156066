import { limitFor, stripsOf } from '../lights'
import { stripCurrent, type FittedSupply, type Place } from '../plan'
import type { Amps } from '../units'
import { nameOf, type CheckContext } from './context'
import type { Fix } from './finding'
import { feedFixes, suitingSources } from './reports'

/** What takes load off a source: a part on it made to draw less, or fed from elsewhere. @param over what is too much at peak */
export function reliefOf(context: CheckContext, from: Place, supply: FittedSupply, over: Amps): Fix[] {
  return [...lighter(context, supply, over), ...elsewhere(context, from, supply)]
}

function elsewhere(context: CheckContext, from: Place, supply: FittedSupply): Fix[] {
  const others = suitingSources(context, supply).filter(({ place }) => place !== from)
  return feedFixes(context, supply, others, ({ label }) => `Feed ${nameOf(supply.fitted)} from ${label}`)
}

/** Lights as they are laid out are dimmed; of other parts there may be a variant that takes less. */
function lighter(context: CheckContext, supply: FittedSupply, over: number): Fix[] {
  const { resolved } = context
  const laid = stripsOf(resolved).find(({ need }) => need.fitted.id === supply.fitted.id)
  const current = laid && stripCurrent(resolved.plan.lights, laid.need.key, laid.need.need)
  if (!laid || !current) return lighterVariants(context, supply)
  const limit = limitFor(laid, resolved.plan.lights, current.worst - over)
  return limit === undefined
    ? []
    : [
        {
          label: `${nameOf(supply.fitted)}: limit its brightness to ${Math.round(limit * 100)} %`,
          edit: { type: 'strip.set', need: laid.need.key, as: { ...laid.strip, limit } },
        },
      ]
}

function lighterVariants({ resolved }: CheckContext, { fitted, supply }: FittedSupply): Fix[] {
  const { variants = {} } = resolved.plan.definitions.devices[fitted.instance.definition] ?? {}
  return Object.entries(variants)
    .filter(([id, { differences }]) => {
      const supplies = differences.supplies as Record<string, { peak?: number }> | undefined
      return id !== fitted.instance.variant && (supplies?.[supply.id]?.peak ?? supply.peak) < supply.peak
    })
    .map(([id, { name }]) => ({
      label: `${nameOf(fitted)}: ${name}`,
      edit: { type: 'device.variant', device: fitted.id, variant: id },
    }))
}
