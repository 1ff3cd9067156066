import Joi from 'joi'
import { boardSchema } from './board'
import { deviceSchema, protocolSchema } from './device'
import { id, label, list, prose } from './parts'
import {
  assignment,
  battery,
  craft,
  deviceInstance,
  key,
  linkSettings,
  place,
  places,
  planDocumentSchema,
  planParts,
  spot,
  wireName,
  wireOverride,
} from './plan'

const device = Joi.string().max(60).required()
const need = key.required()

const shapes: Record<string, Joi.PartialSchemaMap> = {
  'plan.rename': { name: label.required() },
  'plan.note': { note: prose.required() },
  'plan.automatic': { automatic: Joi.boolean().required() },
  'craft.set': { craft: craft.required() },
  'battery.set': { battery: battery.required() },
  'board.choose': { definition: boardSchema.required(), revision: id.required(), firmware: id.required() },
  'board.revision': { revision: id.required() },
  'board.firmware': { firmware: id.required() },
  'device.add': {
    device: deviceInstance.required(),
    definition: deviceSchema.required(),
    protocols: list(protocolSchema, 40).required(),
  },
  'device.remove': { device },
  'device.rename': { device, name: label.required() },
  'device.priority': { device, priority: Joi.valid('must', 1, 2, 3).required() },
  'device.variant': { device, variant: id.required() },
  'need.leave-out': { need, leftOut: Joi.boolean().required() },
  'need.lock': { need, place: place.required() },
  'need.unlock': { need },
  'need.ban': { need, place: place.required() },
  'need.allow': { need, place: place.required() },
  'assignment.adopt': { assignment: assignment.required(), supplies: places.required() },
  'supply.choose': { supply: need, source: place.required() },
  'port.set': { port: id.required(), settings: linkSettings.allow(null).required() },
  'link.set': { need, settings: linkSettings.allow(null).required() },
  'wire.set': { wire: wireName.required(), override: wireOverride.allow(null).required() },
  'device.place': { device, spot: spot.allow(null).required() },
  'box.move': { box: device, at: spot.allow(null).required() },
  'wire.tick': { wire: wireName.required(), made: Joi.boolean().required() },
  'definition.update': { definition: Joi.alternatives(boardSchema, deviceSchema, protocolSchema).required() },
  'sections.restore': {
    of: Joi.string().max(400).required(),
    sections: planDocumentSchema.fork(Object.keys(planParts), (part) => part.optional()).required(),
  },
}

/** Any edit, as the server takes it with a saved version. */
export const editSchema: Joi.Schema = Joi.alternatives()
  .conditional('.type', {
    switch: [
      ...Object.entries(shapes).map(([type, shape]) => ({
        is: type,
        then: Joi.object({ type: Joi.string().valid(type).required(), ...shape }),
      })),
      {
        is: 'several',
        then: Joi.object({
          type: Joi.string().valid('several').required(),
          label: Joi.string().max(400).required(),
          edits: Joi.array().items(Joi.link('#edit')).max(400).required(),
        }),
      },
    ],
    otherwise: Joi.object({
      type: Joi.string()
        .valid(...Object.keys(shapes), 'several')
        .required(),
    }).unknown(true),
  })
  .id('edit')
