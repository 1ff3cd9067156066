/** An id that nobody else has; also where the page is not served over HTTPS. */
export function newId(): string {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}
