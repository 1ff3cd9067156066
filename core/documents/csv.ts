import Papa from 'papaparse'

/**
 * A table as CSV (RFC 4180: CRLF, quotes doubled). Cells that a spreadsheet would
 * take for a formula are led by an apostrophe.
 */
export function toCsv(header: string[], rows: (string | number)[][]): string {
  return Papa.unparse({ fields: header, data: rows }, { newline: '\r\n', escapeFormulae: true }) + '\r\n'
}
