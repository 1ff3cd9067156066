import Joi from 'joi'
import { editKinds, type FieldShapes } from '../plan'
import { boardSchema, deviceSchema, protocolSchema } from './definitions'
import { id, label, prose, settingValue } from './parts'
import {
  anchored,
  attached,
  assignment,
  battery,
  boardKept,
  colours,
  controlOutput,
  craft,
  deviceId,
  deviceInstance,
  displayLayout,
  extraName,
  findingName,
  flightLog,
  glyphShapes,
  handset,
  handsetControl,
  job,
  key,
  lightSegment,
  lightStrip,
  linkSettingParts,
  place,
  places,
  planDocumentSchema,
  planParts,
  point,
  scale,
  spot,
  stepValue,
  travel,
  wireName,
  wireOverrideParts,
  wirePoint,
} from './plan'

const shapes: FieldShapes = {
  joi: Joi,
  id,
  part: deviceId,
  name: label,
  prose,
  key,
  place,
  wire: wireName,
  extra: extraName,
  finding: findingName,
  settingValue,
  flightLog,
  scale,
  anchored,
  displayLayout,
  glyphShapes,
  handsetControl,
  handset,
  travel,
  job,
  controlOutput,
  lightStrip,
  lightSegment,
  stepValue,
  boardKept,
  attached,
  colours,
  point: wirePoint,
  onSheet: point,
  spot,
  craft,
  battery,
  deviceInstance,
  assignment,
  places,
  linkSettings: linkSettingParts,
  wireOverride: wireOverrideParts,
  board: boardSchema,
  device: deviceSchema,
  protocol: protocolSchema,
  sections: planDocumentSchema.fork(Object.keys(planParts), (part) => part.optional()),
  edit: Joi.link('#edit'),
}

const kinds = Object.entries(editKinds)

/** Any edit, as the server takes it with a saved version. */
export const editSchema: Joi.Schema = Joi.alternatives()
  .conditional('.type', {
    switch: kinds.map(([type, { shape }]) => ({
      is: type,
      then: Joi.object({ type: Joi.string().valid(type).required(), ...shape(shapes) }),
    })),
    otherwise: Joi.object({
      type: Joi.string()
        .valid(...Object.keys(editKinds))
        .required(),
    }).unknown(true),
  })
  .id('edit')
