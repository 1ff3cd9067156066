import { check, checkContext } from '#core/checks'
import { protocolsOf } from '#core/catalogue'
import { adopt, analyse } from '#core/engine'
import { applyEdit, newPlan, resolvePlan, type Edit, type Plan } from '#core/plan'
import { library } from './plans'

/** A build as a careful integrator would choose it for a board: parts that suit it and each other. */
interface SoundBuild {
  board: string
  cells: number
  /** Definition, with a variant where it is not the first. */
  parts: Record<string, string | [definition: string, variant: string]>
}

const fourMotors = { esc: 'gault-4x40' }

/** One for each board of the catalogue. */
export const soundBuilds: SoundBuild[] = [
  { board: 'brae-mini', cells: 4, parts: { receiver: 'corvid-xr', esc: 'gault-4x12', gnss: 'merlow-n1', buzzer: 'carrel-2' } },
  {
    board: 'corran-7',
    cells: 6,
    parts: {
      ...fourMotors,
      receiver: 'corvid-xr',
      gnss: 'merlow-n3c',
      camera: 'linnet-w',
      transmitter: 'pharos-800',
      buzzer: 'carrel-2',
      logger: 'quillon-m',
    },
  },
  { board: 'fennel-5', cells: 4, parts: { ...fourMotors, receiver: 'corvid-xr', gnss: 'merlow-n3c', video: 'auriel-d1' } },
  { board: 'gannoch-f', cells: 4, parts: { ...fourMotors, receiver: 'corvid-xr', gnss: 'merlow-n1' } },
  {
    board: 'lathe-w2',
    cells: 4,
    parts: {
      esc: 'gault-plane',
      receiver: 'corvid-xr',
      airspeed: 'sonde-a',
      gnss: 'merlow-n5',
      left: 'ulna-d12',
      right: 'ulna-d12',
    },
  },
  {
    board: 'morrow-h9',
    cells: 6,
    parts: {
      ...fourMotors,
      receiver: 'corvid-xr',
      gnss: 'merlow-n3c',
      telemetry: 'farreach-9',
      range: 'sonde-r',
      buzzer: 'carrel-2',
    },
  },
  { board: 'orchil-duo', cells: 4, parts: { ...fourMotors, receiver: 'corvid-xr', gnss: 'merlow-n3c', buzzer: 'carrel-2' } },
  { board: 'ravel-pulse', cells: 3, parts: { receiver: 'plover-6p', esc: 'gault-4x12', bec: 'rill-53', buzzer: 'carrel-2' } },
  { board: 'skerry-3', cells: 4, parts: { ...fourMotors, receiver: 'corvid-xr', camera: 'linnet-w', transmitter: 'pharos-800' } },
  { board: 'tansy-20', cells: 2, parts: { receiver: 'corvid-xr', camera: 'linnet-5', transmitter: 'pharos-25' } },
]

/** The build as it stands once it is allocated, cables are made up by their tables and wires joined that would share a contact. */
export function soundPlan({ board, cells, parts }: SoundBuild): Plan {
  const empty = newPlan(board, library.boards[board]!)
  const edits = Object.entries(parts).map(([id, part]): Edit => {
    const [definition, variant] = typeof part === 'string' ? [part] : part
    const device = library.devices[definition]!
    const first = Object.keys(device.variants)[0]!
    return {
      type: 'device.add',
      definition: device,
      protocols: protocolsOf(library.protocols, device),
      device: { id, definition, variant: variant ?? first, name: id, priority: 'must', leftOut: [] },
    }
  })
  const plan = edits.reduce(applyEdit, { ...empty, battery: { ...empty.battery, cells } })
  const placed = adopt(plan, analyse(plan).proposal)
  return check(checkContext(resolvePlan(placed))).reduce((made, { rule, fixes: [fix] }) => {
    const byHand = fix && (fix.edit.type === 'cable.make' || (rule === 'MEC-04' && fix.edit.type === 'several'))
    return byHand ? applyEdit(made, fix.edit) : made
  }, placed)
}
