/** The display of a simulated board: it takes the bytes of its text link apart and keeps what is shown. */

/** Command of display text among the frames of the link. */
const displayCommand = 182

/** Codes in the cells of the grid, by row and column; page and code of a glyph as one figure, 0 where nothing is. */
export type ShownCodes = number[][]

export class StandInDisplay {
  private drawn: ShownCodes
  private shown: ShownCodes

  constructor(
    readonly columns: number,
    readonly rows: number,
  ) {
    this.drawn = this.shown = this.blank()
  }

  private blank(): ShownCodes {
    return Array.from({ length: this.rows }, () => Array<number>(this.columns).fill(0))
  }

  /** Takes bytes as they come over the link; frames whose check does not hold are passed over. @returns what is shown then */
  take(bytes: readonly number[]): ShownCodes {
    for (let at = 0; at + 5 < bytes.length;) {
      const length = bytes[at + 3]!
      const body = bytes.slice(at + 3, at + 5 + length)
      const isFrame = bytes[at] === 0x24 && bytes[at + 1] === 0x4d && bytes[at + 2] === 0x3e
      const holds = body.reduce((sum, byte) => sum ^ byte, 0) === bytes[at + 5 + length]
      if (!isFrame || !holds) {
        at += 1
        continue
      }
      if (body[1] === displayCommand) this.carryOut(body.slice(2))
      at += 6 + length
    }
    return this.shown
  }

  private carryOut([what, row = 0, column = 0, page = 0, ...codes]: number[]): void {
    if (what === 2) this.drawn = this.blank()
    if (what === 3)
      codes.forEach((code, across) => {
        const cells = this.drawn[row]
        if (cells && column + across < this.columns) cells[column + across] = code === 0x20 ? 0 : page * 256 + code
      })
    if (what === 4) this.shown = this.drawn.map((cells) => [...cells])
  }
}
