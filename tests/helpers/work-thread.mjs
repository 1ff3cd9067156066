// The program of the server's worker threads, from its sources.
import { register } from 'tsx/esm/api'

register()
const { default: run } = await import('../../server/work/worker.ts')
export default run
