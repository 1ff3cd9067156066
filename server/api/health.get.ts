/** Tells that the server is up. */
export default defineEventHandler(() => ({ ready: true }))
