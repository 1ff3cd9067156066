import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { boardGaps, deviceClasses, deviceGaps, resolveBoard, resolveDevice } from '../catalogue'
import { libraryFile, readDefinitionsFile } from './index'

const boards = Object.values(library.boards)
const devices = Object.values(library.devices)

describe('the shipped catalogue', () => {
  it('has ten boards and at least forty-five devices, of every kind', () => {
    expect(boards.length).toBeGreaterThanOrEqual(10)
    expect(devices.length).toBeGreaterThanOrEqual(45)
    expect(new Set(devices.map((device) => device.class))).toEqual(new Set(Object.keys(deviceClasses)))
    expect(boards.filter((board) => Object.keys(board.revisions).length > 1).length).toBeGreaterThanOrEqual(4)
  })

  it('names each part once, and its maker', () => {
    for (const list of [boards, devices]) {
      expect(new Set(list.map(({ name }) => name)).size).toBe(list.length)
      for (const { maker, summary, name } of list) expect(maker && summary, name).toBeTruthy()
    }
  })

  it.each(boards.map((board) => [board.name, board] as const))(
    '%s: revisions differ where they say so, and nothing lies off the board',
    (_, board) => {
      const [firmware] = Object.keys(board.firmwares)
      const resolved = Object.keys(board.revisions).map((revision) =>
        JSON.stringify({ ...resolveBoard(board, revision, firmware!), revision: '' }),
      )
      expect(new Set(resolved).size).toBe(resolved.length)
      expect(boardGaps(board).filter(({ message }) => /off the board|same place|cannot be used/.test(message))).toEqual([])
      for (const port of Object.values(board.ports)) {
        if (port.kind === 'hardware') expect(port.clock, port.label).toBeGreaterThan(0)
        if (port.kind === 'software') expect(port.maxBaud, port.label).toBeLessThanOrEqual(57600)
      }
      for (const rail of Object.values(board.rails)) expect(rail.limit, rail.label).toBeGreaterThan(0)
      const kinds = new Set(Object.values(board.pads).map(({ kind }) => kind))
      expect([...kinds].sort()).toEqual(['ground', 'signal', 'supply'])
    },
  )

  it.each(devices.map((device) => [device.name, device] as const))('%s: complete figures in every variant', (_, device) => {
    expect(device.mass).toBeGreaterThan(0)
    for (const variant of Object.keys(device.variants)) {
      const { supplies, needs, terminals, outputs } = resolveDevice(device, variant)
      for (const supply of supplies) {
        expect(supply.peak, `${variant} ${supply.id}`).toBeGreaterThanOrEqual(supply.typical)
        expect(supply.max).toBeGreaterThan(supply.min)
      }
      expect(supplies.length + outputs.length + needs.length, variant).toBeGreaterThan(0)
      for (const need of needs) {
        if (need.kind !== 'serial') continue
        for (const option of need.options) {
          expect(library.protocols[option.protocol], option.protocol).toBeTruthy()
          expect(option.bauds).toContain(option.default)
        }
      }
      for (const terminal of terminals.filter(({ role }) => role === 'signal' || role === 'supply'))
        expect(terminal.label).toBeTruthy()
    }
    expect(deviceGaps(device).filter(({ message }) => message === 'no ground' && device.class !== 'buzzer')).toEqual([])
  })

  it('goes through a library file and comes back the same', () => {
    const all = [...Object.values(library.protocols), ...devices, ...boards]
    expect(readDefinitionsFile(JSON.stringify(libraryFile(all)))).toEqual(all)
  })
})
