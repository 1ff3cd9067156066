import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { InputError, padTableCsv, readDefinition, withPadTable } from './index'

const messages = (run: () => unknown) => {
  try {
    run()
  } catch (error) {
    if (error instanceof InputError) return error.problems.map(({ place, message }) => `${place}: ${message}`)
    throw error
  }
  return []
}
const corran = library.boards['corran-7']!

describe('pad table', () => {
  it.each(Object.keys(library.boards))('goes out and comes in again unchanged: %s', (id) => {
    const board = library.boards[id]!
    const again = withPadTable(board, padTableCsv(board))
    expect(again.pads).toEqual(board.pads)
    for (const pin of Object.values(board.pads).flatMap((pad) => pad.pin ?? [])) expect(again.pins[pin]).toEqual(board.pins[pin])
    expect(readDefinition(JSON.parse(JSON.stringify(again)))).toBeTruthy()
  })

  it('makes ports, timers and buses that functions name', () => {
    const bare = { ...corran, pads: {}, pins: {}, ports: {}, timers: {}, i2c: {}, can: {} }
    const table =
      'pad;x;y;side;pin;functions\nT1;1;2;top;PA1;uart-tx:uart1 pulse:tim2/1\nR1;2,5;2;bottom;PA2;uart-rx:uart1\nG;0;0;;;ground\n'
    const made = withPadTable(bare, table)
    expect(made.ports.uart1).toMatchObject({ index: 1, tx: { pin: 'PA1' }, rx: { pin: 'PA2' } })
    expect(made.timers.tim2).toBeTruthy()
    expect(made.pads.R1).toMatchObject({ x: 2.5, side: 'bottom', kind: 'signal', pin: 'PA2' })
    expect(made.pads.G).toMatchObject({ kind: 'ground' })
  })

  it('names row and column of what it cannot read, and all at once', () => {
    const table = 'pad,x,y,side,pin,functions\nA,1,b,top,,\nA2,1,1,left,,\nA3,1,1,top,P,dance\nA3,1,1,top,P,\n!,1,1,,,\n'
    expect(messages(() => withPadTable(corran, table))).toEqual([
      'row 2, y: "b" is not a length in mm',
      'row 3, side: "left" is not top or bottom',
      expect.stringContaining('row 4, functions: "dance" is not a function'),
      'row 5, pad: "A3" is there twice',
      expect.stringContaining('row 6, pad: "!" is not a name'),
    ])
    expect(messages(() => withPadTable(corran, 'name,x\n1,2'))[0]).toContain('there is no column pad, y')
  })
})
