import { promisify } from 'node:util'
import { gzip } from 'node:zlib'

const pack = promisify(gzip)
/** Answers shorter than this are sent as they are. */
const short = 2000

/** Answers of the API go out compressed where the asker takes that; files are compressed when the product is built. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    const accepts = getRequestHeader(event, 'accept-encoding') ?? ''
    if (!event.path.startsWith('/api/') || !/\bgzip\b/.test(accepts)) return
    const { body } = response
    const plain =
      typeof body === 'object' &&
      body !== null &&
      [Object.prototype, Array.prototype].includes(Object.getPrototypeOf(body) as object)
    const text = typeof body === 'string' ? body : plain ? JSON.stringify(body) : ''
    if (text.length < short) return
    if (plain) setResponseHeader(event, 'content-type', 'application/json; charset=utf-8')
    setResponseHeaders(event, { 'content-encoding': 'gzip', vary: 'accept-encoding' })
    response.body = await pack(text)
  })
})
