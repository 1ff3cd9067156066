import type { Plan } from '../plan'
import { EditError, type EditGroup } from './kind'

export interface CraftEdits {
  'plan.rename': { name: string }
  'plan.note': { note: string }
  'plan.automatic': { automatic: boolean }
  'craft.set': { craft: Plan['craft'] }
  'battery.set': { battery: Plan['battery'] }
}

/** What the build is called, and the craft it is for. */
export const craftEdits: EditGroup<CraftEdits> = {
  'plan.rename': {
    apply: (plan, { name }) => {
      if (!name.trim()) throw new EditError('name', 'a build needs a name')
      plan.name = name.trim()
    },
    words: ({ name }) => `Rename the build to ${name}`,
    shape: ({ name }) => ({ name: name.required() }),
  },
  'plan.note': {
    apply: (plan, { note }) => void (plan.note = note),
    words: () => 'Change the note',
    shape: ({ prose }) => ({ note: prose.required() }),
  },
  'plan.automatic': {
    apply: (plan, { automatic }) => void (plan.automatic = automatic),
    words: ({ automatic }) => (automatic ? 'Allocate by itself' : 'Allocate by hand'),
    shape: ({ joi }) => ({ automatic: joi.boolean().required() }),
  },
  'craft.set': {
    apply: (plan, { craft }) => void (plan.craft = craft),
    words: () => 'Change the airframe',
    shape: ({ craft }) => ({ craft: craft.required() }),
  },
  'battery.set': {
    apply: (plan, { battery }) => void (plan.battery = battery),
    words: ({ battery }) => `Battery of ${battery.cells} cells`,
    shape: ({ battery }) => ({ battery: battery.required() }),
  },
}
