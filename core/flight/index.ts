/** A simulated flight: every value that a display, a light or a channel may depend on, at each moment of it. */
export { flightAt, flightLength } from './flight'
export type { FlightValues } from './flight'
