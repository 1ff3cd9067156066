import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { resolvePlan } from '#core/plan'
import { droppedSettings, ledger } from '#core/settings'
import { allocated, library } from '../tests/helpers/plans'
import { StandInBoard, type Settings } from './board'
import { factsOf } from './facts'

const folder = mkdtempSync(join(tmpdir(), 'ypodoma-exclusions-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

// Brae Mini: software ports exclude a receiver with a wire for each channel and lights on IN5; that receiver excludes all lights.
const { board } = resolvePlan(allocated('culvert-scout'))
const facts = factsOf(board, library.protocols)

describe('settings that exclude each other', () => {
  it.each<[string, Settings, string[]]>([
    [
      'software ports, then lights on their timer',
      { 'software-ports': true, 'lights.IN5.brightness': 50 },
      ['lights.IN5.brightness'],
    ],
    ['lights elsewhere', { 'software-ports': true, 'lights.IN3.brightness': 50 }, []],
    [
      'software ports, then a receiver on their pads',
      { 'software-ports': true, 'receiver.type': 'a pulse for each channel' },
      ['receiver.type'],
    ],
    [
      'that receiver, then any lights',
      { 'receiver.type': 'a pulse for each channel', 'lights.IN3.brightness': 50 },
      ['lights.IN3.brightness'],
    ],
    ['software ports that are off', { 'software-ports': false, 'receiver.type': 'a pulse for each channel' }, []],
    ['a serial receiver', { 'receiver.type': 'serial', 'lights.IN5.brightness': 50 }, []],
  ])('%s: dropped by the board, foretold, and explained', (name, settings, dropped) => {
    const simulated = new StandInBoard(facts, join(folder, `${name}.json`))
    for (const [key, value] of Object.entries(settings)) simulated.put(key, value)
    simulated.keep()
    simulated.restart()
    const kept = simulated.state()
    expect(Object.keys(settings).filter((key) => kept[key] !== settings[key])).toEqual(dropped)
    expect(droppedSettings(board, settings).map(({ key }) => key)).toEqual(dropped)
    const odd = ledger(board, settings, settings, kept).filter(({ agrees }) => !agrees)
    expect(odd.map(({ key, rule }) => [key, rule])).toEqual(dropped.map((key) => [key, 'PAD-02']))
    for (const { why } of odd) expect(board.exclusions.map(({ reason }) => reason)).toContain(why)
  })
})
