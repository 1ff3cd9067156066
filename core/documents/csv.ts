import Papa from 'papaparse'
import { thinSpace } from '../units'

/** What a spreadsheet takes for a formula, also after blanks and in a cell of several lines. */
const formula = /^\s*[=+\-@＝＋－＠]|^[\t\r\n]/

/** Digits that stand in groups are one number to who reads a file: 115200. */
const betweenDigits = new RegExp(`(?<=\\d)${thinSpace}(?=\\d)`, 'g')
const plainDigits = (cell: string | number) => (typeof cell === 'string' ? cell.replaceAll(betweenDigits, '') : cell)

/**
 * A table as CSV (RFC 4180: CRLF, quotes doubled). Cells that a spreadsheet would
 * take for a formula are led by an apostrophe.
 */
export function toCsv(header: string[], rows: (string | number)[][]): string {
  return (
    Papa.unparse(
      { fields: header, data: rows.map((row) => row.map(plainDigits)) },
      { newline: '\r\n', escapeFormulae: formula },
    ) + '\r\n'
  )
}
