import { figure } from '../../units'
import type { WireColour } from '../../units'
import type { ColourRole } from '../colour-roles'
import type { WireOverride } from '../plan'
import { change, changeShape, type Change, type EditGroup } from './kind'

export interface WireEdits {
  'wire.set': { wire: string } & Change<WireOverride>
  'wire.clear': { wire: string }
  'wire.tick': { wire: string; made: boolean }
  'cable.make': { cable: string; madeUp: boolean }
  /** The whole scheme: roles that it leaves out have the product's colour. */
  'colours.set': { colours: Partial<Record<ColourRole, WireColour>> }
}

/** What a change of each of its values is called. */
const changeWords: { [K in keyof Required<WireOverride>]: (value: unknown) => string } = {
  colour: (value) => `colour ${value as string}`,
  gauge: (value) => `AWG ${value as number}`,
  length: (value) => figure(value as number, 'mm'),
  note: () => 'note',
  end: () => 'ends elsewhere',
  omitted: (value) => (value ? 'left off' : 'fitted'),
  locked: () => 'locked',
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** What is set by hand of a wire, and whether it is made. */
export const wireEdits: EditGroup<WireEdits> = {
  'wire.set': {
    apply: (plan, { wire, set, unset }) => change(plan.wires, wire, { set, unset }),
    words: ({ wire, set = {}, unset = [] }, names) => {
      const said = Object.entries(set).map(([key, value]) => changeWords[key as keyof WireOverride](value))
      const back = unset.map((key) => `${key} as worked out`)
      return `${capital(names.wire(wire))}: ${[...said, ...back].join(', ')}`
    },
    shape: (shapes) => ({ wire: shapes.wire.required(), ...changeShape(shapes, shapes.wireOverride) }),
  },
  'wire.clear': {
    apply: (plan, { wire }) => void delete plan.wires[wire],
    words: ({ wire }, names) => `Leave the ${names.wire(wire)} as worked out`,
    shape: ({ wire }) => ({ wire: wire.required() }),
  },
  'cable.make': {
    apply: (plan, { cable, madeUp }) => {
      if (madeUp) plan.cables[cable] = 'made-up'
      else delete plan.cables[cable]
    },
    words: ({ cable, madeUp }, names) =>
      madeUp ? `Make up the cable of ${names.owner(cable)} by its table` : `Take a ready-made cable for ${names.owner(cable)}`,
    shape: ({ joi, key }) => ({ cable: key.required(), madeUp: joi.boolean().required() }),
  },
  'colours.set': {
    apply: (plan, { colours }) => void (plan.colours = colours),
    words: () => 'Change the colours of wires',
    shape: ({ colours }) => ({ colours: colours.required() }),
  },
  'wire.tick': {
    apply: (plan, { wire, made }) => {
      if (made) plan.built[wire] = true
      else delete plan.built[wire]
    },
    words: ({ wire, made }, names) =>
      made ? `Tick off the ${names.wire(wire)}` : `${capital(names.wire(wire))} is not made yet`,
    shape: ({ joi, wire }) => ({ wire: wire.required(), made: joi.boolean().required() }),
  },
}
