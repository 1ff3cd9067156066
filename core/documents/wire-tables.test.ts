import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { check, checkContext } from '../checks'
import { buildOrder, fittingsOf, wiresOf, type Wire } from '../harness'
import { applyEdit, resolvePlan, type Edit } from '../plan'
import { formatOhms } from '../units'
import { billOfMaterials, connectorTable, cutList, endName, makingLines, tableCsv, wireLabels } from './index'

const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
const laidOut = (name: DemoName, ...edits: Edit[]) => {
  const resolved = resolvePlan(allocated(name, ...edits))
  return { resolved, wires: wiresOf(resolved) }
}

/** Leads that parts come with are not cut. */
const toCut = (wire: Wire) => Math.max(0, wire.length - (wire.lead?.length ?? 0))

describe('cut list', () => {
  it.each(names)('adds up to every fitted wire of %s', (name) => {
    const { wires } = laidOut(name)
    const { rows } = cutList(wires)
    const pieces = wires.filter((wire) => toCut(wire) > 0)
    expect(rows.reduce((sum, row) => sum + Number(row[3]), 0)).toBe(pieces.length)
    expect(rows.reduce((sum, row) => sum + Number(row[4]), 0)).toBe(wires.reduce((sum, wire) => sum + toCut(wire), 0))
    expect(new Set(rows.map(([gauge, colour]) => `${gauge} ${colour}`)).size).toBe(rows.length)
    for (const wire of pieces)
      expect(
        rows.filter((row) =>
          String(row[5])
            .split(', ')
            .includes(`${wire.number} ${toCut(wire)}`),
        ),
      ).toHaveLength(1)
  })
  it('leaves out what is not fitted and goes from thick to thin', () => {
    const { wires } = laidOut('spillway-hex', { type: 'wire.set', wire: 'camera.vid', set: { omitted: true } })
    const { rows } = cutList(wires)
    expect(rows.reduce((sum, row) => sum + Number(row[3]), 0)).toBe(wires.length - 1)
    const gauges = rows.map(([gauge]) => Number(gauge))
    expect(gauges).toEqual([...gauges].sort((a, b) => a - b))
  })
})

describe('making list', () => {
  it('ticks what is done, checks and wires alike, and nothing else', () => {
    const { resolved, wires } = laidOut('spillway-hex')
    const open = makingLines(resolved, wires)
    expect(open.filter(({ done }) => done)).toEqual([])
    const [first] = buildOrder(resolved, wires)
    const ticked = [`step:${first!.id}`, wires[0]!.id].reduce(
      (plan, wire) => applyEdit(plan, { type: 'wire.tick', wire, made: true }),
      resolved.plan,
    )
    const after = makingLines(resolvePlan(ticked), wires).filter(({ done }) => done)
    expect(after.map(({ wire, text }) => wire ?? text)).toEqual([first!.check, wires[0]!.number])
  })
})

describe('connector table', () => {
  it.each(names)('has each contact of %s once, and wires at both ends alike', (name) => {
    const { resolved, wires } = laidOut(name)
    const { rows } = connectorTable(resolved, wires)
    const contacts = rows.map(([part, connector, contact]) => `${part} ${connector} ${contact}`)
    const twice = contacts.filter((contact, at) => contacts.indexOf(contact) !== at && !contact.endsWith(' '))
    expect(twice.length).toBeLessThan(contacts.length / 2)
    for (const [, , , , number, colour] of rows) {
      if (number === '' || String(number).includes(' ')) continue
      expect(wires.find((wire) => wire.number === number)!.colour).toBe(colour)
    }
  })
  it('says where a lead goes and which contacts stay empty', () => {
    const { resolved, wires } = laidOut('spillway-hex')
    const { rows } = connectorTable(resolved, wires)
    const tx = rows.find(([part, , , label]) => part === 'GNSS and compass' && label === 'TX')!
    expect(tx[6]).toBe('Corran 7 RX2')
    expect(rows.some((row) => row[6] === 'not used')).toBe(true)
  })
})

