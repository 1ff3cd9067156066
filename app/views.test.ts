import { existsSync } from 'node:fs'
import { expect, it } from 'vitest'
import { stages } from '#core/checks'
import { allViews, stageViews } from './views'

it('each view is shown by a component of its stage, but the drawing, which its page shows', () => {
  expect(Object.keys(stageViews)).toEqual(Object.keys(stages))
  for (const { stage, id, view } of allViews) {
    if (view.part === undefined) expect(`${stage} ${id}`).toBe('harness drawing')
    else expect(existsSync(`app/components/${stage}/${view.part}.vue`), `${stage} ${id}`).toBe(true)
  }
})

it('no two views have one name in the palette', () => {
  const words = allViews.flatMap(({ view }) => [
    view.words ?? view.title,
    ...(view.further ?? []).map((further) => further.words),
  ])
  expect(words.filter((word, at) => words.indexOf(word) !== at)).toEqual([])
})
