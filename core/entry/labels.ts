import type { Measure, PinUse } from '../catalogue'
import type { Amps, Volts } from '../units'
import { batteryWords, groundWords, idleWords, portWords, signalWords, supplyWords, usbWords, type WordRow } from './label-words'

/** One thing that a pad with some label is for. */
export type Meaning =
  | { is: 'ground' }
  /** Volts are missing where the label tells none, and where they are the battery's. */
  | { is: 'supply'; from: 'battery' | 'usb' | 'board'; volts?: Volts; limit?: Amps }
  | {
      is: 'signal'
      as: PinUse
      /** Number of the port or bus, of the receiver's channel, or of the output. */
      number?: number
      measures?: Measure
      inverted?: boolean
    }
  /** For the maker, or for a program on the bench. */
  | { is: 'idle' }

/** What a label was taken for. None where it is not understood. */
export interface LabelReading {
  meanings: Meaning[]
  /** The same label is used for other things, too. */
  unsure: boolean
}

/** Words of the user's own, each with a label that means the same: `{ VRX: 'CAM' }`. */
export type OwnWords = Readonly<Record<string, string>>

/** Most characters of a label that is looked at. */
const longest = 80

/**
 * What a pad is for, by what is printed at it: `TX1`, `R3`, `5V`, `BZ−`, `LED/M8`, `UART2_RX`. Case, separators, overlines and
 * the kind of minus sign do not matter; a slash parts several functions of one pad.
 */
export function readLabel(printed: string, own: OwnWords = {}): LabelReading {
  const label = normal(printed.slice(0, longest))
  const known = ownWord(label, own) ?? label
  const whole = readRated(known) ?? readPart(known) ?? readLastWord(known)
  if (whole) return whole
  const parts = known.split(/[/|\\,;&]+| OR /).filter((part) => part.trim() !== '')
  if (parts.length < 2) return { meanings: [], unsure: false }
  // "TX/RX3" and "SDA1/SCL" give the number once.
  const number = parts.map((part) => /\d+$/.exec(part)?.[0]).find(Boolean)
  const read = parts.map((part) =>
    /^\d+$/.test(part.trim())
      ? undefined
      : (readPart(ownWord(part, own) ?? part) ?? (number ? readPart(`${part}${number}`) : undefined)),
  )
  const meanings = read.flatMap((part) => part?.meanings ?? [])
  if (number) for (const meaning of meanings) lendNumber(meaning, Number(number))
  const signals = onceEach(meanings.filter((meaning) => meaning.is === 'signal'))
  // A pad is a supply, ground, or a signal.
  const kept: Meaning[] = signals.length ? signals : meanings.slice(0, 1)
  return { meanings: kept, unsure: read.some((part) => !part || part.unsure) || (!signals.length && meanings.length > 1) }
}

function lendNumber(meaning: Meaning, number: number): void {
  if (meaning.is === 'signal' && meaning.number === undefined && /^uart-/.test(meaning.as)) meaning.number = number
}

/** `RX2/SBUS` is one line told twice: what one of them says of it holds. */
function onceEach<M extends Extract<Meaning, { is: 'signal' }>>(meanings: M[]): M[] {
  const found = new Map<string, M>()
  for (const meaning of meanings) {
    const key = `${meaning.as} ${meaning.number ?? ''}`
    found.set(key, { ...found.get(key), ...meaning })
  }
  return [...found.values()]
}

