const share = Number(process.env.YPODOMA_AMOUNT ?? 1)

/**
 * How many of what is drawn at random are looked at: so many in `npm test`, five times as many in `npm run thorough`.
 * Seeds are fixed, so the longer look begins with the same ones.
 */
export const amount = (count: number): number => Math.ceil(count * share)
