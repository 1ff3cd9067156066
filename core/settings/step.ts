import type { Subject } from '../plan'
import type { Ordered } from './order'

/** A value of a board's setting. */
export type BoardValue = string | number | boolean

/** Settings of a board by their keys. */
export type BoardState = Record<string, BoardValue>

/** One thing to be set on the board or in a device. */
export interface SetupStep extends Ordered {
  /** `board`, or the device. */
  where: string
  what: string
  value: string
  /** By what means. */
  way: string
  /** Why it is so, or comes where it does. */
  why: string
  about: Subject[]
  /** What it sets on the board, by the keys of the board link; nothing in devices. */
  sets: Record<string, BoardValue>
  /** What it takes away that only a backup brings back. */
  risk?: string
}

/** The backup that stands before everything that is set on the board. */
export const backupStep = 'backup'
export const stepOfLink = (need: string) => `link:${need}`
export const stepOfSetting = (device: string, setting: string) => `setting:${device}/${setting}`
