import Papa from 'papaparse'
import { minus, thinSpace } from '../units'

/** What a spreadsheet takes for a formula, also after blanks and in a cell of several lines. */
const formula = /^\s*[=+\-@＝＋－＠]|^[\t\r\n]/

/** Digits that stand in groups are one number to who reads a file: 115200. */
const betweenDigits = new RegExp(`(?<=\\d)${thinSpace}(?=\\d)`, 'g')
const belowZero = new RegExp(`^${minus}\\d+(\\.\\d+)?$`)

/** A cell as a program reads it; what is a number below zero alone is one. */
function plainDigits(cell: string | number): string | number {
  if (typeof cell !== 'string') return cell
  const text = cell.replaceAll(betweenDigits, '')
  return belowZero.test(text) ? Number(text.replace(minus, '-')) : text
}

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
