import { rules } from '#core/checks'

/** What each rule is called; a module of its own, since all rules come with it. */
export const ruleTitles = rules.map(({ meta: { id, title } }) => ({ id, title }))