/** In capitals, with plain signs, without overlines, brackets and doubled spaces. */
function normal(printed: string): string {
  return printed
    .normalize('NFKC')
    .replace(/[\u0304\u0305\u203e\u00af]/g, '')
    .replace(/[−–—﹣]/g, '-')
    .replace(/[()[\]{}<>"'“”*°·]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .toUpperCase()
}

function ownWord(label: string, own: OwnWords): string | undefined {
  const [, stem = '', number = ''] = /^(.*?)(\d*)$/.exec(label) ?? []
  const found = Object.entries(own).find(([word]) => normal(word) === label || (stem !== '' && normal(word) === stem))
  if (!found) return undefined
  const means = normal(found[1])
  return normal(found[0]) === label || /\d$/.test(means) ? means : `${means}${number}`
}

const sure = (meaning: Meaning): LabelReading => ({ meanings: [meaning], unsure: false })
const unsure = (meaning: Meaning): LabelReading => ({ meanings: [meaning], unsure: true })

/** `5V 2A`, `9V/3A`: a supply with what it gives. */
function readRated(label: string): LabelReading | undefined {
  const [, supply, amps] = /^(.*V\d?)[ /@,]+(\d(?:[.,]\d)?)A$/.exec(label) ?? []
  const read = supply === undefined ? undefined : readSupply(supply)
  const meaning = read?.meanings[0]
  return meaning?.is === 'supply' ? { ...read!, meanings: [{ ...meaning, limit: Number(amps!.replace(',', '.')) }] } : undefined
}

/** `CAM GND`, `LED 5V`, `GPS SDA`, `ESC1 SIG`: whose it is, then what it is. */
function readLastWord(label: string): LabelReading | undefined {
  const words = label.split(/[ _]+/)
  const last = words.at(-1)!
  if (words.length < 2 || /[/|\\,;&]/.test(label)) return undefined
  if (/^(SIG|SIGNAL|IN|OUT|PIN|PAD|RAIL)$/.test(last)) {
    const before = readPart(words.slice(0, -1).join(' '))
    // What gives a receiver's line out is no input.
    return last === 'OUT' && before?.meanings.some((meaning) => meaning.is === 'signal' && meaning.as === 'uart-rx')
      ? undefined
      : before
  }
  const read = last.length > 1 && !/^\d+$/.test(last) ? readPart(last) : undefined
  return read && { ...read, unsure: read.unsure || read.meanings[0]?.is === 'signal' }
}

/** What one label without a slash means; nothing where it is not understood. */
function readPart(label: string): LabelReading | undefined {
  const text = label.trim()
  const bare = text.replace(/[ _:.-]+/g, '')
  if (
    idleWords.includes(text) ||
    idleWords.includes(text.replace(/ /g, '')) ||
    idleWords.includes(bare) ||
    idleWords.includes(bare.replace(/\d+$/, ''))
  )
    return sure({ is: 'idle' })
  return readSupply(text) ?? readPort(text) ?? readWord(text)
}

function readSupply(text: string): LabelReading | undefined {
  if (text === '+') return unsure({ is: 'supply', from: 'board' })
  if (text === '-') return unsure({ is: 'ground' })
  const polar = /^([+-])?(.*?)[ _]?([+-])?$/.exec(text)!
  const sign = polar[1] ?? polar[3]
  const stem = polar[2]!.replace(/[ _.:]+/g, '')
  const unnumbered = stem.replace(/(?<=[^\d])(?:\d{1,2}|A)$/, '')
  if (groundWords.includes(stem) || groundWords.includes(unnumbered)) return sure({ is: 'ground' })
  if (usbWords.includes(stem)) return sure({ is: 'supply', from: 'usb', volts: 5 })
  if (batteryWords.includes(stem) || (stem !== 'B' && batteryWords.includes(unnumbered))) {
    if (sign === '-') return sure({ is: 'ground' })
    return stem === 'B' && !sign ? unsure({ is: 'supply', from: 'battery' }) : sure({ is: 'supply', from: 'battery' })
  }
  const volts = voltsIn(polar[2]!.replace(/[ _:-]+/g, ''), sign === '+')
  if (volts !== undefined) return sign === '-' ? sure({ is: 'ground' }) : sure({ is: 'supply', from: 'board', volts })
  if (supplyWords.includes(stem) || (stem !== unnumbered && supplyWords.includes(unnumbered)))
    return sign === '-' ? sure({ is: 'ground' }) : unsure({ is: 'supply', from: 'board' })
  return undefined
}

/** Words beside a voltage, before it or after it: whose supply it is. */
const beside = '(?:VCC|VDD|VSW|VTX|CAM|BEC|OUT|SYS|SERVO|SW|RX|GPS|IN|[ADFSV])'
const voltage = new RegExp(`^${beside}?(\\d{1,2})(?:[.,](\\d))?V([0358])?\\d?${beside}?\\d?$`)

/** Volts of a label: `5V`, `3V3`, `3.3V`, `5V0`, `BEC5V`, `12VOUT`, `+5`; at most those of a regulator on such a board. */
function voltsIn(stem: string, plus: boolean): Volts | undefined {
  const found =
    voltage.exec(stem) ??
    /^(\d)[.,](\d)$/.exec(stem) ??
    /^(?:VCC|VDD|BEC|V)([359]|3[.,]3|1[02])$/.exec(stem) ??
    (plus && /^(\d{1,2})$/.exec(stem))
  if (!found) return undefined
  const [, whole, ...tenths] = found[1]!.length > 2 ? ['', ...found[1]!.split(/[.,]/)] : found
  // "33V" on such a board is 3.3 V, written without its point.
  const volts = whole === '33' ? 3.3 : whole === '45' ? 4.5 : Number(`${whole}.${tenths.find(Boolean) ?? 0}`)
  return volts > 0 && volts <= 28 ? volts : undefined
}

const ofPort = new RegExp(`^(?:(${portWords.join('|')})[ _.-]*(\\d{1,2})?[ _.-]*)?(TXD?O?|TX|T|RXD?I?|RX|R)[ _.-]*(\\d{1,2})?$`)
const beforeLine = /^(\d{1,2})[ _.-]*(TX|RX|T|R)D?$/

function readPort(text: string): LabelReading | undefined {
  const [, word, before, line, after] = ofPort.exec(text) ?? []
  const [, first, its] = line ? [] : (beforeLine.exec(text) ?? [])
  const told = line ?? its
  if (!told) return undefined
  const number = before ?? after ?? first
  if (told.length === 1 && number === undefined && !word) return undefined
  const meaning: Meaning = { is: 'signal', as: told.startsWith('T') ? 'uart-tx' : 'uart-rx' }
  if (number !== undefined) meaning.number = Number(number)
  if (word === 'SBUS') meaning.inverted = true
  return sure(meaning)
}

function readWord(text: string): LabelReading | undefined {
  const sign = /[+-]$/.exec(text)?.[0]
  const squeezed = text.replace(/[ _.:-]+/g, '')
  const [, leading, stem = '', trailing] = /^(\d{1,2}(?=\D))?(.*?)(\d{1,2})?$/.exec(squeezed)!
  const signless = stem.replace(/\+$/, '')
  const number = trailing ?? leading
  const forms = [text.replace(/[ _]+/g, ''), squeezed, stem, signless, stem.replace(/^(CAN|I2C|IC)(\d)/, '$1')]
  const innerNumber = /^(?:I2C|CAN|ADC|LED)(\d)[A-Z]/.exec(squeezed)?.[1]
  if (innerNumber && !/^I2C[A-Z]/.test(squeezed)) forms.push(squeezed.replace(innerNumber, ''))
  if (/^\d{1,2}$/.test(squeezed) && !sign) return unsure({ is: 'signal', as: 'pulse', number: Number(squeezed) })
  for (const row of signalWords) {
    if (!row.words.some((word) => forms.includes(word))) continue
    if (row.numbered && number === undefined) continue
    const poles = ofPoles(row, sign)
    if (poles) return poles
    return meaningOf(row, number ?? innerNumber)
  }
  return undefined
}

/** `LED+` and `BZ+` feed what hangs there, `CAM-` is its ground; `BZ-` is the line that is switched. */
function ofPoles({ poles }: WordRow, sign: string | undefined): LabelReading | undefined {
  if (!poles || !sign) return undefined
  if (sign === '+') return unsure({ is: 'supply', from: 'board' })
  return poles === 'ground' ? unsure({ is: 'ground' }) : undefined
}

function meaningOf({ as, measures, number: counts, inverted, unsure: open }: WordRow, number: string | undefined): LabelReading {
  const meaning: Meaning = { is: 'signal', as }
  if (measures) meaning.measures = measures
  if (inverted) meaning.inverted = true
  if (number !== undefined && counts) meaning.number = Number(number)
  return open ? unsure(meaning) : sure(meaning)
}
