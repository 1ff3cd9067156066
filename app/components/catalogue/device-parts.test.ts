import { describe, expect, it } from 'vitest'
import { library } from '../../../tests/helpers/plans'
import { readDefinition } from '#core/schema'
import { deviceParts, type DraftPart, type PartGroup } from './device-parts'

const groups = Object.entries(deviceParts) as [keyof typeof deviceParts, PartGroup][]
const devices = Object.values(library.devices)

describe('tables of the parts of a device', () => {
  it('show every shipped field so that, typed again, it means the same', () => {
    for (const device of devices)
      for (const [group, { columns }] of groups)
        for (const [id, part] of Object.entries(device[group] as unknown as Record<string, DraftPart>))
          for (const { field, read, write, type, of } of columns) {
            if (part[field] === undefined || (of && !of(part))) continue
            const text = read ? read(part) : String(part[field])
            if (text === 'table') continue
            const back = write ? write(text, part) : type === 'figure' ? Number(text) : type === 'flag' ? text === 'true' : text
            expect(back, `${device.id} ${group}.${id}.${field}`).toEqual(part[field])
          }
  })

  it('offer each choice that a shipped part has', () => {
    for (const device of devices)
      for (const [group, { columns }] of groups)
        for (const [id, part] of Object.entries(device[group] as unknown as Record<string, DraftPart>))
          for (const { field, read, choices, of } of columns) {
            if (!choices || part[field] === undefined || (of && !of(part))) continue
            const text = read ? read(part) : String(part[field])
            expect(
              choices(device).map(({ value }) => value),
              `${device.id} ${group}.${id}.${field}`,
            ).toContain(text)
          }
  })

  it('add a part that a definition can have', () => {
    const device = library.devices['merlow-n3c']!
    for (const [group, { fresh }] of groups)
      expect(
        () => readDefinition({ ...device, [group]: { ...(device[group] as object), x1: fresh(1, device) } }),
        group,
      ).not.toThrow()
  })
})
