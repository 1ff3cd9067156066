/** Two frequencies are one band when they differ by less than this share of the higher. */
const bandShare = 0.04

/** Whether two radios work on one band. */
export function sameBand(one: { megahertz: number }, other: { megahertz: number }): boolean {
  return Math.abs(one.megahertz - other.megahertz) / Math.max(one.megahertz, other.megahertz) < bandShare
}
