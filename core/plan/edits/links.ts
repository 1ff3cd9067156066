import type { LinkSettings, LinkSide } from '../plan'
import { splitKey, type NeedKey } from '../reference'
import { change, changeShape, deviceOf, type Change, type EditGroup } from './kind'

export interface LinkEdits {
  'link.set': { need: NeedKey; end: LinkSide } & Change<LinkSettings>
  'link.clear': { need: NeedKey }
  'feature.set': { feature: string; on: boolean | null }
}

/** What is set by hand at either end of a link, and the features of the whole board. */
export const linkEdits: EditGroup<LinkEdits> = {
  'link.set': {
    apply: (plan, { need, end, set, unset }) => {
      deviceOf(plan, splitKey(need)[0])
      const ends = plan.links[need] ?? {}
      change(ends as Record<string, LinkSettings>, end, { set, unset })
      if (!Object.keys(ends).length) delete plan.links[need]
      else if (plan.links[need] === undefined) plan.links[need] = ends
    },
    words: ({ need, end }, names) => `Set the ${end} end of ${names.owner(need)}`,
    shape: (shapes) => ({
      need: shapes.key.required(),
      end: shapes.joi.valid('board', 'device').required(),
      ...changeShape(shapes, shapes.linkSettings),
    }),
  },
  'link.clear': {
    apply: (plan, { need }) => void delete plan.links[need],
    words: ({ need }, names) => `Set both ends of ${names.owner(need)} as allocated`,
    shape: ({ key }) => ({ need: key.required() }),
  },
  'feature.set': {
    apply: (plan, { feature, on }) => {
      if (on === null) delete plan.features[feature]
      else plan.features[feature] = on
    },
    words: ({ feature, on }) =>
      on === null ? `Switch ${feature} as the links want it` : `Switch ${feature} ${on ? 'on' : 'off'}`,
    shape: ({ joi, name }) => ({ feature: name.required(), on: joi.boolean().allow(null).required() }),
  },
}
