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

export type Catalogue = Library & { origins: Record<string, 'shipped' | 'own'> }

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

/** Calls the product's own server. @throws ApiError */
export async function callApi<T>(method: Method, path: string, body?: unknown): Promise<T> {
  const response = await answered(method, path, body)
  return (await response.json().catch(() => undefined)) as T
}

/** Calls the server for a file. @throws ApiError */
export async function callForFile(method: Method, path: string, body?: unknown): Promise<Blob> {
  return (await answered(method, path, body)).blob()
}

async function answered(method: Method, path: string, body: unknown): Promise<Response> {
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
  if (response.ok) return response
  const answer: unknown = await response.json().catch(() => undefined)
  const data = (answer as { data?: { message?: string; problems?: Problem[] } } | undefined)?.data
  throw new ApiError(response.status, data?.message ?? `the server answered ${response.status}`, data?.problems ?? [], answer)
}
