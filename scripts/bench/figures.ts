/** Prints median, 95th percentile and highest of some milliseconds. */
export function row(label: string, milliseconds: number[]): void {
  const sorted = [...milliseconds].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
  const figures = [`median ${at(0.5).toFixed(1)}`, `p95 ${at(0.95).toFixed(1)}`, `max ${sorted.at(-1)!.toFixed(1)} ms`]
  process.stdout.write(`${label.padEnd(64)} ${figures.join('  ')}\n`)
}
