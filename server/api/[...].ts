import { refusal } from '../security/refusals'

/** Every address below /api that is none. */
export default defineEventHandler((event) => {
  throw refusal(404, `there is nothing at ${event.method} ${event.path.slice(0, 200)}`)
})