describe('bill of materials', () => {
  it.each(names)('counts every part of %s with its mass', (name) => {
    const { resolved, wires } = laidOut(name)
    const { rows } = billOfMaterials(resolved, wires)
    const parts = rows.filter((row) => !String(row[1]).startsWith('wire') && !/^(battery|antenna|resistor)/.test(String(row[1])))
    expect(parts.reduce((sum, row) => sum + Number(row[0]), 0)).toBe(resolved.devices.length + 1)
    const mass = parts.reduce((sum, row) => sum + Number(row[5]), 0)
    expect(mass).toBeCloseTo(resolved.board.mass + resolved.devices.reduce((sum, { device }) => sum + device.mass, 0), 0)
    const metres = rows.filter((row) => String(row[1]).startsWith('wire')).reduce((sum, row) => sum + Number(row[0]), 0)
    expect(metres).toBeCloseTo(wires.reduce((sum, wire) => sum + toCut(wire), 0) / 1000, 1)
  })
  it('lists antennas with the parts that they come with, and joints of the harness', () => {
    const { resolved, wires } = laidOut('spillway-hex')
    const joined = resolvePlan(
      applyEdit(resolved.plan, { type: 'joint.add', joint: 'joint-1', kind: 'splice', name: 'Splice 1' }),
    )
    const rows = billOfMaterials(joined, wires).rows.map((row) => [row[1], row[3]])
    expect(rows).toContainEqual(['antenna 868 MHz, 86.3 mm', 'Control receiver'])
    expect(rows).toContainEqual(['Splice', 'Splice 1'])
  })
  it('lists resistors that are to be fitted, as the finding and the making list have them', () => {
    const { resolved, wires } = laidOut('spillway-hex')
    const fitted = fittingsOf(resolved)
    expect(fitted.length).toBeGreaterThan(0)
    const rows = billOfMaterials(resolved, wires).rows.filter(([, part]) => String(part).startsWith('resistor'))
    expect(rows.reduce((sum, [count]) => sum + Number(count), 0)).toBe(fitted.length)
    const told = check(checkContext(resolved)).map(({ fact }) => fact)
    const made = buildOrder(resolved, wires).find(({ id }) => id === 'resistors')!.check
    for (const { what, ohms, from } of fitted) {
      expect(told.some((fact) => fact.includes(`fit a ${what} of ${formatOhms(ohms)}`) && fact.includes(from))).toBe(true)
      expect(made).toContain(`${formatOhms(ohms)} from ${from}`)
    }
  })
  it('names variants, not their keys, and only where there are several', () => {
    const { resolved, wires } = laidOut('spillway-hex')
    const parts = billOfMaterials(resolved, wires).rows.map(([, part]) => String(part))
    for (const { definition, variant } of resolved.plan.devices) {
      const { name, variants } = resolved.plan.definitions.devices[definition]!
      const several = Object.keys(variants).length > 1
      expect(parts).toContain(several ? `${name}, ${variants[variant]!.name}` : name)
    }
  })
  it('puts like parts on one line with all their names', () => {
    const { resolved, wires } = laidOut('spillway-hex')
    const esc = billOfMaterials(resolved, wires).rows.find((row) => String(row[1]).startsWith('Gault 40'))!
    expect(esc.slice(0, 4)).toEqual([2, expect.stringContaining('Gault 40'), expect.any(String), 'ESC motor 5, ESC motor 6'])
  })
})

describe('labels', () => {
  it('are two for each wire, each naming the other end', () => {
    const { resolved, wires } = laidOut('culvert-scout')
    const { rows } = wireLabels(resolved, wires)
    expect(rows).toHaveLength(2 * wires.length)
    for (const wire of wires) {
      const mine = rows.filter(([number]) => number === wire.number)
      expect(mine.map(([, here]) => here).sort()).toEqual([endName(resolved, wire.from), endName(resolved, wire.to)].sort())
      expect(mine[0]![1]).toBe(mine[1]![2])
    }
  })
})

it('each table is CSV that reads back as it was', () => {
  const { resolved, wires } = laidOut('spillway-hex', { type: 'device.rename', device: 'gnss', name: 'A "b", c;\nd' })
  for (const table of [
    cutList(wires),
    connectorTable(resolved, wires),
    billOfMaterials(resolved, wires),
    wireLabels(resolved, wires),
  ]) {
    const { data } = Papa.parse<string[]>(tableCsv(table), { skipEmptyLines: true })
    expect(data[0]).toEqual(table.header)
    expect(data.slice(1)).toEqual(
      table.rows.map((row) => row.map((cell) => (/^[=+\-@\t\r]/.test(String(cell)) ? `'${cell}` : String(cell)))),
    )
  }
})
