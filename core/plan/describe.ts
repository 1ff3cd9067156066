import type { Edit } from './edit'
import type { Plan } from './plan'
import { splitKey } from './apply'

/** One line saying what an edit does, in the words of the plan it is applied to. */
export function describeEdit(edit: Edit, plan: Plan): string {
  const device = (id: string) => plan.devices.find((other) => other.id === id)?.name ?? id
  const need = (key: string) => device(splitKey(key)[0])
  const place = (text: string) => placeLabel(text, plan)
  switch (edit.type) {
    case 'plan.rename':
      return `Rename the build to ${edit.name}`
    case 'plan.note':
      return 'Change the note'
    case 'plan.automatic':
      return edit.automatic ? 'Allocate by itself' : 'Allocate by hand'
    case 'craft.set':
      return 'Change the airframe'
    case 'battery.set':
      return `Battery of ${edit.battery.cells} cells`
    case 'board.choose':
      return `Take board ${edit.definition.name}`
    case 'board.revision':
      return `Take revision ${edit.revision}`
    case 'board.firmware':
      return `Take board firmware ${edit.firmware}`
    case 'device.add':
      return `Add ${edit.device.name}`
    case 'device.remove':
      return `Remove ${device(edit.device)}`
    case 'device.rename':
      return `Rename ${device(edit.device)} to ${edit.name}`
    case 'device.priority':
      return `${device(edit.device)}: ${edit.priority === 'must' ? 'must' : `wish ${edit.priority}`}`
    case 'device.variant':
      return `${device(edit.device)}: variant ${edit.variant}`
    case 'need.leave-out':
      return edit.leftOut ? `Do without a line of ${need(edit.need)}` : `Want the line of ${need(edit.need)} again`
    case 'need.lock':
      return `Lock ${need(edit.need)} to ${place(edit.place)}`
    case 'need.unlock':
      return `Unlock ${need(edit.need)}`
    case 'need.ban':
      return `Keep ${need(edit.need)} off ${place(edit.place)}`
    case 'need.allow':
      return `Allow ${need(edit.need)} on ${place(edit.place)} again`
    case 'assignment.adopt':
      return 'Allocate'
    case 'supply.choose':
      return `Feed ${need(edit.supply)} from ${place(edit.source)}`
    case 'port.set':
      return `Set ${place(`port:${edit.port}`)}`
    case 'link.set':
      return `Set the device end of ${need(edit.need)}`
    case 'wire.set':
      return `Change wire ${edit.wire}`
    case 'device.place':
      return edit.spot ? `Place ${device(edit.device)} on the airframe` : `Place ${device(edit.device)} where it usually sits`
    case 'box.move':
      return edit.at ? `Move ${device(edit.box)} on the drawing` : `Let ${device(edit.box)} find its place on the drawing`
    case 'wire.tick':
      return edit.made ? `Tick off wire ${edit.wire}` : `Wire ${edit.wire} is not made yet`
    case 'definition.update':
      return `Take the newer definition of ${edit.definition.name}`
    case 'sections.restore':
      return `Undo: ${edit.of}`
    case 'several':
      return edit.label
  }
}

/** The label of a place as it stands on the board. */
export function placeLabel(place: string, plan: Plan): string {
  const at = place.indexOf(':')
  const [kind, id] = at < 0 ? [place, ''] : [place.slice(0, at), place.slice(at + 1)]
  const board = plan.definitions.boards[plan.board.definition]
  switch (kind) {
    case 'port':
      return board?.ports[id]?.label ?? id
    case 'pad':
      return `pad ${board?.pads[id]?.label ?? id}`
    case 'rail':
      return board?.rails[id]?.label ?? id
    case 'i2c':
      return board?.i2c[id]?.label ?? id
    case 'can':
      return board?.can[id]?.label ?? id
    case 'output': {
      const [device, output] = splitKey(id)
      const instance = plan.devices.find((other) => other.id === device)
      const label = plan.definitions.devices[instance?.definition ?? '']?.outputs[output]?.label
      return `${instance?.name ?? device} ${label ?? output}`
    }
    default:
      return place
  }
}
