/** Bytes of a mebibyte. */
export const mebibyte = 1024 * 1024

/**
 * How much a file or a memory holds, in words: "12 kB", "8 MiB", "7.5 MiB".
 * @param bytes 0 or more
 */
export function sizeText(bytes: number): string {
  if (bytes < 1_000_000) return `${Math.ceil(bytes / 1000)} kB`
  const whole = bytes / mebibyte
  return `${Number.isInteger(whole) ? whole : whole.toFixed(1)} MiB`
}
