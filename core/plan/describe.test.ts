import { describe, expect, it } from 'vitest'
import { add, allocated, demo, library } from '../../tests/helpers/plans'
import { describeEdit, placeLabel, type Edit } from './index'

const plan = demo('spillway-hex')
const corran = library.boards['corran-7']!

describe('describeEdit', () => {
  const cases: [Edit, string][] = [
    [{ type: 'plan.rename', name: 'Second hex' }, 'Rename the build to Second hex'],
    [{ type: 'plan.note', note: 'x' }, 'Change the note'],
    [{ type: 'plan.attach', id: 'p1', part: { label: 'Manual', picture: 'a1' } }, 'Keep Manual with the build'],
    [{ type: 'plan.detach', id: 'p1' }, 'Remove what was kept with the build'],
    [{ type: 'plan.automatic', automatic: true }, 'Allocate by itself'],
    [{ type: 'plan.automatic', automatic: false }, 'Allocate by hand'],
    [{ type: 'craft.set', craft: plan.craft }, 'Change the airframe'],
    [{ type: 'battery.set', battery: { ...plan.battery, cells: 4 } }, 'Battery of 4 cells'],
    [{ type: 'board.choose', definition: corran, revision: 'B', firmware: 'x' }, 'Take board Corran 7'],
    [{ type: 'board.revision', revision: 'A' }, 'Take revision A'],
    [{ type: 'device.remove', device: 'gnss' }, 'Remove GNSS and compass'],
    [{ type: 'device.remove', device: 'ghost' }, 'Remove ghost'],
    [{ type: 'need.lock', need: 'gnss/fix', place: 'port:uart2' }, 'Lock GNSS and compass to Port 2'],
    [{ type: 'need.unlock', need: 'gnss/fix' }, 'Unlock GNSS and compass'],
    [{ type: 'need.ban', need: 'gnss/fix', place: 'port:uart2' }, 'Keep GNSS and compass off Port 2'],
    [{ type: 'need.allow', need: 'gnss/fix', place: 'port:uart2' }, 'Allow GNSS and compass on Port 2 again'],
    [{ type: 'link.set', need: 'gnss/fix', end: 'device', set: {} }, 'Set the device end of GNSS and compass'],
    [{ type: 'link.set', need: 'gnss/fix', end: 'board', unset: ['baud'] }, 'Set the board end of GNSS and compass'],
    [{ type: 'link.clear', need: 'gnss/fix' }, 'Set both ends of GNSS and compass as allocated'],
    [{ type: 'feature.set', feature: 'telemetry', on: true }, 'Switch telemetry on'],
    [{ type: 'feature.set', feature: 'telemetry', on: false }, 'Switch telemetry off'],
    [{ type: 'feature.set', feature: 'telemetry', on: null }, 'Switch telemetry as the links want it'],
    [{ type: 'wire.set', wire: 'gnss.tx', unset: ['end'] }, 'Wire TX of GNSS and compass: end as worked out'],
    [{ type: 'wire.set', wire: 'gnss.tx', set: { gauge: 24, length: 300 } }, 'Wire TX of GNSS and compass: AWG 24, 300 mm'],
    [{ type: 'wire.set', wire: 'extra.1', set: { omitted: true } }, 'Added wire 1: left off'],
    [{ type: 'wire.clear', wire: 'gnss.tx' }, 'Leave the wire TX of GNSS and compass as worked out'],
    [{ type: 'wire.tick', wire: 'gnss.tx', made: true }, 'Tick off the wire TX of GNSS and compass'],
    [{ type: 'wire.tick', wire: 'gnss.tx', made: false }, 'Wire TX of GNSS and compass is not made yet'],
    [{ type: 'spot.set', part: 'gnss', spot: { x: 1, y: 2 } }, 'Place GNSS and compass on the airframe'],
    [{ type: 'spot.set', part: 'gnss', spot: null }, 'Place GNSS and compass where it usually sits'],
    [{ type: 'box.move', box: 'gnss', at: { x: 1, y: 2 } }, 'Move GNSS and compass on the drawing'],
    [{ type: 'box.move', box: 'gnss', at: null }, 'Let GNSS and compass find its place on the drawing'],
    [{ type: 'several', label: 'Both at once', edits: [] }, 'Both at once'],
  ]
  it.each(cases)('says %o in words of the build', (edit, words) => {
    expect(describeEdit(edit, plan)).toBe(words)
  })
  it('names an added device by the name it gets', () => {
    for (const id of Object.keys(library.devices).slice(0, 5)) expect(describeEdit(add(id, 'second'), plan)).toBe('Add second')
  })
})

describe('placeLabel', () => {
  it('names every place that the demo builds use by the board’s or the device’s own words', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const ready = allocated(name)
      const places = [...Object.values(ready.assignment).map(({ place }) => place), ...Object.values(ready.supplies)]
      expect(places.length).toBeGreaterThan(10)
      for (const place of places) {
        const label = placeLabel(place, ready)
        expect(label.length).toBeGreaterThan(0)
        if (!place.startsWith('inputs:')) expect(label, place).not.toContain(':')
      }
    }
  })
  it('falls back to the id where there is no such thing', () => {
    expect(placeLabel('port:nowhere', plan)).toBe('nowhere')
    expect(placeLabel('pad:nowhere', plan)).toBe('pad nowhere')
    expect(placeLabel('output:ghost/out', plan)).toBe('ghost out')
  })
})
