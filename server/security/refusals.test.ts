import { describe, expect, it } from 'vitest'
import { NotStored, UnreadablePlan } from '../database/builds'
import { CopyTrouble, StoreTrouble } from '../database/trouble'
import { Refused } from '../work/answer'
import { NotDone } from '../work/lane'
import { AccessDamaged } from './access'
import { refusal, refusalOf, refused } from './refusals'

const asked: [string, unknown, number, string?][] = [
  ['what cannot be used', new Refused([{ place: 'name', message: 'is missing' }]), 400],
  ['what can be read and does not fit', new Refused([{ place: 'name', message: 'is taken' }], true), 422],
  ['a plan that cannot be read', new UnreadablePlan('schema 99', undefined), 422, 'It can be saved as it is stored.'],
  ['damaged passphrases', new AccessDamaged('access.json'), 503, new AccessDamaged('').todo],
  ['what was never stored', new NotStored('build "x"'), 404],
  ['a full disk', new StoreTrouble('full'), 507, new StoreTrouble('full').todo],
  ['a disk that may not be written', new StoreTrouble('damaged'), 503, new StoreTrouble('damaged').todo],
  ['a copy on a full disk', new CopyTrouble('full', 'no room', 'make room'), 507, 'make room'],
  ['a copy that fails otherwise', new CopyTrouble('damaged', 'not now', 'wait'), 503, 'wait'],
  ['a busy server', new NotDone('busy', 'too many at once', 7), 503, 'Try again in 7 s.'],
  ['a busy server that knows no time', new NotDone('busy', 'too many at once'), 503, 'Try again in 1 s.'],
  ['an asker who left', new NotDone('left', 'gone'), 503],
  ['work that takes too long', new NotDone('too-long', 'ten seconds'), 422],
  ['work that is too much', new NotDone('too-much', 'a million rows'), 422],
]

describe('what the server says of what it does not do', () => {
  it.each(asked)('of %s', (_, error, status, todo) => {
    const answer = refusalOf(error)!
    expect(answer.statusCode).toBe(status)
    expect(answer.statusMessage).not.toBe('Refused')
    expect(answer.message).toBe((error as Error).message)
    expect((answer.data as { todo?: string }).todo).toBe(todo)
  })

  it('names each place, and what is no refusal stays a fault', () => {
    const problems = [
      { place: 'battery.cells', message: 'is above 14' },
      { place: '', message: 'is no plan' },
    ]
    expect(refused(problems)).toMatchObject({
      statusCode: 400,
      message: 'battery.cells: is above 14\nis no plan',
      data: { problems },
    })
    expect(refused(problems, 422).statusCode).toBe(422)
    expect(refusal(418, 'teapot')).toMatchObject({ statusMessage: 'Refused', data: { problems: [] } })
    expect(refusalOf(new TypeError('a fault'))).toBeUndefined()
    expect(refusalOf('text')).toBeUndefined()
  })
})
