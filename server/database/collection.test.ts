import { afterEach, expect, it } from 'vitest'
import { freshStore, removeStores } from '../../tests/helpers/store'
import { NameTaken, StaleCollected } from './collection'

afterEach(removeStores)

it('templates and modules are kept apart, by name, and outlast a restart', () => {
  const { collection, directory, close } = freshStore()
  expect(collection.save('template', 'a', 0, { name: 'zulu', text: '{{ build.name }}' })).toBe(1)
  expect(collection.save('template', 'b', 0, { name: 'Alpha', text: 'x' })).toBe(1)
  expect(collection.save('module', 'a', 0, { name: 'Mast', text: '{}' })).toBe(1)
  close()
  const later = freshStore(directory).collection
  expect(later.list('template').map(({ name }) => name)).toEqual(['Alpha', 'zulu'])
  expect(later.find('template', 'a')).toMatchObject({ text: '{{ build.name }}', version: 1 })
  expect(later.list('module')).toHaveLength(1)
})

it('a change is made on the version before, and one that was overtaken is refused', () => {
  const { collection } = freshStore()
  collection.save('module', 'a', 0, { name: 'Mast', text: '1' })
  expect(collection.save('module', 'a', 1, { name: 'Mast 2', text: '2' })).toBe(2)
  expect(() => collection.save('module', 'a', 1, { name: 'Late', text: '3' })).toThrow(StaleCollected)
  expect(() => collection.save('module', 'a', 0, { name: 'New', text: '3' })).toThrow('its version is now 2')
  expect(() => collection.remove('module', 'a', 1)).toThrow(StaleCollected)
  expect(collection.find('module', 'a')).toMatchObject({ name: 'Mast 2', text: '2' })
  collection.remove('module', 'a', 2)
  expect(() => collection.save('module', 'a', 2, { name: 'Late', text: '3' })).toThrow('taken away meanwhile')
  expect(collection.list('module')).toEqual([])
})

it('two of a kind do not bear one name, and one that does from before can still be changed', () => {
  const { collection, connection } = freshStore()
  const kept = { name: 'Mast', text: '1' }
  collection.save('module', 'a', 0, kept)
  expect(() => collection.save('module', 'b', 0, { ...kept, name: 'MAST' })).toThrow(NameTaken)
  expect(collection.save('template', 'b', 0, kept)).toBe(1)
  expect(collection.save('module', 'a', 1, { ...kept, text: '2' })).toBe(2)
  collection.save('module', 'b', 0, { ...kept, name: 'Other' })
  expect(() => collection.save('module', 'b', 1, kept)).toThrow('Mast is there already')
  connection.exec(`UPDATE collection SET name = 'Mast' WHERE kind = 'module'`)
  expect(collection.save('module', 'b', 1, { ...kept, text: '3' })).toBe(2)
})

it('knows no other kinds', () => {
  const { connection } = freshStore()
  const other = `INSERT INTO collection VALUES ('other', 'a', 'n', 't', 1, '')`
  expect(() => connection.exec(other)).toThrow(/CHECK/)
})
