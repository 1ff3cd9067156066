/** Whether a text has all the words that are looked for; any text where none are. */
export function hasWords(text: string, wanted: string | null): boolean {
  const words = (wanted ?? '').toLowerCase().split(/\s+/)
  return words.every((word) => text.toLowerCase().includes(word))
}
