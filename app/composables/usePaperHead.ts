/** Text as a string of a stylesheet. */
const quoted = (text: string) =>
  `"${text.replace(/[^\p{L}\p{N}\p{P}\p{S}\p{Zs}]/gu, ' ').replace(/[\\"<]/g, (sign) => `\\${sign.codePointAt(0)!.toString(16)} `)}"`

/**
 * What stands in the margins of each sheet when the page is printed: what it is of, and the number of the sheet.
 * @param words from left to right: what it is, its version, the day
 */
export function usePaperHead(words: () => string[]) {
  const rules = () => {
    const [first = 'Ypodoma', ...rest] = words()
    return `@media print { @page {
      @top-left { content: ${quoted(first)}; font: bold 9pt 'Atkinson Hyperlegible', sans-serif }
      @top-right { content: ${quoted(rest.join(' · '))}; font: 8pt 'Atkinson Hyperlegible', sans-serif }
      @bottom-right { content: counter(page) " of " counter(pages); font: 8pt 'Atkinson Hyperlegible', sans-serif }
    } }`
  }
  useHead({ style: [{ key: 'paper-head', innerHTML: rules }] })
}

/** Today, as it stands on papers. */
export const today = () => new Date().toISOString().slice(0, 10)
