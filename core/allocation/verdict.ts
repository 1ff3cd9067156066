import type { Frame } from '../catalogue'
import type { Place, Placement } from '../plan'
import type { Baud } from '../units'

/** One reason in words, with the rule it comes from and what it weighs. */
export interface Reason {
  rule: string
  text: string
  /** Points of risk; 0 for a plain remark. */
  risk: number
}

/** A way of meeting a need at a place. */
export interface Candidate {
  placement: Placement
  reasons: Reason[]
  /** Names of things only one need can have; the first is the main one. */
  units: string[]
  /** Shared settings this sets: `[name, value]`. */
  modes: [name: string, value: string][]
  /** `[capacity, amount]`: milliamperes of a rail, configuration links. */
  loads: [name: string, amount: number][]
}

/** What a place offers a need: ways of using it, or why there is none. */
export interface Offer {
  place: Place
  candidates: Candidate[]
  /** Why the place cannot be used; empty when there are candidates. */
  refusals: Reason[]
}

/** Values a serial link has at both ends under a candidate. */
export interface LinkRate {
  protocol: string
  baud: Baud
  frame: Frame
  inverted: boolean
  halfDuplex: boolean
}

/** Risk points of a candidate. */
export function riskOf(candidate: Candidate): number {
  return candidate.reasons.reduce((sum, reason) => sum + reason.risk, 0)
}
