import { create, type Font } from 'fontkit'

/** The faces a paper is set in: the product's own first, then others for what those have no glyphs for. */
export interface Fonts {
  plain: Uint8Array
  bold: Uint8Array
  others: { name: string; bytes: Uint8Array }[]
}

/** Text that one face can set. */
export interface Run {
  /** Name of a further face; the product's own when missing. */
  face?: string
  text: string
}

/** Parts texts by the faces that have glyphs for them, and remembers signs that none has. */
export class Faces {
  readonly missing = new Set<string>()
  private readonly own: Font
  private readonly others: { name: string; font: Font }[]

  constructor({ plain, others }: Fonts) {
    this.own = create(Buffer.from(plain)) as Font
    this.others = others.map(({ name, bytes }) => ({ name, font: create(Buffer.from(bytes)) as Font }))
  }

  /** The text in runs; what no face can set becomes "?" and is remembered. */
  runs(text: string): Run[] {
    const runs: Run[] = []
    for (const sign of text) {
      const { face, shown } = this.faceOf(sign)
      const last = runs.at(-1)
      if (last && last.face === face) last.text += shown
      else runs.push({ face, text: shown })
    }
    return runs
  }

  private faceOf(sign: string): { face?: string; shown: string } {
    const code = sign.codePointAt(0)!
    if (code < 32 || this.own.hasGlyphForCodePoint(code)) return { shown: sign }
    // Spaces of another width than the usual: they part, and hold together what stands around them.
    if (/\p{Zs}/u.test(sign)) return { shown: '\u00a0' }
    const other = this.others.find(({ font }) => font.hasGlyphForCodePoint(code))
    if (other) return { face: other.name, shown: sign }
    this.missing.add(sign)
    return { shown: '?' }
  }
}
