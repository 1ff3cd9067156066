import type { Plan } from '#core/plan'
import type { Library } from '#core/schema'

export interface Problem {
  place: string
  message: string
}

/** An answer of the server that is not a success, in words. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: Problem[],
    readonly body: unknown,
  ) {
    super(message)
  }
}

export interface BuildSummary {
  id: string
  name: string
  version: number
  createdAt: string
  updatedAt: string
  removed: boolean
  board: string
  devices: number
  allocated: boolean
  note: string
  plan: Plan
}

export interface SavedVersion {
  number: number
  savedAt: string
  author: string
  note: string
  steps: string[]
}

export type Catalogue = Library & { origins: Record<string, 'shipped' | 'own'> }

/** Calls the product's own server. @throws ApiError */
export async function callApi<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(path, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    })
  } catch {
    throw new ApiError(0, 'the server does not answer', [], undefined)
  }
  const answer: unknown = await response.json().catch(() => undefined)
  if (response.ok) return answer as T
  const data = (answer as { data?: { message?: string; problems?: Problem[] } } | undefined)?.data
  throw new ApiError(response.status, data?.message ?? `the server answered ${response.status}`, data?.problems ?? [], answer)
}
