const share = Number(process.env.YPODOMA_AMOUNT ?? 1)
const shift = Number(process.env.YPODOMA_SEED ?? 0)

/** How many of what is drawn at random are looked at: so many in `npm test`, ten times as many in `npm run thorough`. */
export const amount = (count: number): number => Math.ceil(count * share)

/** The seed of a draw: the same each time in `npm test`, another one in each run of `npm run thorough`. */
export const seedOf = (seed: number): number => (seed ^ shift) | 0

/** Says how much was looked at, in runs that look at more than usual. */
export const tellAmount = (what: string): void => {
  if (share > 1) console.log(what)
}
