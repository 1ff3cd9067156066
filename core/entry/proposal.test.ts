import { describe, expect, it } from 'vitest'
import { blankBoard, openOrigins, resolveBoard, type BoardDefinition } from '../catalogue'
import { library } from '../../tests/helpers/plans'
import { InputError, readDefinition } from '../schema'
import { boardOfRows, padRows, readTable, type ProposalWish, type TableSense } from '.'

const blank = () => blankBoard('mine', 'Mine')
const plainWish: ProposalWish = { keepOthers: false, accepted: false, corners: [] }

function boardOf(
  text: string,
  wish: Partial<ProposalWish> = {},
  sense: Partial<TableSense> = {},
  before: BoardDefinition = blank(),
) {
  const table = readTable(text)
  const rows = padRows(table, { uses: table.uses, unit: table.unit, upwards: false, ...sense })
  const proposal = boardOfRows(before, rows, { ...plainWish, corners: table.corners, ...wish })
  // Whatever is proposed can be saved.
  return { ...proposal, board: readDefinition(JSON.parse(JSON.stringify(proposal.board))) as BoardDefinition }
}
const functionsAt = ({ pads, pins }: BoardDefinition, pad: string) =>
  pins[pads[pad]!.pin!]!.functions.map(({ as, of, channel }) => [as, of, channel].filter((part) => part !== undefined).join(' '))

const labels =
  'TX1 RX1 5V GND TX2 RX2/SBUS T3/SDA R3/SCL M1 M2 M3 M4 LED BZ+ BZ- VBAT GND CURR RSSI CAM VTX 9V/2A 3V3 SWDIO XYZ'.split(' ')

describe('a board made of labels alone', () => {
  const { board, unknown, idle, notes } = boardOf(labels.join('\n'))
  it('has ports, outputs, buses and rails', () => {
    expect(Object.entries(board.ports).map(([id, { tx, rx }]) => [id, tx?.pin, rx?.pin])).toEqual([
      ['uart1', 'TX1', 'RX1'],
      ['uart2', 'TX2', 'RX2_SBUS'],
      ['uart3', 'T3_SDA', 'R3_SCL'],
    ])
    expect(board.ports.uart2!.rx!.inverter).toBe('fixed')
    expect(board.i2c.i2c1).toMatchObject({ sda: 'T3_SDA', scl: 'R3_SCL' })
    expect(functionsAt(board, 'T3_SDA')).toEqual(['uart-tx uart3', 'i2c-sda i2c1'])
    expect(functionsAt(board, 'M3')).toEqual(['pulse outputs'])
    expect(board.pads.M3!.output).toBe(3)
    expect(functionsAt(board, 'BZn')).toEqual(['buzzer'])
    expect(board.pads.BZp).toMatchObject({ kind: 'supply', rail: 'v5' })
    expect(board.pads['9V_2A']).toMatchObject({ kind: 'supply', rail: 'v9' })
    expect(board.rails.v9).toMatchObject({ volts: 9, limit: 2, source: 'bat' })
    expect(board.rails.v33).toMatchObject({ volts: 3.3, source: 'v5' })
    expect(board.pads.GND_2!.kind).toBe('ground')
  })
  it('says what it did not understand, and what is for programs', () => {
    expect(unknown).toEqual(['XYZ'])
    expect(idle).toEqual(['SWDIO'])
    expect(board.pads.SWDIO).toBeUndefined()
    expect(board.pads.XYZ!.kind).toBe('signal')
    expect(notes).toEqual([])
  })
  it('marks each as proposed, and what no label tells as a guess', () => {
    const open = new Map(openOrigins(board))
    expect(open.get('pads.TX1')).toEqual({ from: 'proposed' })
    expect(open.get('timers.outputs')).toMatchObject({ from: 'guess' })
    expect(open.get('rails.v33.limit')).toMatchObject({ from: 'guess' })
    expect(open.get('rails.v9.limit')).toBeUndefined()
    expect(board.origins!['rails.v9.limit']).toEqual({ from: 'maker', note: 'printed at its pad' })
    expect(open.get('pads.XYZ')).toBeUndefined()
    const accepted = new Map(openOrigins(boardOf(labels.join('\n'), { accepted: true }).board))
    expect(accepted.get('pads.TX1')).toBeUndefined()
    expect(accepted.get('timers.outputs')).toMatchObject({ from: 'guess' })
  })
  it('is a sketch, its pads in their order around it', () => {
    expect(board.outline.sketch).toBe(true)
    const at = (pad: string) => board.pads[pad]!
    expect(at('TX1').y).toBe(at('RX1').y)
    expect(at('TX1').x).toBeLessThan(at('RX1').x)
    const spots = Object.values(board.pads).map(({ x, y }) => `${x} ${y}`)
    expect(new Set(spots).size).toBe(spots.length)
  })
})

