import Joi from 'joi'
import { refusal } from '../security/refusals'
import { BoardRefused, LinkLost } from './link'
import { WrongBoard } from './write'

/** A loopback port that a board may answer at. */
export const boardPort = Joi.number().integer().min(1024).max(65_535).required()

/** What a board says, with a refusal in words where it is away, another one, or unwilling. */
export async function saidByBoard<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof LinkLost || error instanceof WrongBoard || error instanceof BoardRefused)
      throw refusal(422, error.message)
    throw error
  }
}
