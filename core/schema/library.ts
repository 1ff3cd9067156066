import Joi from 'joi'
import { protocolsOf, type BoardDefinition, type DeviceDefinition, type ProtocolDefinition } from '../catalogue'
import { applyEdit, mostDisplays, newPlan, type Edit, type Plan, type Priority } from '../plan'
import { InputError } from './error'
import { limits } from '../catalogue'
import { battery, controls, craft, displayLayout, lights } from './plan'
import { id, idPattern, label, list, prose } from './parts'
import { readDefinition, type Definition } from './definition'
import { parseText } from './text'
import { validate } from './validate'

/** All definitions at hand, by id. */
export interface Library {
  boards: Record<string, BoardDefinition>
  devices: Record<string, DeviceDefinition>
  protocols: Record<string, ProtocolDefinition>
}

/** A build as it is written down in few words: which board, which parts. */
export interface Recipe {
  id: string
  name: string
  note: string
  craft: Plan['craft']
  battery: Plan['battery']
  board: Plan['board']
  devices: { id: string; definition: string; variant?: string; name: string; priority: Priority }[]
  displays: Plan['displays']
  controls?: Plan['controls']
  lights?: Plan['lights']
}

const recipeSchema = Joi.object({
  id: id.required(),
  name: label.required(),
  note: prose.default(''),
  craft: craft.required(),
  battery: battery.required(),
  board: Joi.object({ definition: id.required(), revision: id.required(), firmware: id.required() }).required(),
  devices: list(
    Joi.object({
      id: id.required(),
      definition: id.required(),
      variant: id,
      name: label.required(),
      priority: Joi.valid('must', 1, 2, 3).default('must'),
    }),
    limits.devices,
  ).required(),
  displays: Joi.object().pattern(idPattern, displayLayout).max(mostDisplays).default({}),
  controls,
  lights,
})

/** Reads one definition from YAML or JSON text. @throws InputError */
export function parseDefinition(text: string): Definition {
  return readDefinition(parseText(text))
}

/**
 * Reads definition files into a library.
 * @throws InputError naming the file and the place
 */
export function readLibrary(files: { name: string; text: string }[]): Library {
  const library: Library = { boards: {}, devices: {}, protocols: {} }
  for (const { name, text } of files) {
    try {
      addTo(library, parseDefinition(text))
    } catch (error) {
      if (error instanceof InputError) throw new InputError(error.problems, name)
      throw error
    }
  }
  return library
}

/** Puts a definition in its place. */
export function addTo(library: Library, definition: Definition): void {
  if (definition.kind === 'board') library.boards[definition.id] = definition
  else if (definition.kind === 'device') library.devices[definition.id] = definition
  else library.protocols[definition.id] = definition
}

/**
 * Makes a plan from a recipe, with the definitions it uses embedded.
 * @throws InputError when the recipe names what the library does not hold
 */
export function cook(text: string, library: Library): { id: string; plan: Plan } {
  const recipe = validate<Recipe>(recipeSchema, parseText(text))
  const board = library.boards[recipe.board.definition]
  if (!board) throw new InputError([{ place: 'board.definition', message: `there is no board "${recipe.board.definition}"` }])
  const edits: Edit[] = [
    { type: 'plan.note', note: recipe.note },
    { type: 'craft.set', craft: recipe.craft },
    { type: 'battery.set', battery: recipe.battery },
    { type: 'board.choose', definition: board, revision: recipe.board.revision, firmware: recipe.board.firmware },
    ...recipe.devices.map((device, at): Edit => {
      const definition = library.devices[device.definition]
      if (!definition)
        throw new InputError([{ place: `devices[${at}].definition`, message: `there is no device "${device.definition}"` }])
      const variant = device.variant ?? Object.keys(definition.variants)[0]!
      return {
        type: 'device.add',
        definition,
        protocols: protocolsOf(library.protocols, definition),
        device: { ...device, variant, leftOut: [] },
      }
    }),
    ...Object.entries(recipe.displays).map(([display, layout]): Edit => ({ type: 'display.set', display, layout })),
  ]
  const { controls: asked, lights: lit } = recipe
  const plan = edits.reduce(applyEdit, newPlan(recipe.name, board))
  return { id: recipe.id, plan: { ...plan, ...(asked && { controls: asked }), ...(lit && { lights: lit }) } }
}
