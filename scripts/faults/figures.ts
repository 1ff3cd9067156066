/** Prints one measure, and remembers whether it holds. */
export function tell(name: string, value: number | string, holds = true): void {
  process.stdout.write(`  ${holds ? ' ' : 'NOT HELD '}${name}: ${value}\n`)
  if (!holds) process.exitCode = 1
}

/** The value that a share of all are not above. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0
}

/** Memory of a process in megabytes: what is in use now, and the most that ever was. */
export async function memoryOf(pid: number): Promise<{ now: number; most: number }> {
  const { readFile } = await import('node:fs/promises')
  const text = await readFile(`/proc/${pid}/status`, 'utf8')
  const read = (name: string) => Number(new RegExp(`${name}:\\s+(\\d+)`).exec(text)?.[1] ?? 0) / 1024
  return { now: read('VmRSS'), most: read('VmHWM') }
}
