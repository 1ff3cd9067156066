import type { Amps } from './quantity'

/** Milliamperes that are but the rounding of floating-point sums. */
const noise = 1e-6

/** A load in whole milliamperes, rounded up: what it counts as wherever currents are weighed. */
export const milliampsTaken = (load: Amps): number => Math.ceil(load * 1000 - noise)

/** What a limit allows in whole milliamperes, rounded down. */
export const milliampsGiven = (limit: Amps): number => Math.floor(limit * 1000 + noise)

/** Whether a load keeps within a limit: the one comparison of currents, in whole milliamperes. */
export const fits = (load: Amps, limit: Amps): boolean => milliampsTaken(load) <= milliampsGiven(limit)
