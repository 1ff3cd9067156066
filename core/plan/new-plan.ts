import type { BoardDefinition } from '../catalogue'
import { noControls } from './controls'
import { noLights } from './lights'
import { batteryId, boardId } from './parts'
import { planSchema, type Plan } from './plan'

/** An empty plan on a board, in its newest revision and firmware version. */
export function newPlan(name: string, board: BoardDefinition): Plan {
  return {
    format: 'ypodoma-plan',
    schema: planSchema,
    name,
    note: '',
    craft: { outline: 'quad', size: 250 },
    battery: { cells: Math.min(4, board.supply.cellsMax), chemistry: 'lipo', capacity: 1500 },
    board: {
      definition: board.id,
      revision: Object.keys(board.revisions).at(-1)!,
      firmware: Object.keys(board.firmwares).at(-1)!,
    },
    devices: [],
    definitions: { boards: { [board.id]: board }, devices: {}, protocols: {} },
    automatic: true,
    assignment: {},
    supplies: {},
    locks: {},
    bans: {},
    links: {},
    settings: {},
    log: null,
    scales: {},
    set: {},
    lastRead: null,
    displays: {},
    glyphs: null,
    controls: noControls,
    lights: noLights,
    features: {},
    wires: {},
    joints: {},
    extras: {},
    cables: {},
    colours: {},
    positions: {},
    boxPositions: {},
    attached: {},
    built: {},
    accepted: {},
  }
}

/** An id not yet used in the plan, made from a definition's id: `gnss`, `gnss-2`, … */
export function freshDeviceId(plan: Plan, base: string): string {
  const taken = new Set([boardId, batteryId, ...Object.keys(plan.joints), ...plan.devices.map((device) => device.id)])
  if (!taken.has(base)) return base
  let number = 2
  while (taken.has(`${base}-${number}`)) number += 1
  return `${base}-${number}`
}
