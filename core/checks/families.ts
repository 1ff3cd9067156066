/** Stages of the work, in their order. */
export const stages = {
  'fit-out': 'Fit-out',
  allocation: 'Allocation',
  harness: 'Harness',
  settings: 'Settings',
  flight: 'Flight',
} as const
export type Stage = keyof typeof stages

interface FamilyRow {
  /** The first letters of its rules' ids. */
  prefix: string
  name: string
  /** Where its findings are counted. */
  stage: Stage
}

/** Families of rules. Each folder of rules is one, each belongs to a stage. */
export const families = {
  fit: { prefix: 'FIT', name: 'Fit', stage: 'allocation' },
  serial: { prefix: 'SER', name: 'Serial links', stage: 'allocation' },
  load: { prefix: 'LOD', name: 'Load', stage: 'allocation' },
  pads: { prefix: 'PAD', name: 'Pads', stage: 'allocation' },
  bus: { prefix: 'BUS', name: 'Buses', stage: 'allocation' },
  power: { prefix: 'PWR', name: 'Power', stage: 'fit-out' },
  ground: { prefix: 'GND', name: 'Ground', stage: 'harness' },
  level: { prefix: 'LVL', name: 'Levels', stage: 'harness' },
  video: { prefix: 'VID', name: 'Video', stage: 'harness' },
  radio: { prefix: 'RFI', name: 'Radio', stage: 'harness' },
  settings: { prefix: 'SET', name: 'Settings', stage: 'settings' },
  display: { prefix: 'DSP', name: 'Display', stage: 'flight' },
  control: { prefix: 'CHN', name: 'Controls', stage: 'flight' },
  lights: { prefix: 'LGT', name: 'Lights', stage: 'flight' },
  build: { prefix: 'MEC', name: 'Build', stage: 'harness' },
} as const satisfies Record<string, FamilyRow>
export type Family = keyof typeof families

/** The stage in which a finding is counted, by the id of its rule. */
export function stageOf(rule: string): Stage {
  const family = Object.values<FamilyRow>(families).find(({ prefix }) => rule.startsWith(`${prefix}-`))
  if (!family) throw new RangeError(`no family has rule ${rule}`)
  return family.stage
}