describe('a rail', () => {
  it('has what is printed at any of its pads, in whatever order they come', () => {
    for (const text of ['9V\n9V/2A\nGND', '9V/2A\n9V\nGND']) {
      const { board } = boardOf(text)
      expect(board.rails.v9!.limit).toBe(2)
      expect(new Map(openOrigins(board)).has('rails.v9.limit')).toBe(false)
    }
  })
  it('of any volts that a label may tell can be saved, its figures short', () => {
    for (const volts of [1, 3, 4, 6, 8, 12, 24, 28]) {
      const { board } = boardOf(`${volts}V\nGND\nVBUS`)
      const rail = board.rails[`v${volts}`]!
      expect(rail.input!.min).toBeLessThanOrEqual(rail.input!.max)
      expect(String(rail.input!.max).length).toBeLessThan(6)
    }
  })
})

describe('rows around a corner', () => {
  it('go on at the next edge after an empty line', () => {
    const { board } = boardOf('TX1\nRX1\n\nGND\n5V\n\nM1\n\nM2\n')
    expect([board.pads.TX1!.y, board.pads.GND!.x, board.pads.M1!.y, board.pads.M2!.x]).toEqual([1.6, 34.4, 34.4, 1.6])
  })
})

describe('lines without a number', () => {
  it('go with the port that lacks them, else make one', () => {
    expect(boardOf('TX1\nRX\nTX\nGND').board.ports).toMatchObject({
      uart1: { tx: { pin: 'TX1' }, rx: { pin: 'RX' } },
      uart2: { tx: { pin: 'TX' } },
    })
  })
  it('of a bus need their partner', () => {
    const { board, notes } = boardOf('SDA\nTX1\nCANH\nCANL')
    expect(Object.keys(board.i2c)).toEqual([])
    expect(notes).toEqual(['SDA has no partner, so that there is no bus: its other line is not among the labels'])
    expect(board.can.can1).toMatchObject({ high: 'CANH', low: 'CANL' })
  })
  it('of two pads are one pin where they are the same line', () => {
    const { board } = boardOf('TX1\nRX1\nTX1\nSDA\nSCL\nSDA\nSCL')
    expect(board.pads.TX1_2!.pin).toBe('TX1')
    expect([board.pads.SDA_2!.pin, board.pads.SCL_2!.pin]).toEqual(['SDA', 'SCL'])
  })
})

