import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { tiny, type TinyDevice } from '../../tests/helpers/tiny'
import { resolvePlan, type Place } from '../plan'
import { padUseOf, plainMark, wiresOf } from '.'

const servo: TinyDevice = { needs: { position: { kind: 'pulse' } } }

/** A board with one plain 5 V pad and two motor headers of signal and 5 V; servos on the headers, and parts that only want 5 V. */
function fed(parts: number, at: Record<string, Place>) {
  const header = (id: string) => ({ functions: [{ as: 'pulse' as const, of: 't1' }], pad: { connector: id, position: 1 } })
  const plan = tiny({
    pads: { M1: header('m1'), M2: header('m2') },
    board: {
      connectors: {
        m1: { label: 'Motor 1', type: '0.1 in ×3', x: 20, y: 20, width: 3, height: 8 },
        m2: { label: 'Motor 2', type: '0.1 in ×3', x: 30, y: 20, width: 3, height: 8 },
      },
    },
    devices: {
      servo,
      ...Object.fromEntries(Array.from({ length: parts }, (_, number) => [`part${number}`, {}])),
    },
    at,
  })
  const board = structuredClone(plan.definitions.boards.board!)
  for (const id of ['m1', 'm2']) {
    board.pads[`V-${id}`] = { label: '5V', x: 20, y: 24, side: 'top', kind: 'supply', rail: 'v5', connector: id, position: 2 }
  }
  const resolved = resolvePlan({ ...plan, definitions: { ...plan.definitions, boards: { board } } })
  const supplies = wiresOf(resolved).filter(({ kind }) => kind === 'supply')
  return supplies.map(({ from, to }) => [from.device, to.point])
}

describe('a spare motor header', () => {
  it('gives 5 V once the plain pad would have three wires, one lead to a contact', () => {
    const ends = fed(4, { 'servo/position': 'pad:M1' })
    expect(ends.filter(([, pad]) => pad === 'V-m2')).toHaveLength(1)
  })
  it('is not touched while plain pads do', () => {
    expect(fed(1, { 'servo/position': 'pad:M1' }).map(([, pad]) => pad)).not.toContain('V-m2')
  })
  it('is none where its motor is there', () => {
    const ends = fed(4, { 'servo/position': 'pad:M2' })
    expect(ends.filter(([, pad]) => pad === 'V-m2').map(([device]) => device)).toEqual(['servo'])
    expect(ends.filter(([, pad]) => pad === 'V-m1')).toHaveLength(1)
  })
})

describe('what is written on pads', () => {
  it('is plus on supplies, minus on grounds, and nothing on signals that serve nothing', () => {
    expect([plainMark('supply'), plainMark('ground'), plainMark('signal')].map((mark) => mark?.letter)).toEqual([
      '+',
      '−',
      undefined,
    ])
    const resolved = resolvePlan(allocated('spillway-hex'))
    const uses = padUseOf(resolved, wiresOf(resolved))
    for (const pad of resolved.board.pads) {
      for (const { mark } of uses[pad.id] ?? []) {
        if (pad.kind === 'supply') expect(mark, pad.id).toMatchObject({ letter: '+', word: 'supply' })
        if (pad.kind === 'ground') expect(mark, pad.id).toMatchObject({ letter: '−', word: 'ground' })
        if (pad.kind === 'signal') expect('+−', pad.id).not.toContain(mark.letter)
      }
    }
    expect(Object.values(uses).flat().length).toBeGreaterThan(30)
  })
})
