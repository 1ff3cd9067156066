/** Everything comes from this server; only its own pages may change anything. */
export default defineEventHandler((event) => {
  setResponseHeaders(event, {
    'content-security-policy':
      "default-src 'self'; script-src 'self' 'unsafe-inline'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; worker-src 'self' blob:; object-src 'none'; frame-ancestors 'none'",
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
  })
  const origin = getRequestHeader(event, 'origin')
  if (event.method !== 'GET' && origin && new URL(origin).host !== getRequestHeader(event, 'host')) {
    throw createError({
      statusCode: 403,
      statusMessage: 'Another site',
      data: { message: 'requests from another site are refused', problems: [] },
    })
  }
})