describe('a table with places', () => {
  it('is taken as it is, in its unit, either way up', () => {
    const table = 'Name,X (mil),Y (mil),Side\nTX1,100,200,Top\nRX1,100,300,Top\nGND,100,400,Bottom\n'
    const { board } = boardOf(table)
    expect(board.outline.sketch).toBeUndefined()
    expect(board.pads.TX1).toMatchObject({ x: 2.54, y: 5.08, side: 'top' })
    expect(board.pads.GND!.side).toBe('bottom')
    expect(boardOf(table, {}, { upwards: true }).board.pads.TX1!.y).toBeGreaterThan(
      boardOf(table, {}, { upwards: true }).board.pads.RX1!.y,
    )
  })
  it('is moved onto the board where its origin lies elsewhere, and the board grows with it', () => {
    const { board, notes } = boardOf('label\tx\ty\nTX1\t-30\t-30\nRX1\t30\t-30\nGND\t0\t30\n')
    expect(board.outline).toMatchObject({ width: 63, height: 63 })
    expect(board.pads.TX1).toMatchObject({ x: 1.5, y: 1.5 })
    expect(notes).toEqual(['the outline is 63 × 63 mm now, so that all pads lie on it'])
  })
  it('of miles is refused', () => {
    expect(() => boardOf('label,x,y\nTX1,0,0\nRX1,9000,0\n')).toThrow(/Is the unit right/)
  })
  it('names each row with a length that is none', () => {
    expect(() => boardOf('label,x,y\nTX1,here,0\nRX1,1,there\n')).toThrow(InputError)
    try {
      boardOf('label,x,y\nTX1,here,0\nRX1,1,there\n')
    } catch (error) {
      expect((error as InputError).problems.map(({ place }) => place)).toEqual(['row 2, x', 'row 3, y'])
    }
  })
})

describe('pads beside those that are there', () => {
  const before = boardOf('TX1\nRX1\nGND').board
  it('stay where that is wished', () => {
    const { board } = boardOf('M1\nM2', { keepOthers: true }, {}, before)
    expect(Object.keys(board.pads).sort()).toEqual(['GND', 'M1', 'M2', 'RX1', 'TX1'])
    expect(board.ports.uart1!.tx!.pin).toBe('TX1')
  })
  it('of a label that is there already are one more, on the pin of their line', () => {
    const { board } = boardOf('GND\nTX1\nRX3', { keepOthers: true }, {}, before)
    expect(Object.keys(board.pads).sort()).toEqual(['GND', 'GND_2', 'RX1', 'RX3', 'TX1', 'TX1_2'])
    expect([board.pads.TX1_2!.pin, board.ports.uart1!.tx!.pin]).toEqual(['TX1', 'TX1'])
  })
  it('over a board whose pins have other names are on these', () => {
    const { board } = boardOf('TX1\nRX1\nSDA2\nSCL2\nGND', {}, {}, library.boards['corran-7']!)
    expect([board.pads.TX1!.pin, board.pads.RX1!.pin]).toEqual([
      library.boards['corran-7']!.ports.uart1!.tx!.pin,
      library.boards['corran-7']!.ports.uart1!.rx!.pin,
    ])
    expect(board.pads.SDA2!.pin).toBe(library.boards['corran-7']!.i2c.i2c2!.sda)
  })
  it('lie where they are told, also off the board', () => {
    const { board } = boardOf('label,x,y\nM1,-3,5\nM2,-3,7\n', { keepOthers: true }, {}, before)
    expect([board.pads.M1!.x, board.pads.M2!.y]).toEqual([-3, 7])
    expect(board.pads.TX1).toMatchObject({ x: before.pads.TX1!.x })
  })
  it('go where it is not, and their ports with them', () => {
    const { board } = boardOf('TX2\nRX2', {}, {}, before)
    expect(Object.keys(board.pads)).toEqual(['TX2', 'RX2'])
    expect(Object.keys(resolveBoard(board, '1', 'current').pads)).toHaveLength(2)
  })
})

it('levels of pins that labels made are a guess, until somebody says otherwise; those of pins that were there stay known', () => {
  const board = library.boards['corran-7']!
  const [known] = Object.keys(board.pins)
  const { origins = {} } = boardOf('TX1\nM1', { accepted: true }).board
  expect(origins['pins.TX1']).toMatchObject({ from: 'guess' })
  expect(origins['pins.M1']).toMatchObject({ from: 'guess' })
  const there = boardOf(`Name,Pin\nTX9,${known}`, { accepted: true, keepOthers: true }, {}, board).board
  expect(there.origins?.[`pins.${known}`]).toBeUndefined()
})
