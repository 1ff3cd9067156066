import { createHash } from 'node:crypto'

/** The policy of every answer; `scripts` are hashes of the page's own inline scripts. */
export function contentPolicy(scripts: string[] = []): string {
  return [
    "default-src 'self'",
    ["script-src 'self'", ...scripts].join(' '),
    // Vuetify writes its theme into style elements.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}

/** The same of the engine's thread, which may compile the solver that comes with it, and nothing else. */
export function enginePolicy(): string {
  return contentPolicy(["'wasm-unsafe-eval'"])
}

/** Headers of every answer, files too. */
export const safeHeaders = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), geolocation=(), microphone=()',
}

/** The hashes of the scripts that stand in a page. */
export function scriptHashes(html: string): string[] {
  return [...html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)]
    .filter(([, text]) => text)
    .map(([, text]) => `'sha256-${createHash('sha256').update(text!).digest('base64')}'`)
}
