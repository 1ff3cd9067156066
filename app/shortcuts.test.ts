import { describe, expect, it } from 'vitest'
import { pageShortcuts, shortcutGroups, shortcutOf } from './shortcuts'

const press = (key: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'shiftKey', boolean>> = {}, typing = false) =>
  shortcutOf({ key, ctrlKey: false, metaKey: false, shiftKey: false, ...held }, typing)

describe('a press of a key', () => {
  it.each([
    ['k', { ctrlKey: true }, 'palette'],
    ['K', { metaKey: true }, 'palette'],
    ['z', { ctrlKey: true }, 'undo'],
    ['Z', { ctrlKey: true, shiftKey: true }, 'redo'],
    ['y', { ctrlKey: true }, 'redoToo'],
    ['s', { ctrlKey: true, shiftKey: true }, 'save'],
    ['?', { shiftKey: true }, 'keys'],
    ['Escape', {}, 'clear'],
    ['z', {}, undefined],
    ['?', { ctrlKey: true }, undefined],
    ['b', { ctrlKey: true }, undefined],
  ] as const)('%s with %o is %s', (key, held, shortcut) => expect(press(key, held)).toBe(shortcut))

  it('is left to a field that is typed into where that has its own use for it', () => {
    const left = Object.values(pageShortcuts).flatMap(({ page, keys }) =>
      press(page.key[0]!, { ctrlKey: page.command, shiftKey: 'shift' in page && page.shift }, true) ? [] : [keys],
    )
    expect(left).toEqual(['Ctrl Z', 'Ctrl Shift Z', 'Ctrl Y', 'Esc', 'F', '?'])
  })
})

it('no group of the sheet names the same keys twice', () => {
  for (const rows of Object.values(shortcutGroups)) expect(new Set(rows.map(({ keys }) => keys)).size).toBe(rows.length)
})
